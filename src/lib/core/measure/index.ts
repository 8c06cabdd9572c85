export * from './length';
export * from './units';
export * from './shapes';
export * from './typed-shape';
export * from './polygon';
export * from './sizes';
export * from './driving';
