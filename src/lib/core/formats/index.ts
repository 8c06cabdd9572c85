export * from './csv';
export * from './price-list';
export * from './duplicates';
export * from './bookkeeping';
export * from './edition';
export * from './lead-text';
export * from './customers';
export * from './leads';
