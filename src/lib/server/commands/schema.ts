import { sqliteTable, integer, text, index } from 'drizzle-orm/sqlite-core';
import { id, instant, words } from '../db/columns';

/** How a row changed. A row that is new or gone is kept whole; of a changed one only the columns that changed. */
export interface RowChange {
	table: string;
	id: string;
	before: Record<string, unknown> | null;
	after: Record<string, unknown> | null;
}

export const history = sqliteTable(
	'history',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		at: instant('at').notNull(),
		byId: words('by_id'),
		byName: words('by_name'),
		command: text('command').notNull(),
		subject: text('subject').notNull(),
		/** What happened, by its code in the catalog of events; '' where an earlier release kept its words. */
		code: words('code'),
		params: text('params', { mode: 'json' }).$type<object>().notNull().default({}),
		/** The words themselves, of before there were codes; '' since. */
		text: text('text').notNull(),
		/** The area it belongs to, which says who may read it: an invoice that an acceptance made is the invoices’. */
		area: words('area'),
		changes: text('changes', { mode: 'json' }).$type<RowChange[]>().notNull(),
		undoOf: integer('undo_of'),
		undone: integer('undone', { mode: 'boolean' }).notNull().default(false)
	},
	(t) => [index('history_subject').on(t.subject, t.id), index('history_at').on(t.at)]
);

/**
 * The answers that clients' keys got, each bound to a hash of its input, so that a second click or a repeated request does nothing twice.
 * Forgotten after 90 days.
 */
export const idempotencyKeys = sqliteTable(
	'idempotency_keys',
	{
		id: id(),
		command: text('command').notNull(),
		/** Empty for what was kept before keys were bound to their input. */
		inputHash: words('input_hash'),
		result: text('result').notNull(),
		at: instant('at').notNull()
	},
	(t) => [index('idempotency_keys_at').on(t.at)]
);
