export * from './company';
export * from './sales';
export * from './catalog';
export * from './estimates';
export * from './work';
export * from './money';
export * from './system';
export * from './rates';
