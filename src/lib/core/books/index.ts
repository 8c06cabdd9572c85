export * from './accounts';
export * from './journal';
export * from './ubl';
