import { eq } from 'drizzle-orm';
import type { App } from '../app';
import { applicationDocument, creditDocument } from '../billing';
import { orderDocument } from '../buying';
import { todayOf } from '../company';
import { orders, payApplications } from '../db/schema';
import { statementDocument } from '../receivables';
import { certificateDocument, handoverDocument, issued } from '../site-forms';

interface Issued {
	name: string;
	bytes: Buffer;
}

/** An order as it went out; a draft is made anew each time. */
export function orderPaper(app: App, id: string): Promise<Issued | null> {
	const state = app.db.orm.select({ state: orders.state }).from(orders).where(eq(orders.id, id)).get()?.state;
	return state === 'sent' || state === 'closed' ? issued(app, `order:${id}`, () => orderDocument(app, id)) : orderDocument(app, id);
}

/** A pay application as it went out; a draft is made anew each time. */
export function applicationPaper(app: App, id: string): Promise<Issued | null> {
	const state = app.db.orm.select({ state: payApplications.state }).from(payApplications).where(eq(payApplications.id, id)).get()?.state;
	return state === 'sent' || state === 'certified'
		? issued(app, `application:${id}`, () => applicationDocument(app, id))
		: applicationDocument(app, id);
}

/** A credit note as it was given. */
export const creditPaper = (app: App, id: string): Promise<Issued | null> => issued(app, `credit:${id}`, () => creditDocument(app, id));

/** The document a link opens, by what it is called among the kept files. */
export async function documentOf(app: App, subject: string): Promise<Issued | null> {
	const [kind, id = '', customerId = '', from = '', to = ''] = subject.split(':');
	if (kind === 'certificate') return certificateDocument(app, id);
	if (kind === 'handover') return handoverDocument(app, id);
	if (kind === 'credit') return creditPaper(app, id);
	if (kind === 'order') return orderPaper(app, id);
	if (kind === 'application') return applicationPaper(app, id);
	if (kind === 'statement') return issued(app, subject, () => statementDocument(app, customerId, from, to, todayOf(app)));
	return null;
}
