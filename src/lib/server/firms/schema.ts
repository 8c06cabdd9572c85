import { sqliteTable, text, integer, uniqueIndex, index } from 'drizzle-orm/sqlite-core';
import { id, flag, words, version, ref, day } from '../db/columns';

/** Another firm we work with: one that sells to us, one that works for us, or both. A supplier's price lists stand under the same id. */
export const firms = sqliteTable(
	'firms',
	{
		id: id(),
		name: text('name').notNull(),
		supplies: flag('supplies'),
		subcontracts: flag('subcontracts'),
		/** What it does, in the company's words: “scaffold”, “crane”. */
		trade: words('trade'),
		mail: words('mail'),
		phone: words('phone'),
		note: words('note'),
		/** Whom we talk to there, and what we are called in their books. */
		contact: words('contact'),
		account: words('account'),
		/** Where orders go; empty: to its mail. */
		orderMail: words('order_mail'),
		/** Days until its bills are due; null: not agreed. A discount in hundredths of a percent for paying within some days. */
		payDays: integer('pay_days'),
		earlyPercent: integer('early_percent'),
		earlyDays: integer('early_days'),
		archived: flag('archived'),
		version: version()
	},
	(t) => [uniqueIndex('firms_name').on(t.name)]
);

/** What a firm has to show, and until when it holds: insurance, license. */
export const firmPapers = sqliteTable(
	'firm_papers',
	{
		id: id(),
		firmId: ref('firm_id')
			.notNull()
			.references(() => firms.id),
		name: text('name').notNull(),
		number: words('number'),
		validUntil: day('valid_until'),
		version: version()
	},
	(t) => [index('firm_papers_firm').on(t.firmId), index('firm_papers_until').on(t.validUntil)]
);
