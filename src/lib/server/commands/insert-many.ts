import { getTableColumns, getTableName, is, sql, SQL } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Orm } from '../db';

/** What a column holds where a row says nothing of it. @throws Error for one that only the database can fill in */
function whenMissing(column: { name: string; default: unknown }): unknown {
	if (is(column.default, SQL)) throw new Error(`The database fills in ${column.name}: rows of it are inserted one by one.`);
	return column.default ?? null;
}

/** A row with a place for every column, and what stands where a row says nothing. */
function placed(table: SQLiteTable): { blank: Record<string, unknown>; places: Record<string, unknown> } {
	const columns = Object.entries(getTableColumns(table));
	return {
		blank: Object.fromEntries(columns.map(([key, c]) => [key, whenMissing(c)])),
		places: Object.fromEntries(columns.map(([key]) => [key, sql.placeholder(key)]))
	};
}

/** Writes many rows of one table with one prepared statement: building it anew for each row takes most of the time of a large paste. */
export function insertMany(db: Orm, table: SQLiteTable, rows: readonly Record<string, unknown>[]): Record<string, unknown>[] {
	const { blank, places } = placed(table);
	const statement = db
		.insert(table)
		// Every column has a place, so that the values fit any table.
		.values(places as never)
		.returning()
		.prepare();
	return rows.map((row) => statement.get({ ...blank, ...row }) as Record<string, unknown>);
}

/**
 * The same without reading back what was written: for thousands of rows. The statement goes to the database as it is, so that each row costs what the
 * database takes for it.
 */
export function writeMany(db: Orm, table: SQLiteTable, rows: readonly Record<string, unknown>[]): void {
	const columns = Object.entries(getTableColumns(table)).map(([key, c]) => ({
		key,
		name: `"${c.name}"`,
		blank: whenMissing(c),
		written: (value: unknown): unknown => (value === null ? null : c.mapToDriverValue(value))
	}));
	const statement = db.$client.prepare(
		`insert into "${getTableName(table)}" (${columns.map((c) => c.name).join()}) values (${columns.map(() => '?').join()})`
	);
	for (const row of rows) statement.run(columns.map((c) => c.written(row[c.key] === undefined ? c.blank : row[c.key])));
}
