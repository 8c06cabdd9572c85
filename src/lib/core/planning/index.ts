export * from './calendar';
export * from './shifts';
export * from './clocks';
export * from './phase-days';
export * from './slot';
export * from './moved-day';
export * from './told';
