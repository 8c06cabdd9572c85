export * from './length';
export * from './units';
export * from './shapes';
