import { sqliteTable, text, integer, index, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { id, words, instant, version } from '../db/columns';

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
		/** When it was handed over; with the state still “queued”, the program ended before it heard an answer. */
		handedAt: integer('handed_at'),
		version: version()
	},
	(t) => [index('outbox_due').on(t.state, t.dueAt), index('outbox_created').on(t.createdAt), index('outbox_about').on(t.about, t.createdAt)]
);

/** What each stand-in was sent and what it answered. */
export const standInLog = sqliteTable(
	'stand_in_log',
	{
		id: integer('id').primaryKey({ autoIncrement: true }),
		at: instant('at').notNull(),
		port: text('port').notNull(),
		sent: text('sent').notNull(),
		received: text('received').notNull(),
		/** A letter's own name: the same one is taken once. */
		name: text('name')
	},
	(t) => [index('stand_in_log_at').on(t.at), uniqueIndex('stand_in_log_name').on(t.port, t.name)]
);
