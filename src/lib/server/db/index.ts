export { ftsQuery } from './fts';
export { type Db, type Orm, openDatabase } from './open';
