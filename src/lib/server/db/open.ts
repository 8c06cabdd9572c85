import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { mulDiv } from '../../core/money';

export type Orm = BetterSQLite3Database & { $client: Database.Database };
export interface Db {
	sqlite: Database.Database;
	orm: Orm;
}

/** Opens a company's file (WAL, foreign keys, busy timeout) and brings it forward to the newest schema. */
export function openDatabase(file: string, migrationsDir: string): Db {
	if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
	const sqlite = connect(new Database(file));
	const orm = drizzle(sqlite);
	migrate(orm, { migrationsFolder: migrationsDir });
	return { sqlite, orm };
}

/** A connection as every one of ours is. */
export function connect(sqlite: Database.Database): Database.Database {
	sqlite.pragma('journal_mode = WAL');
	sqlite.pragma('foreign_keys = ON');
	sqlite.pragma('busy_timeout = 5000');
	// An acknowledged command must survive a power cut, not only a crash.
	sqlite.pragma('synchronous = FULL');
	sqlite.pragma('cache_size = -65536');
	// Changes of many rows at once round as the core rounds.
	sqlite.function('mul_div', { deterministic: true }, (a: unknown, b: unknown, d: unknown) => mulDiv(Number(a), Number(b), Number(d)));
	return sqlite;
}
