import { sqliteTable, text, blob, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { id, instant } from '../db/columns';

/** The bytes of a document as it was issued, with their hash: what was given out is what stays. */
export const issuedFiles = sqliteTable(
	'issued_files',
	{
		id: id(),
		/** What it is of, as history names it, and which document of it. */
		subject: text('subject').notNull(),
		name: text('name').notNull(),
		type: text('type').notNull(),
		bytes: blob('bytes', { mode: 'buffer' }).notNull(),
		hash: text('hash').notNull(),
		at: instant('at').notNull()
	},
	(t) => [uniqueIndex('issued_files_subject').on(t.subject)]
);
