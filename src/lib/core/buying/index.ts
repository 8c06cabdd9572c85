export * from './order';
export * from './supplier-bill';
