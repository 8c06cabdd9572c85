export * from './bill';
export * from './pay-application';
export * from './plan';
export * from './customer-lines';
export * from './application';
export * from './credit';
