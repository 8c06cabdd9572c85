export * from './types';
export * from './exact';
export * from './amount';
export * from './split';
export * from './markup';
export * from './tax';
export * from './parse';
export * from './format';
