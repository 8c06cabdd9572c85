import { sql } from 'drizzle-orm';
import { sqliteTable, integer, text, uniqueIndex, index, check } from 'drizzle-orm/sqlite-core';
import type { ComponentTax } from '../../core/money';
import type { RepeatRule } from '../../core/repeats';
import { costEntries } from '../costs/schema';
import { id, ref, instant, day, cents, flag, version, words } from '../db/columns';
import { jobs, customers } from '../sales/schema';
import { contractLines, phaseRef } from '../work/schema';

export const INVOICE_KINDS = ['deposit', 'contract', 'time and materials', 'pay application', 'repeat', 'late charge'] as const;

export type InvoiceKind = (typeof INVOICE_KINDS)[number];

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
		kind: text('kind', { enum: INVOICE_KINDS }).notNull(),
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
		/** Held back by it as retainage; below zero: released by it. Its lines are its net and this. */
		retained: cents('retained').notNull().default(0),
		/** The invoice that a late charge is for. */
		aboutId: ref('about_id'),
		/** Nobody reminds of it. */
		remindersOff: flag('reminders_off'),
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
		index('invoices_drafts')
			.on(t.kind)
			.where(sql`issued_at is null`),
		index('invoices_open')
			.on(t.due)
			.where(sql`issued_at is not null and voided_at is null and total > paid`),
		check('invoices_total', sql`${t.net} + ${t.tax} = ${t.total} and ${t.total} >= 0`)
	]
);

/** What an invoice bills of one job: its own tax, cumulated with what was billed of this job before. The parts make the invoice. */
export const invoiceParts = sqliteTable(
	'invoice_parts',
	{
		id: id(),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		kind: text('kind', { enum: INVOICE_KINDS }).notNull(),
		position: integer('position').notNull(),
		title: text('title').notNull(),
		/** How its customer reads hours and materials: one by one, by day, or as one line. It never changes the sum. */
		grouping: text('grouping', { enum: ['each', 'day', 'one'] })
			.notNull()
			.default('each'),
		net: cents('net').notNull(),
		retained: cents('retained').notNull().default(0),
		taxes: text('taxes', { mode: 'json' }).$type<ComponentTax[]>().notNull(),
		tax: cents('tax').notNull()
	},
	(t) => [index('invoice_parts_invoice').on(t.invoiceId, t.position), index('invoice_parts_job').on(t.jobId)]
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
		costEntryId: ref('cost_entry_id').references(() => costEntries.id),
		partId: ref('part_id').references(() => invoiceParts.id),
		/** The day of the cost it bills. */
		day: day('day'),
		/** What of it is held back as retainage. */
		retained: cents('retained').notNull().default(0)
	},
	(t) => [
		index('invoice_lines_part').on(t.partId),
		index('invoice_lines_invoice').on(t.invoiceId, t.position),
		index('invoice_lines_contract').on(t.contractLineId),
		index('invoice_lines_cost').on(t.costEntryId)
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

/** What of an issued invoice is taken back: line by line, with its taxes. The amount settles what is open of it; the rest is the customer's credit. */
export const creditNotes = sqliteTable(
	'credit_notes',
	{
		id: id(),
		number: integer('number').notNull(),
		invoiceId: ref('invoice_id')
			.notNull()
			.references(() => invoices.id),
		customerId: ref('customer_id')
			.notNull()
			.references(() => customers.id),
		/** The part of it that is credited: one job's. */
		partId: ref('part_id')
			.notNull()
			.references(() => invoiceParts.id),
		day: day('day').notNull(),
		reason: text('reason').notNull(),
		net: cents('net').notNull(),
		taxes: text('taxes', { mode: 'json' }).$type<ComponentTax[]>().notNull(),
		tax: cents('tax').notNull(),
		total: cents('total').notNull(),
		paymentId: ref('payment_id').references(() => payments.id),
		at: instant('at').notNull()
	},
	(t) => [
		uniqueIndex('credit_notes_number').on(t.number),
		index('credit_notes_invoice').on(t.invoiceId),
		index('credit_notes_part').on(t.partId),
		index('credit_notes_day').on(t.day),
		index('credit_notes_customer').on(t.customerId),
		check('credit_notes_total', sql`${t.net} + ${t.tax} = ${t.total} and ${t.total} > 0`)
	]
);

export const creditLines = sqliteTable(
	'credit_lines',
	{
		id: id(),
		creditId: ref('credit_id')
			.notNull()
			.references(() => creditNotes.id),
		invoiceLineId: ref('invoice_line_id')
			.notNull()
			.references(() => invoiceLines.id),
		amount: cents('amount').notNull()
	},
	(t) => [index('credit_lines_credit').on(t.creditId), index('credit_lines_line').on(t.invoiceLineId)]
);

/** An application for payment to a general contractor: by the lines of the contract, to a period's end. Certified, it is an invoice. */
export const payApplications = sqliteTable(
	'pay_applications',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		number: integer('number').notNull(),
		periodEnd: day('period_end').notNull(),
		state: text('state', { enum: ['draft', 'sent', 'certified', 'void'] }).notNull(),
		/** Hundredths of a percent held of work and of stored materials. */
		workRate: integer('work_rate').notNull(),
		storedRate: integer('stored_rate').notNull(),
		release: text('release', { enum: ['hold', 'all', 'amount'] }).notNull(),
		releaseAmount: cents('release_amount').notNull().default(0),
		sentAt: instant('sent_at'),
		certifiedAt: instant('certified_at'),
		invoiceId: ref('invoice_id').references(() => invoices.id),
		version: version()
	},
	(t) => [
		uniqueIndex('pay_applications_number')
			.on(t.jobId, t.number)
			.where(sql`state <> 'void'`),
		index('pay_applications_job').on(t.jobId, t.number),
		index('pay_applications_period').on(t.periodEnd),
		index('pay_applications_state').on(t.state)
	]
);

