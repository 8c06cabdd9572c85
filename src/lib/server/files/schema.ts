import { sqliteTable, text, integer, blob, index } from 'drizzle-orm/sqlite-core';
import { id, instant, words } from '../db/columns';

/** Pictures, re-encoded on arrival; kept in the same file so that a backup is whole. */
export const files = sqliteTable('files', {
	id: id(),
	type: text('type').notNull(),
	width: integer('width').notNull(),
	height: integer('height').notNull(),
	bytes: blob('bytes', { mode: 'buffer' }).notNull(),
	thumb: blob('thumb', { mode: 'buffer' }).notNull(),
	createdAt: instant('created_at').notNull()
});

/** A document that belongs to a record: a data sheet of an item, a plan of a job. Kept as it came, never shown inside our own pages. */
export const attachments = sqliteTable(
	'attachments',
	{
		id: id(),
		/** What it belongs to, as history names it: item:…, job:… */
		subject: text('subject').notNull(),
		name: text('name').notNull(),
		bytes: blob('bytes', { mode: 'buffer' }).notNull(),
		size: integer('size').notNull(),
		/** Of a job: the file it is a version of. */
		fileId: text('job_file_id'),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [index('attachments_subject').on(t.subject)]
);
