import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { readMigrationFiles } from 'drizzle-orm/migrator';
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
	bringForward(sqlite, migrationsDir);
	return { sqlite, orm: drizzle(sqlite) };
}

/**
 * A table that others point to is made anew by dropping it, which SQLite lets be only where references are not looked at; within the
 * transaction of a migration that cannot be switched. So it is switched here, and all of them are looked at before and afterwards.
 */
function bringForward(sqlite: Database.Database, migrationsFolder: string): void {
	const { n } = sqlite.prepare("select count(*) n from sqlite_master where name = '__drizzle_migrations'").get() as { n: number };
	const done = n === 0 ? 0 : ((sqlite.prepare('select max(created_at) n from __drizzle_migrations').get() as { n: number | null }).n ?? 0);
	if (readMigrationFiles({ migrationsFolder }).every((m) => m.folderMillis <= done)) return;
	const pointNowhere = (): number => (sqlite.pragma('foreign_key_check') as unknown[]).length;
	const before = pointNowhere();
	sqlite.pragma('foreign_keys = OFF');
	migrate(drizzle(sqlite), { migrationsFolder });
	sqlite.pragma('foreign_keys = ON');
	const lost = pointNowhere() - before;
	if (lost > 0) throw new Error(`${lost} rows of this file point nowhere after it was brought forward. Go back to the copy of before.`);
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
