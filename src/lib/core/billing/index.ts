export * from './bill';
export * from './pay-application';
export * from './plan';
export * from './customer-lines';
