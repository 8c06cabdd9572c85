export * from './days';
export * from './entries';
