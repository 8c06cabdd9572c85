import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import type { Scope } from '../../core/access';
import { connect, type Db } from '../db';
import { tableOf, UNDER_A_JOB } from './tables';

/** Whose jobs: of a person who sees only some. */
export interface Reach {
	id: string;
	scope?: Scope;
	branchId?: string | null;
}

export const seesAll = (who: Reach): boolean => who.scope === undefined || who.scope === 'all';

/** Kept open for so many people who see only some of the jobs; the one that was not used longest is closed. */
const MOST = 24;
const OPENED = new Map<string, Db>();

/**
 * The company's file as somebody sees it who sees only some of the jobs: every table that leads to a job is covered by a view of its rows under a job
 * they see, so that no query can forget to ask. It is for reading; what is written goes through commands, which ask here what may be touched.
 */
export function databaseFor(file: string, who: Reach): Db {
	const key = JSON.stringify([file, who.id, who.scope, who.branchId ?? null]);
	const known = OPENED.get(key);
	OPENED.delete(key);
	const db = known ?? covered(file, who);
	OPENED.set(key, db);
	const [oldest] = OPENED.keys();
	if (OPENED.size > MOST && oldest !== undefined) {
		OPENED.get(oldest)?.sqlite.close();
		OPENED.delete(oldest);
	}
	return db;
}

/** Closes what is open of a company's file, or of all. */
export function closeScopes(): void {
	for (const db of OPENED.values()) db.sqlite.close();
	OPENED.clear();
}

function covered(file: string, who: Reach): Db {
	const sqlite = connect(new Database(file, { fileMustExist: true }));
	sqlite.pragma('cache_size = -4096');
	const person = quoted(who.id);
	const branch = who.scope === 'branch' && who.branchId ? ` or t.branch_id is null or t.branch_id = ${quoted(who.branchId)}` : '';
	// Their own: what they are in charge of, were planned for or worked on.
	cover(
		sqlite,
		'jobs',
		`t.person_id = ${person} or exists (select 1 from main.shifts s where s.job_id = t.id and s.person_id = ${person}) or exists (select 1 from main.time_entries e where e.job_id = t.id and e.person_id = ${person})${branch}`
	);
	for (const [table, condition] of Object.entries(UNDER_A_JOB)) cover(sqlite, table, condition);
	return { sqlite, orm: drizzle(sqlite) };
}

// The row's own number is asked for by name where rows of one moment are put in order.
const cover = (sqlite: Database.Database, table: string, condition: string): void => {
	sqlite.exec(`create temp view "${table}" as select t.rowid as rowid, t.* from main."${table}" t where ${condition}`);
};

/** Text as SQL takes it; a view cannot have parameters. */
const quoted = (text: string): string => `'${text.replaceAll("'", "''")}'`;

/** Which of these rows are there, but not for this person. */
export function hidden(scoped: Db, table: string, ids: readonly string[]): string[] {
	if (table !== 'jobs' && !Object.hasOwn(UNDER_A_JOB, table)) return [];
	const list = JSON.stringify(ids);
	return (hiddenIn(scoped, table).all(list, list) as { id: string }[]).map((r) => r.id);
}

/** Made once for a connection: a command asks every table. */
const PREPARED = new WeakMap<Db, Map<string, Database.Statement>>();
function hiddenIn(scoped: Db, table: string): Database.Statement {
	const known = PREPARED.get(scoped) ?? new Map<string, Database.Statement>();
	PREPARED.set(scoped, known);
	const made =
		known.get(table) ??
		scoped.sqlite.prepare(
			`select id from main."${table}" where id in (select value from json_each(?)) and id not in (select id from "${table}" where id in (select value from json_each(?)))`
		);
	known.set(table, made);
	return made;
}

/** Whether anything in what somebody sent names a record that is not for them. Ids are unguessable and of one record alone, so their place does not matter. */
export function namesHidden(scoped: Db, input: unknown): boolean {
	const ids = [...new Set(idsIn(input))];
	if (ids.length === 0) return false;
	return ['jobs', ...ROWS_WITH_ID].some((table) => hidden(scoped, table, ids).length > 0);
}
/** History is numbered, its numbers are no ids. */
const ROWS_WITH_ID = Object.keys(UNDER_A_JOB).filter((t) => t !== 'history');

/** All that could be an id, wherever it stands. */
function idsIn(input: unknown): string[] {
	if (typeof input === 'string') return /^[\w-]{1,40}$/.test(input) ? [input] : [];
	if (Array.isArray(input)) return input.flatMap(idsIn);
	return typeof input === 'object' && input !== null ? Object.values(input).flatMap(idsIn) : [];
}

/** Whether any of these rows was there before and is not for this person. */
export function changesHidden(scoped: Db, changes: readonly { table: string; id: string; before: unknown }[]): boolean {
	const tables = new Map<string, string[]>();
	for (const c of changes) if (c.before !== null) tables.set(c.table, [...(tables.get(c.table) ?? []), c.id]);
	return [...tables].some(([table, ids]) => hidden(scoped, table, ids).length > 0);
}

/** Whether somebody hears that something changed: not of a record that is not for them. */
export function hearsOf(scoped: Db, topic: string): boolean {
	const table = tableOf(topic);
	return table === null || hidden(scoped, table, [topic.slice(topic.indexOf(':') + 1)]).length === 0;
}
