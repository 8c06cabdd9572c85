import type { App } from '../app';
import { wallTime } from '../../core/time';
import { customerInvoice, invoicePdf } from '../billing';
import { customerQuote } from './customer-quote';
import { letterheadOf, quotePdf } from '../documents';
import { attachment, typeOfFile } from '../files';
import { markedQuotedPhoto } from '../survey';
import { eq } from 'drizzle-orm';
import { revisions } from '../db/schema';

/** The PDF of a revision; null when there is none. */
export async function quoteDocument(
	app: App,
	revisionId: string,
	chosen: string[] | null = null
): Promise<{ name: string; bytes: Buffer } | null> {
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
		accepted: q.answer?.answer === 'accepted' ? { name: q.answer.name, day: wallTime(q.answer.at, q.zone).day } : null
	});
	return { name: `Quote-${q.number}-${q.revision}.pdf`, bytes };
}

export async function invoiceDocument(app: App, invoiceId: string): Promise<{ name: string; bytes: Buffer } | null> {
	const v = customerInvoice(app, invoiceId);
	if (!v) return null;
	const bytes = await invoicePdf({ ...v, letterhead: letterheadOf(app, v.language) });
	return { name: `Invoice-${v.number ?? 'draft'}.pdf`, bytes };
}

/** A PDF as a response, or a 404 in words. */
export function pdfResponse(doc: { name: string; bytes: Buffer } | null): Response {
	if (!doc) return new Response('There is no such document.', { status: 404 });
	return new Response(new Uint8Array(doc.bytes), {
		headers: {
			'content-type': 'application/pdf',
			'content-disposition': `inline; filename="${doc.name}"`,
			'cache-control': 'private, no-store'
		}
	});
}
