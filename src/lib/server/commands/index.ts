export * from './context';
export * from './define';
export * from './run';
export { OtherInput } from './idempotency';
export { BadInput, checkAnswer, validate } from './validate';
export { USUAL_INPUT } from '../../contract/define';
export type { Access, LinkKind } from '../../contract';
export { whenever } from './reactions';

export { forgetOldKeys } from './idempotency';
export { notNegative, readField } from './read-field';
export { columnsOf, sameValue } from './row-changes';
export { self } from './self';
export { whenDone } from './when';
