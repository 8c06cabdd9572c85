import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, MailOrEmpty, Nothing, strict, Text, Version } from '../inputs';

const Cents = Type.Integer({ minimum: -1e12, maximum: 1e12 });
const Percent = Type.Integer({ minimum: 0, maximum: 10_000 });

/** Begins the next pay application of a job, with what the one before had. One is under way at a time. */
export const beginApplication = command('invoices.begin-application', {
	right: 'invoices.change',
	input: Type.Object({ jobId: Id, periodEnd: DayText }, strict),
	output: Type.Object({ applicationId: Type.String() }, strict)
});

/** What is completed to date and stored now of each line, in cents; what is held of it, and what of the retainage is released. */
export const saveApplication = command('invoices.save-application', {
	right: 'invoices.change',
	input: Type.Object(
		{
			applicationId: Id,
			periodEnd: DayText,
			workRate: Percent,
			storedRate: Percent,
			release: Type.Union([Type.Literal('hold'), Type.Literal('all'), Type.Literal('amount')]),
			releaseAmount: Type.Integer({ minimum: 0, maximum: 1e12 }),
			lines: Type.Array(Type.Object({ id: Id, completed: Cents, stored: Type.Integer({ minimum: 0, maximum: 1e12 }) }, strict), {
				maxItems: 5000
			}),
			version: Version
		},
		strict
	),
	output: Nothing
});

export const discardApplication = command('invoices.discard-application', {
	right: 'invoices.change',
	input: Type.Object({ applicationId: Id }, strict),
	output: Nothing
});

/** It goes out to be certified: frozen, as a PDF behind a link. */
export const sendApplication = command('invoices.send-application', {
	right: 'invoices.change',
	input: Type.Object({ applicationId: Id, to: MailOrEmpty, subject: Text(200), text: Text(8000), version: Version }, strict),
	output: Nothing
});

/**
 * What was certified: as applied for, one amount of this period's work, or by line the work completed to date. It becomes an invoice, issued on that day:
 * what is due now, and what is held.
 */
export const certifyApplication = command('invoices.certify-application', {
	right: 'invoices.change',
	input: Type.Object(
		{
			applicationId: Id,
			amount: Type.Union([Cents, Type.Null()]),
			lines: Type.Union([Type.Array(Type.Object({ id: Id, completed: Cents }, strict), { maxItems: 5000 }), Type.Null()]),
			version: Version
		},
		strict
	),
	output: Type.Object({ invoiceId: Type.Union([Type.String(), Type.Null()]), due: Type.Integer() }, strict)
});

/** Only the latest: its invoice is voided with it, and the next one takes its number again. */
export const voidApplication = command('invoices.void-application', {
	right: 'invoices.change',
	input: Type.Object({ applicationId: Id, reason: Type.String({ minLength: 1, maxLength: 400 }) }, strict),
	output: Nothing
});
