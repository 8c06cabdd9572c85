export * from './forecast';
export * from './lists';
export * from './own-fields';
export * from './report';
export * from './track';
export * from './thread';
