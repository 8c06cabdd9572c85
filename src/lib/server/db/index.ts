export { among } from './among';
export { ftsQuery } from './fts';
export { type Db, type Orm, connect, openDatabase } from './open';
