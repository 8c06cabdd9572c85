import { getTableColumns, getTableName, is, SQL } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Statement } from 'better-sqlite3';
import type { Orm } from '../db';

type Values = Record<string, unknown>;

interface Column {
	key: string;
	name: string;
	/** What a row holds that says nothing of it; a failure where only the database can fill it in. */
	blank: () => unknown;
	write: (value: unknown) => unknown;
	read: (value: unknown) => unknown;
}

/** Rows of one table, written and read with statements that are made once for a connection: building each anew took most of a command's time. */
interface Table {
	columns: readonly Column[];
	byKey: ReadonlyMap<string, Column>;
	statement: (sql: string) => Statement;
	name: string;
}

const TABLES = new WeakMap<object, Map<string, Table>>();

function tableOf(db: Orm, table: SQLiteTable): Table {
	const client = db.$client;
	const known = TABLES.get(client) ?? new Map<string, Table>();
	TABLES.set(client, known);
	const name = getTableName(table);
	const made = known.get(name) ?? describe(db, table, name);
	known.set(name, made);
	return made;
}

function describe(db: Orm, table: SQLiteTable, name: string): Table {
	const statements = new Map<string, Statement>();
	const columns = Object.entries(getTableColumns(table)).map(([key, c]): Column => ({
		key,
		name: `"${c.name}"`,
		blank: () => {
			if (is(c.default, SQL)) throw new Error(`The database fills in ${c.name}: say what it holds.`);
			return c.default ?? null;
		},
		write: (value) => (value === null ? null : c.mapToDriverValue(value)),
		read: (value) => (value === null ? null : c.mapFromDriverValue(value))
	}));
	return {
		name: `"${name}"`,
		columns,
		byKey: new Map(columns.map((c) => [c.key, c])),
		statement: (sql) => {
			const ready = statements.get(sql) ?? db.$client.prepare(sql);
			statements.set(sql, ready);
			return ready;
		}
	};
}

const rowOf = (t: Table, raw: unknown): Values => {
	const values = raw as unknown[];
	return Object.fromEntries(t.columns.map((c, n) => [c.key, c.read(values[n])]));
};
const list = (t: Table): string => t.columns.map((c) => c.name).join();
const written = (t: Table, row: Values): unknown[] => t.columns.map((c) => c.write(row[c.key] === undefined ? c.blank() : row[c.key]));
const insertInto = (t: Table): string => `insert into ${t.name} (${list(t)}) values (${t.columns.map(() => '?').join()})`;

/** The row with this id, or nothing. */
export function findRow(db: Orm, table: SQLiteTable, id: string): Values | undefined {
	const t = tableOf(db, table);
	const raw = t
		.statement(`select ${list(t)} from ${t.name} where "id" = ?`)
		.raw()
		.get(id);
	return raw === undefined ? undefined : rowOf(t, raw);
}

/** Writes a row. @returns it as it is stored */
export function insertRow(db: Orm, table: SQLiteTable, row: Values): Values {
	const t = tableOf(db, table);
	return rowOf(
		t,
		t
			.statement(`${insertInto(t)} returning ${list(t)}`)
			.raw()
			.get(written(t, row))
	);
}

/** Changes the row with this id. @returns it as it is stored then; nothing when there is none */
export function updateRow(db: Orm, table: SQLiteTable, id: string, patch: Values): Values | undefined {
	const t = tableOf(db, table);
	const changed = Object.entries(patch).flatMap(([key, value]) => {
		const column = t.byKey.get(key);
		return column && value !== undefined ? [{ column, value }] : [];
	});
	if (changed.length === 0) return findRow(db, table, id);
	const set = changed.map(({ column }) => `${column.name} = ?`).join();
	const raw = t
		.statement(`update ${t.name} set ${set} where "id" = ? returning ${list(t)}`)
		.raw()
		.get([...changed.map(({ column, value }) => column.write(value)), id]);
	return raw === undefined ? undefined : rowOf(t, raw);
}

/** Writes many rows of one table. @returns them as they are stored */
export const insertMany = (db: Orm, table: SQLiteTable, rows: readonly Values[]): Values[] => rows.map((row) => insertRow(db, table, row));

/** The same without reading back what was written: for thousands of rows. */
export function writeMany(db: Orm, table: SQLiteTable, rows: readonly Values[]): void {
	const t = tableOf(db, table);
	const statement = t.statement(insertInto(t));
	for (const row of rows) statement.run(written(t, row));
}
