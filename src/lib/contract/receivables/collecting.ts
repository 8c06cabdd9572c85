import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, MailOrEmpty, Name, Nothing, strict, Text, Version } from '../inputs';

const Cents = Type.Integer({ minimum: 1, maximum: 1e12 });
const Reason = Type.String({ minLength: 1, maxLength: 400, pattern: '\\S' });

/** A payment came back, a check that bounced: minus its amount, against the same invoices. Once. */
export const returnPayment = command('payments.return', {
	right: 'payments.record',
	input: Type.Object({ paymentId: Id, day: DayText, reason: Reason }, strict),
	output: Type.Object({ opened: Type.Integer() }, strict)
});

/** What will not be paid of an invoice: given as a discount, or lost. */
export const writeOff = command('payments.write-off', {
	right: 'payments.record',
	input: Type.Object(
		{ invoiceId: Id, amount: Cents, as: Type.Union([Type.Literal('write-off'), Type.Literal('discount')]), reason: Reason },
		strict
	),
	output: Nothing
});

/** Sends the reminders of invoices that are due, each step of an invoice once, and notes plans that were broken. */
export const remindInvoices = command('invoices.remind-due', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ sent: Type.Integer() }, strict)
});

/** Switches reminders off or on for one invoice. */
export const quietInvoice = command('invoices.quiet', {
	right: 'invoices.change',
	input: Type.Object({ invoiceId: Id, off: Type.Boolean() }, strict),
	output: Nothing
});

/** The company's rules: when invoices are reminded of, and what is asked for paying late (hundredths of a percent a year). */
export const setCollecting = command('company.collecting', {
	right: 'company.change',
	input: Type.Object(
		{
			on: Type.Boolean(),
			after: Type.Array(Type.Integer({ minimum: 1, maximum: 365 }), { maxItems: 6, uniqueItems: true }),
			yearly: Type.Integer({ minimum: 0, maximum: 10_000 }),
			grace: Type.Integer({ minimum: 0, maximum: 365 })
		},
		strict
	),
	output: Nothing
});

/** What a customer said when they were called; a promise stands on all that is overdue of them. */
export const noteCall = command('invoices.note-call', {
	right: 'invoices.change',
	input: Type.Object({ customerId: Id, text: Name, promise: Type.Union([DayText, Type.Null()]) }, strict),
	output: Nothing
});

/** What is open of an invoice is paid in parts on agreed days; kept, nobody is reminded. */
export const agreePlan = command('invoices.agree-plan', {
	right: 'invoices.change',
	input: Type.Object(
		{
			invoiceId: Id,
			parts: Type.Integer({ minimum: 2, maximum: 60 }),
			first: DayText,
			every: Type.Union([Type.Literal('week'), Type.Literal('two weeks'), Type.Literal('month')]),
			grace: Type.Integer({ minimum: 0, maximum: 60 })
		},
		strict
	),
	output: Nothing
});

export const endPlan = command('invoices.end-plan', {
	right: 'invoices.change',
	input: Type.Object({ planId: Id, version: Version }, strict),
	output: Nothing
});

/** Drafts the late charge of an invoice to today, less what was charged before. */
export const chargeLate = command('invoices.charge-late', {
	right: 'invoices.change',
	input: Type.Object({ invoiceId: Id }, strict),
	output: Type.Object({ invoiceId: Type.String(), total: Type.Integer() }, strict)
});

/** A statement of account for a period, kept as it was and mailed as a link. */
export const sendStatement = command('invoices.send-statement', {
	right: 'books.see',
	input: Type.Object({ customerId: Id, from: DayText, to: DayText, mailTo: MailOrEmpty, text: Text(8000) }, strict),
	output: Type.Object({ statementId: Type.String() }, strict)
});
