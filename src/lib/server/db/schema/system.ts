import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { id, instant, version, words } from './columns';

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
		text: text('text').notNull(),
		changes: text('changes', { mode: 'json' }).$type<RowChange[]>().notNull(),
		undoOf: integer('undo_of'),
		undone: integer('undone', { mode: 'boolean' }).notNull().default(false)
	},
	(t) => [index('history_subject').on(t.subject, t.id), index('history_at').on(t.at)]
);

/** What a client's key has done already, so that a second click or a repeated request does nothing twice. */
export const done = sqliteTable(
	'done',
	{ id: id(), command: text('command').notNull(), result: text('result').notNull(), at: instant('at').notNull() },
	(t) => [index('done_at').on(t.at)]
);

export const outbox = sqliteTable(
	'outbox',
	{
		id: id(),
		/** How it goes out: by mail, or as a text message to a phone. */
		channel: text('channel', { enum: ['mail', 'text'] })
			.notNull()
			.default('mail'),
		to: text('to').notNull(),
		subject: text('subject').notNull(),
		text: text('text').notNull(),
		linkId: text('link_id'),
		about: words('about'),
		state: text('state', { enum: ['queued', 'sent', 'failed'] })
			.notNull()
			.default('queued'),
		attempts: integer('attempts').notNull().default(0),
		message: words('message'),
		createdAt: instant('created_at').notNull(),
		dueAt: instant('due_at').notNull(),
		sentAt: instant('sent_at'),
		version: version()
	},
	(t) => [index('outbox_due').on(t.state, t.dueAt), index('outbox_created').on(t.createdAt)]
);

/** What each stand-in was sent and what it answered. */
export const standInLog = sqliteTable(
	'stand_in_log',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		at: instant('at').notNull(),
		port: text('port').notNull(),
		sent: text('sent').notNull(),
		received: text('received').notNull()
	},
	(t) => [index('stand_in_log_at').on(t.at)]
);
