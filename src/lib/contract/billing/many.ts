import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, MailOrEmpty, Name, Nothing, RepeatInput, strict, Text, Version } from '../inputs';

const Grouping = Type.Union([Type.Literal('each'), Type.Literal('day'), Type.Literal('one')]);

/**
 * Makes the invoices of many jobs: one for each job, or one for each customer. Of finished jobs the rest of the contract; of all, hours, materials and
 * visits up to a day. What cannot be billed is named with its reason, and keeps nothing else from being billed. What is billed already is left out: run
 * twice, or by two people, it bills nothing twice.
 */
export const billingDay = command('invoices.billing-day', {
	right: 'invoices.change',
	size: 1_000_000,
	input: Type.Object(
		{
			jobIds: Type.Array(Id, { minItems: 1, maxItems: 1000, uniqueItems: true }),
			by: Type.Union([Type.Literal('job'), Type.Literal('customer')]),
			cutOff: DayText,
			grouping: Grouping,
			/** Where the jobs move to once they are billed; null: they stay where they are. */
			stageId: Type.Union([Id, Type.Null()]),
			/** Issued and sent at once; else they are drafts to be looked through. */
			issue: Type.Boolean(),
			text: Text(8000)
		},
		strict
	),
	output: Type.Object(
		{
			made: Type.Array(
				Type.Object(
					{
						invoiceId: Type.String(),
						number: Type.Union([Type.Integer(), Type.Null()]),
						customer: Type.String(),
						jobs: Type.Integer(),
						total: Type.Integer(),
						sent: Type.Boolean()
					},
					strict
				)
			),
			left: Type.Array(Type.Object({ jobId: Type.String(), name: Type.String(), why: Type.String() }, strict))
		},
		strict
	)
});

/** Issues drafts in one go, each with the usual letter to its customer. One that cannot go out is named, the others go. */
export const issueMany = command('invoices.issue-many', {
	right: 'invoices.change',
	size: 1_000_000,
	input: Type.Object({ invoiceIds: Type.Array(Id, { minItems: 1, maxItems: 1000, uniqueItems: true }), text: Text(8000) }, strict),
	output: Type.Object(
		{ issued: Type.Integer(), left: Type.Array(Type.Object({ invoiceId: Type.String(), why: Type.String() }, strict)) },
		strict
	)
});

/** Takes back lines of an issued invoice: a credit note with its own number. It settles what is open; the rest is the customer's credit. Cents by line. */
export const creditInvoice = command('invoices.credit', {
	right: 'invoices.change',
	input: Type.Object(
		{
			invoiceId: Id,
			lines: Type.Array(Type.Object({ id: Id, amount: Type.Integer({ minimum: -1e12, maximum: 1e12 }) }, strict), {
				minItems: 1,
				maxItems: 5000
			}),
			reason: Name,
			/** Where it is mailed, as a link to its PDF; '': nowhere. */
			to: MailOrEmpty
		},
		strict
	),
	output: Type.Object({ number: Type.Integer(), total: Type.Integer(), credit: Type.Integer() }, strict)
});

/** An invoice that comes again by a rule; it bills from now on, never what is over. */
export const saveRepeatInvoice = command('invoices.save-repeat', {
	right: 'invoices.change',
	input: Type.Object(
		{
			ruleId: Type.Union([Id, Type.Null()]),
			jobId: Id,
			name: Name,
			rule: RepeatInput,
			onHoliday: Type.Union([Type.Literal('leave'), Type.Literal('move'), Type.Literal('skip')]),
			lines: Type.Array(
				Type.Object(
					{ text: Name, amount: Type.Integer({ minimum: -1e12, maximum: 1e12 }), taxCodeId: Type.Union([Id, Type.Null()]) },
					strict
				),
				{ minItems: 1, maxItems: 100 }
			),
			send: Type.Boolean(),
			version: Version
		},
		strict
	),
	output: Type.Object({ ruleId: Type.String() }, strict)
});

/** Paused, it bills nothing; what falls into the pause is not billed later. */
export const pauseRepeatInvoice = command('invoices.pause-repeat', {
	right: 'invoices.change',
	input: Type.Object({ ruleId: Id, paused: Type.Boolean(), version: Version }, strict),
	output: Nothing
});

/** Makes what is due of all rules, each occurrence once. */
export const makeRepeatInvoices = command('invoices.make-repeats', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ made: Type.Integer() }, strict)
});
