export * from './to-come';
export * from './job-costing';
export * from './production';
