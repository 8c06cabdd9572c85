export * from './layout';
export * from './rich';
