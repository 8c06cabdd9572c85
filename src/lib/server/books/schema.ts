import { sqliteTable, integer, index, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { invoices } from '../billing/schema';
import { id, day, instant, words, ref, cents } from '../db/columns';

/** What was handed to the bookkeeping together. */
export const journalExports = sqliteTable(
	'journal_exports',
	{
		id: id(),
		through: day('through').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name'),
		entries: integer('entries').notNull()
	},
	(t) => [index('journal_exports_at').on(t.at)]
);

/** One event as it was handed over: never again, and never changed. */
export const journalEntries = sqliteTable(
	'journal_entries',
	{
		id: id(),
		exportId: ref('export_id')
			.notNull()
			.references(() => journalExports.id),
		position: integer('position').notNull(),
		event: text('event').notNull(),
		day: day('day').notNull(),
		text: text('text').notNull(),
		lines: text('lines', { mode: 'json' }).$type<{ account: string; amount: number }[]>().notNull(),
		/** The invoice whose receivable it settles, and by how much: what a void gives back. */
		settles: ref('settles').references(() => invoices.id),
		settled: cents('settled').notNull().default(0)
	},
	(t) => [
		uniqueIndex('journal_entries_event').on(t.event),
		index('journal_entries_export').on(t.exportId, t.position),
		index('journal_entries_settles').on(t.settles)
	]
);
