export * from './bill';
export * from './pay-application';
