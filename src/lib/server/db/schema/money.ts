import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { ComponentTax } from '../../../core/money';
import { customers, jobs } from './sales';
import { contractLines, costEntries, phaseRef } from './work';
import { cents, day, id, instant, ref, version, words } from './columns';

export const invoices = sqliteTable(
	'invoices',
	{
		id: id(),
		number: integer('number'),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		kind: text('kind', { enum: ['deposit', 'contract', 'time and materials'] }).notNull(),
		title: text('title').notNull(),
		issuedAt: instant('issued_at'),
		day: day('day'),
		due: day('due'),
		voidedAt: instant('voided_at'),
		net: cents('net').notNull(),
		taxes: text('taxes', { mode: 'json' }).$type<ComponentTax[]>().notNull(),
		tax: cents('tax').notNull(),
		total: cents('total').notNull(),
		/** What a deposit was asked to come to; with its taxes rounded it may be a cent or two beside it. */
		asked: cents('asked'),
		onAccount: cents('on_account').notNull().default(0),
		/** The sum of what was allocated to it, kept by triggers: no list of open invoices has to add up all of the past. */
		paid: cents('paid').notNull().default(0),
		promise: day('promise'),
		version: version()
	},
	(t) => [
		uniqueIndex('invoices_number').on(t.number),
		index('invoices_job').on(t.jobId),
		index('invoices_customer').on(t.customerId),
		index('invoices_due').on(t.due),
		index('invoices_day').on(t.day),
		index('invoices_open')
			.on(t.due)
			.where(sql`issued_at is not null and voided_at is null and total > paid`),
		check('invoices_total', sql`${t.net} + ${t.tax} = ${t.total} and ${t.total} >= 0`)
	]
);

export const invoiceLines = sqliteTable(
	'invoice_lines',
	{
		id: id(),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		position: integer('position').notNull(),
		text: text('text').notNull(),
		quantity: integer('quantity'),
		unit: words('unit'),
		amount: cents('amount').notNull(),
		taxCodeId: ref('tax_code_id'),
		contractLineId: ref('contract_line_id').references(() => contractLines.id),
		costEntryId: ref('cost_entry_id').references(() => costEntries.id)
	},
	(t) => [
		index('invoice_lines_invoice').on(t.invoiceId, t.position),
		index('invoice_lines_contract').on(t.contractLineId),
		index('invoice_lines_cost').on(t.costEntryId)
	]
);

export const payments = sqliteTable(
	'payments',
	{
		id: id(),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		jobId: ref('job_id').references(() => jobs.id),
		at: instant('at').notNull(),
		day: day('day').notNull(),
		method: text('method', { enum: ['card', 'check', 'cash', 'transfer', 'on account'] }).notNull(),
		amount: cents('amount').notNull(),
		reference: words('reference'),
		processorId: text('processor_id'),
		/** What of it settles invoices, kept by triggers; the rest is the customer's credit. */
		used: cents('used').notNull().default(0)
	},
	(t) => [
		index('payments_at').on(t.at),
		index('payments_left')
			.on(t.customerId)
			.where(sql`amount <> used`),
		uniqueIndex('payments_processor').on(t.processorId),
		index('payments_customer').on(t.customerId),
		index('payments_day').on(t.day),
		check('payments_amount', sql`${t.amount} <> 0`)
	]
);

export const allocations = sqliteTable(
	'allocations',
	{
		id: id(),
		paymentId: ref('payment_id')
			.notNull()
			.references(() => payments.id),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		amount: cents('amount').notNull()
	},
	(t) => [
		index('allocations_payment').on(t.paymentId),
		index('allocations_invoice').on(t.invoiceId),
		check('allocations_amount', sql`${t.amount} <> 0`)
	]
);

/** One attempt to take money by card; the answer of the processor settles it, however often and late it comes. */
export const charges = sqliteTable(
	'charges',
	{
		id: id(),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		amount: cents('amount').notNull(),
		state: text('state', { enum: ['asked', 'paid', 'declined', 'unknown'] }).notNull(),
		message: words('message'),
		at: instant('at').notNull(),
		last4: words('last4')
	},
	(t) => [
		index('charges_invoice').on(t.invoiceId),
		index('charges_open')
			.on(t.at)
			.where(sql`state in ('asked', 'unknown')`),
		check('charges_amount', sql`${t.amount} > 0`)
	]
);

/** How a job is billed: its steps in order. A step is used up by the invoice that was made from it. */
export const billingSteps = sqliteTable(
	'billing_steps',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		position: integer('position').notNull(),
		name: text('name').notNull(),
		when: text('due_when', { enum: ['acceptance', 'phase', 'done'] }).notNull(),
		/** The phase that has to be done. */
		phaseId: phaseRef(),
		/** Percent of the contract to date once this step is billed, hundredths of a percent. */
		toDate: integer('to_date').notNull(),
		invoiceId: ref('invoice_id').references(() => invoices.id)
	},
	(t) => [index('billing_steps_job').on(t.jobId, t.position), check('billing_steps_percent', sql`${t.toDate} > 0 and ${t.toDate} <= 10000`)]
);
