export * from './bill';
export * from './pay-application';
export * from './plan';
