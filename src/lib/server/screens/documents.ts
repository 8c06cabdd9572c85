import type { App } from '../app';
import { wallTime } from '../../core/time';
import { TooMany } from '../commands';
import { customerInvoice, invoicePdf } from '../billing';
import { customerQuote } from './customer-quote';
import { signaturesOf } from '../quotes';
import { letterheadOf, paperTurns, quotePdf } from '../documents';
import { attachment, pictureOf, typeOfFile } from '../files';
import { issued } from '../site-forms';
import { markedQuotedPhoto } from '../survey';
import { eq } from 'drizzle-orm';
import { revisions } from '../db/schema';

interface Paper {
	name: string;
	bytes: Buffer;
}

/**
 * The PDF of a revision; null when there is none. As it went out it is kept, and again as it was accepted: a new letterhead changes nothing that was
 * given out. With a choice that is only being tried it is made anew.
 */
export function quoteDocument(app: App, revisionId: string, chosen: string[] | null = null): Promise<Paper | null> {
	const make = () => makeQuote(app, revisionId, chosen);
	const revision = app.db.orm.select({ state: revisions.state }).from(revisions).where(eq(revisions.id, revisionId)).get();
	if (!revision) return Promise.resolve(null);
	// Whoever signs first of several settles the options: until the last one has signed it is neither of both.
	if ((chosen ?? []).length > 0 || (revision.state === 'open' && signaturesOf(app.db.orm, revisionId).length > 0)) return make();
	return issued(app, revision.state === 'accepted' ? `quote:${revisionId}:accepted` : `quote:${revisionId}`, make);
}

/** A kept picture as a data address; empty where there is none. */
function pictureAddress(app: App, fileId: string): string {
	const file = fileId === '' ? undefined : pictureOf(app, fileId);
	return file ? `data:${file.type};base64,${file.bytes.toString('base64')}` : '';
}

async function makeQuote(app: App, revisionId: string, chosen: string[] | null): Promise<Paper | null> {
	const q = customerQuote(app, revisionId, chosen);
	const issued = app.db.orm
		.select({ at: revisions.issuedAt, signers: revisions.signers })
		.from(revisions)
		.where(eq(revisions.id, revisionId))
		.get();
	if (!q || !issued) return null;
	const bytes = await quotePdf({
		letterhead: letterheadOf(app, q.language),
		number: q.number,
		revision: q.revision,
		day: wallTime(issued.at, q.zone).day,
		validUntil: q.validUntil,
		...q.header,
		signers: issued.signers,
		pictures: await Promise.all(
			q.header.photos.map(async (p) => ({
				data: await markedQuotedPhoto(app, p, q.system),
				caption: p.caption,
				pins: p.pins.map((pin) => `${pin.n} ${pin.text}`)
			}))
		).then((all) => all.flatMap((p) => (p.data ? [{ ...p, data: p.data }] : []))),
		sheets: q.header.sheets.flatMap((s) => {
			const file = attachment(app, s.id);
			// Only a PDF can stand at the end of one; other files stay links.
			return file && typeOfFile(file.bytes) === 'application/pdf' ? [{ name: s.name, bytes: new Uint8Array(file.bytes) }] : [];
		}),
		view: q.view,
		deposit: q.depositAsked,
		recurring: q.recurring,
		issuer: q.header.estimator && { ...q.header.estimator, picture: pictureAddress(app, q.header.estimator.pictureId) },
		accepted: q.answer?.answer === 'accepted' ? { name: q.answer.name, day: wallTime(q.answer.at, q.zone).day } : null
	});
	return { name: `Quote-${q.number}-${q.revision}.pdf`, bytes };
}

/** The PDF of an invoice: kept as it went out; with what was paid since, crossed out, or as a draft it is made anew. */
export function invoiceDocument(app: App, invoiceId: string): Promise<Paper | null> {
	const v = customerInvoice(app, invoiceId);
	if (!v) return Promise.resolve(null);
	const make = async () => ({
		name: `Invoice-${v.number ?? 'draft'}.pdf`,
		bytes: await invoicePdf({ ...v, letterhead: letterheadOf(app, v.language) })
	});
	return v.number !== null && v.state !== 'void' && v.paid === 0 ? issued(app, `invoice:${invoiceId}`, make) : make();
}

/**
 * A PDF as a response when its turn has come, or a 404 in words.
 * @param ticket by which whoever waits can ask for their place
 */
export async function pdfResponse(make: () => Promise<Paper | null> | null, ticket = ''): Promise<Response> {
	const doc = await paperTurns
		.run(ticket, async () => make())
		.catch((e: unknown) => {
			if (e instanceof TooMany) return e;
			throw e;
		});
	if (doc instanceof TooMany) return new Response(doc.message, { status: 429, headers: { 'retry-after': '30' } });
	if (!doc) return new Response('There is no such document.', { status: 404 });
	return new Response(new Uint8Array(doc.bytes), {
		headers: {
			'content-type': 'application/pdf',
			'content-disposition': `inline; filename="${doc.name}"`,
			'cache-control': 'private, no-store'
		}
	});
}
