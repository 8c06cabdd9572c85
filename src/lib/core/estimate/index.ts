export * from './model';
export * from './compute';
export * from './set-total';
export * from './explain';
export * from './quote';
export * from './budget';
export * from './cells';
