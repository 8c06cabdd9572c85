/** Every query, gathered: what the interface can ask beside the pages, which have queries of their own. */
export * from './queries/estimates';
export * from './queries/find';
export * from './queries/jobs';
export * from './queries/plan';
export * from './queries/price';
export * from './queries/repeats';
