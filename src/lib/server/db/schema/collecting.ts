import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import { customers } from './sales';
import { invoices, payments } from './money';
import { supplierBills } from './buying';
import { cents, day, id, instant, ref, version, words } from './columns';

/** A step of the reminders of an invoice that was sent: each once. */
export const invoiceReminders = sqliteTable(
	'invoice_reminders',
	{
		id: id(),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		step: integer('step').notNull(),
		day: day('day').notNull()
	},
	(t) => [uniqueIndex('invoice_reminders_one').on(t.invoiceId, t.step)]
);

/** What was said when a customer was called about what they owe. */
export const moneyCalls = sqliteTable(
	'money_calls',
	{
		id: id(),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		at: instant('at').notNull(),
		byName: words('by_name'),
		text: text('text').notNull(),
		promise: day('promise')
	},
	(t) => [index('money_calls_customer').on(t.customerId, t.at)]
);

/** What is open of an invoice, paid in parts on agreed days. */
export const instalmentPlans = sqliteTable(
	'instalment_plans',
	{
		id: id(),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		/** What was paid of the invoice when it was agreed. */
		paidBefore: cents('paid_before').notNull(),
		grace: integer('grace_days').notNull(),
		brokenOn: day('broken_on'),
		endedAt: instant('ended_at'),
		at: instant('at').notNull(),
		version: version()
	},
	(t) => [
		uniqueIndex('instalment_plans_invoice')
			.on(t.invoiceId)
			.where(sql`ended_at is null`)
	]
);
export const instalments = sqliteTable(
	'instalments',
	{
		id: id(),
		planId: ref('plan_id')
			.notNull()
			.references(() => instalmentPlans.id),
		position: integer('position').notNull(),
		due: day('due').notNull(),
		amount: cents('amount').notNull()
	},
	(t) => [index('instalments_plan').on(t.planId, t.position), check('instalments_amount', sql`${t.amount} > 0`)]
);

/** A line of the bank's file: taken once, however often the file is read. */
export const bankLines = sqliteTable(
	'bank_lines',
	{
		id: id(),
		/** The bank's own id of it, else what it says and the how-manieth of its like it is. */
		fingerprint: text('fingerprint').notNull(),
		day: day('day').notNull(),
		amount: cents('amount').notNull(),
		text: words('text'),
		reference: words('reference'),
		state: text('state', { enum: ['open', 'taken', 'set aside'] }).notNull(),
		paymentId: ref('payment_id').references(() => payments.id),
		billId: ref('bill_id').references(() => supplierBills.id),
		at: instant('at').notNull(),
		version: version()
	},
	(t) => [uniqueIndex('bank_lines_fingerprint').on(t.fingerprint), index('bank_lines_state').on(t.state, t.day)]
);

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
