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
	name: string;
	columns: readonly Column[];
	byKey: ReadonlyMap<string, Column>;
	statement: (sql: string) => Statement;
	/** Its columns as SQL lists them, and the statements that are asked for most. */
	list: string;
	find: string;
	insert: string;
	insertAndRead: string;
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
		write: (value) => c.mapToDriverValue(value),
		read: (value) => c.mapFromDriverValue(value)
	}));
	const list = columns.map((c) => c.name).join();
	const insert = `insert into "${name}" (${list}) values (${columns.map(() => '?').join()})`;
	return {
		name: `"${name}"`,
		find: `select ${list} from "${name}" where "id" = ?`,
		insert,
		insertAndRead: `${insert} returning ${list}`,
		list,
		columns,
		byKey: new Map(columns.map((c) => [c.key, c])),
		statement: (sql) => {
			const ready = statements.get(sql) ?? db.$client.prepare(sql);
			statements.set(sql, ready);
			return ready;
		}
	};
}

function rowOf(t: Table, raw: unknown): Values {
	const values = raw as unknown[];
	const row: Values = {};
	for (const [n, c] of t.columns.entries()) row[c.key] = values[n] === null ? null : c.read(values[n]);
	return row;
}
function written(t: Table, row: Values): unknown[] {
	const values: unknown[] = [];
	for (const c of t.columns) {
		const value = row[c.key] === undefined ? c.blank() : row[c.key];
		values.push(value === null ? null : c.write(value));
	}
	return values;
}

/** The row with this id, or nothing. */
export function findRow(db: Orm, table: SQLiteTable, id: string): Values | undefined {
	const t = tableOf(db, table);
	const raw = t.statement(t.find).raw().get(id);
	return raw === undefined ? undefined : rowOf(t, raw);
}

/** Writes a row. @returns it as it is stored */
export function insertRow(db: Orm, table: SQLiteTable, row: Values): Values {
	const t = tableOf(db, table);
	return rowOf(t, t.statement(t.insertAndRead).raw().get(written(t, row)));
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
	const values = changed.map(({ column, value }) => (value === null ? null : column.write(value)));
	const raw = t
		.statement(`update ${t.name} set ${set} where "id" = ? returning ${t.list}`)
		.raw()
		.get([...values, id]);
	return raw === undefined ? undefined : rowOf(t, raw);
}

/** Writes many rows of one table. @returns them as they are stored */
export const insertMany = (db: Orm, table: SQLiteTable, rows: readonly Values[]): Values[] => rows.map((row) => insertRow(db, table, row));

/** The same without reading back what was written: for thousands of rows. */
export function writeMany(db: Orm, table: SQLiteTable, rows: readonly Values[]): void {
	const t = tableOf(db, table);
	const statement = t.statement(t.insert);
	for (const row of rows) statement.run(written(t, row));
}
