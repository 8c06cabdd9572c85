export * from './days';
export * from './entries';
export * from './payroll';
