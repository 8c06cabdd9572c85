import { Type } from '@sinclair/typebox';
import type { Right } from '../../core/access';
import { command, type LinkKind } from '../define';
import { Id, strict } from '../inputs';

/** What it takes to send a link of each kind, and so to read or renew it. */
export const SENDS: Record<LinkKind, Right> = {
	quote: 'quotes.issue',
	invoice: 'invoices.change',
	password: 'people.change',
	firm: 'plan.change',
	calendar: 'own.account',
	document: 'jobs.change',
	visits: 'plan.change'
};

const renewal = {
	input: Type.Object({ subjectId: Id, renew: Type.Boolean() }, strict),
	output: Type.Object({ linkId: Type.Union([Type.String(), Type.Null()]) }, strict)
};

/** Ends the link to a quote that went to the wrong person, and where it is wanted makes another. */
export const renewQuoteLink = command('quotes.renew-link', { right: SENDS.quote, ...renewal });
/** The same for an invoice. */
export const renewInvoiceLink = command('invoices.renew-link', { right: SENDS.invoice, ...renewal });
