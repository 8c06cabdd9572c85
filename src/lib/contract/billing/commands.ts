import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, CentsIn, PercentIn, strict, DayText, MailOrEmpty, Text, Version, Nothing } from '../inputs';

/** So many percent of a total, or so much. */
const ShareIn = Type.Union([
	Type.Object({ by: Type.Literal('percent'), percent: PercentIn }, strict),
	Type.Object({ by: Type.Literal('amount'), amount: CentsIn }, strict)
]);

/** A deposit: a percent or an amount of the total with tax, billed on the lines in proportion. */
export const billDeposit = command('invoices.deposit', {
	right: 'invoices.change',
	input: Type.Object({ jobId: Id, deposit: ShareIn }, strict),
	output: Type.Object({ invoiceId: Type.String(), total: Type.Integer() }, strict)
});

/** The contract: a percent of the whole to date, or a percent to date of chosen lines. 100 % bills the exact rest. */
export const billContract = command('invoices.contract', {
	right: 'invoices.change',
	size: 1_000_000,
	input: Type.Object(
		{
			jobId: Id,
			percent: Type.Optional(PercentIn),
			/** Instead: cents of the whole now, spread over what the lines have left. */
			amount: Type.Optional(Type.Integer({ minimum: 0, maximum: 1e12 })),
			/** Instead: by line a percent to date, or cents now. */
			lines: Type.Optional(
				Type.Array(
					Type.Object(
						{ id: Id, percent: Type.Optional(PercentIn), amount: Type.Optional(Type.Integer({ minimum: -1e12, maximum: 1e12 })) },
						strict
					),
					{ maxItems: 5000 }
				)
			)
		},
		strict
	),
	output: Type.Object({ invoiceId: Type.String(), total: Type.Integer() }, strict)
});

/** Time and materials up to a day, inclusive. Each cost is billed once. */
export const billCosts = command('invoices.costs', {
	right: 'invoices.change',
	size: 1_000_000,
	input: Type.Object(
		{
			jobId: Id,
			cutOff: DayText,
			costIds: Type.Optional(Type.Array(Id, { maxItems: 5000 })),
			/** Instead: which of them, each whole or with the cents of its charge that are billed now. */
			costs: Type.Optional(
				Type.Array(Type.Object({ id: Id, amount: Type.Optional(Type.Integer({ minimum: -1e12, maximum: 1e12 })) }, strict), {
					maxItems: 5000
				})
			),
			grouping: Type.Optional(Type.Union([Type.Literal('each'), Type.Literal('day'), Type.Literal('one')]))
		},
		strict
	),
	output: Type.Object({ invoiceId: Type.String(), total: Type.Integer() }, strict)
});

export const discardDraft = command('invoices.discard', {
	right: 'invoices.change',
	input: Type.Object({ invoiceId: Id }, strict),
	output: Nothing
});

/** Issues a draft: it gets its number, its day and due day, is mailed with a link, and settled from the customer's credit of this job. */
export const issueInvoice = command('invoices.issue', {
	right: 'invoices.change',
	input: Type.Object({ invoiceId: Id, to: MailOrEmpty, subject: Text(200), text: Text(8000), version: Version }, strict),
	output: Type.Object({ number: Type.Union([Type.Integer(), Type.Null()]), linkId: Type.Optional(Type.String()) }, strict)
});

/** Voids an issued invoice: what it billed can be billed again, what was paid on it becomes credit. */
export const voidInvoice = command('invoices.void', {
	right: 'invoices.change',
	input: Type.Object({ invoiceId: Id, reason: Type.String({ minLength: 1, maxLength: 400 }) }, strict),
	output: Nothing
});

export const notePromise = command('invoices.promise', {
	right: 'invoices.change',
	input: Type.Object({ invoiceId: Id, day: Type.Union([DayText, Type.Literal('')]) }, strict),
	output: Nothing
});