/** A line of an application: as applied for, and as certified where that was less. */
export const payApplicationLines = sqliteTable(
	'pay_application_lines',
	{
		id: id(),
		applicationId: ref('application_id')
			.notNull()
			.references(() => payApplications.id),
		contractLineId: ref('contract_line_id')
			.notNull()
			.references(() => contractLines.id),
		position: integer('position').notNull(),
		scheduled: cents('scheduled').notNull(),
		previous: cents('previous').notNull(),
		completed: cents('completed').notNull(),
		stored: cents('stored').notNull(),
		certified: cents('certified'),
		/** Retainage of this line that this application releases. */
		released: cents('released').notNull().default(0)
	},
	(t) => [
		index('pay_application_lines_application').on(t.applicationId, t.position),
		index('pay_application_lines_contract').on(t.contractLineId)
	]
);

/** An invoice that comes again by a rule. */
export const repeatInvoices = sqliteTable(
	'repeat_invoices',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		name: text('name').notNull(),
		rule: text('rule', { mode: 'json' }).$type<RepeatRule>().notNull(),
		onHoliday: text('on_holiday', { enum: ['leave', 'move', 'skip'] }).notNull(),
		lines: text('lines', { mode: 'json' }).$type<{ text: string; amount: number; taxCodeId: string | null }[]>().notNull(),
		/** Made only, or issued and sent too. */
		send: flag('send'),
		paused: flag('paused'),
		/** What falls on this day or before is over. */
		madeTo: day('made_to').notNull(),
		version: version()
	},
	(t) => [index('repeat_invoices_job').on(t.jobId)]
);

/** An occurrence that is billed: by the day it falls on, wherever it was moved to. */
export const repeatInvoiceDays = sqliteTable(
	'repeat_invoice_days',
	{
		id: id(),
		ruleId: ref('rule_id')
			.notNull()
			.references(() => repeatInvoices.id),
		occursOn: day('occurs_on').notNull(),
		invoiceId: ref('invoice_id').references(() => invoices.id)
	},
	(t) => [uniqueIndex('repeat_invoice_days_one').on(t.ruleId, t.occursOn), index('repeat_invoice_days_invoice').on(t.invoiceId)]
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
		method: text('method', { enum: ['card', 'check', 'cash', 'transfer', 'on account', 'credit note', 'write-off', 'discount'] }).notNull(),
		amount: cents('amount').notNull(),
		reference: words('reference'),
		processorId: text('processor_id'),
		/** The payment that came back; this one is minus it, against the same invoices. */
		returnsId: ref('returns_id'),
		/** What of it settles invoices, kept by triggers; the rest is the customer's credit. */
		used: cents('used').notNull().default(0)
	},
	(t) => [
		index('payments_at').on(t.at),
		index('payments_left')
			.on(t.customerId)
			.where(sql`amount <> used`),
		uniqueIndex('payments_returns').on(t.returnsId),
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
