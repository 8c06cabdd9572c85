import { payments, invoices } from '../billing/schema';
import { sql } from 'drizzle-orm';
import { sqliteTable, integer, uniqueIndex, text, index, check } from 'drizzle-orm/sqlite-core';
import { supplierBills } from '../buying/schema';
import { id, ref, day, instant, words, cents, version } from '../db/columns';
import { customers } from '../sales/schema';

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
