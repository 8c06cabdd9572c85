import { sqliteTable, text, uniqueIndex, index, integer } from 'drizzle-orm/sqlite-core';
import { id, instant, flag, words } from '../db/columns';

/** A link for a customer. Only the hash of the token is kept. */
export const links = sqliteTable(
	'links',
	{
		id: id(),
		tokenHash: text('token_hash').notNull(),
		nonce: text('nonce').notNull(),
		/** Of a customer: a quote, an invoice; when somebody comes; of a person: to choose a password, invited or after a reset. */
		kind: text('kind', { enum: ['quote', 'invoice', 'password', 'firm', 'calendar', 'document', 'visits'] }).notNull(),
		subjectId: text('subject_id').notNull(),
		createdAt: instant('created_at').notNull(),
		revoked: flag('revoked'),
		expiresAt: instant('expires_at')
	},
	(t) => [uniqueIndex('links_token').on(t.tokenHash), index('links_subject').on(t.subjectId)]
);

export const views = sqliteTable(
	'views',
	{
		id: id(),
		subjectId: text('subject_id').notNull(),
		at: instant('at').notNull(),
		device: words('device'),
		/** How long the page was in front of them, and which options they tried. */
		seconds: integer('seconds').notNull().default(0),
		tried: text('tried', { mode: 'json' }).$type<string[]>().notNull().default([])
	},
	(t) => [index('views_subject').on(t.subjectId, t.at)]
);
