export * from './calendar';
export * from './shifts';
