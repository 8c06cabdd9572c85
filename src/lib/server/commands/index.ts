export * from './context';
export * from './define';
export * from './run';
export { BadInput, validate } from './validate';
