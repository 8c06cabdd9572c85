export * from './context';
export * from './define';
export * from './run';
export { OtherInput } from './idempotency';
export { BadInput, validate } from './validate';
