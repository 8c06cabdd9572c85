import * as contract from '../../contract/files/attachments';
import { desc, eq } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { attachments, customers, items, quotes, revisions } from '../db/schema';
import { newId } from '../ids';

export const MOST_ATTACHED = 20_000_000;

const cleanName = (name: string): string => name.replace(/[\\/\u0000-\u001f"]/g, ' ').trim();

export const attachToItem = serve(contract.attachToItem, (ctx, i) => {
	ctx.get(items, i.itemId, 'This item');
	if (!Buffer.isBuffer(i.bytes) || i.bytes.subarray(0, 5).toString('latin1') !== '%PDF-')
		throw new Refusal('A data sheet is a PDF. This file is none.', 'file');
	if (i.bytes.length > MOST_ATTACHED) throw new Refusal('The file is larger than 20 MB.', 'file');
	const name = cleanName(i.name) || 'data sheet.pdf';
	const a = ctx.insert(attachments, {
		id: newId(),
		subject: `item:${i.itemId}`,
		name,
		bytes: i.bytes,
		size: i.bytes.length,
		at: ctx.now,
		byName: ctx.who.name
	});
	ctx.happened(`item:${i.itemId}`, 'catalog.attach', { name }, 'catalog');
	return { attachmentId: a.id };
});

export const detachFromItem = serve(contract.detachFromItem, (ctx, i) => {
	const a = ctx.get(attachments, i.attachmentId, 'This data sheet');
	if (!a.subject.startsWith('item:')) throw new Refusal('This file belongs to something else.');
	ctx.remove(attachments, a.id);
	ctx.happened(a.subject, 'catalog.detach', { name: a.name }, 'catalog');
});

/** What a kept file is, told by how it begins; null for what is not kept: programs, pages, archives of unknown content. */
export function typeOfFile(bytes: Buffer): string | null {
	const head = bytes.subarray(0, 12).toString('latin1');
	if (head.startsWith('%PDF-')) return 'application/pdf';
	if (head.startsWith('\u0089PNG\r\n')) return 'image/png';
	if (head.startsWith('\u00ff\u00d8\u00ff')) return 'image/jpeg';
	if (head.startsWith('RIFF') && head.slice(8) === 'WEBP') return 'image/webp';
	// Documents and spreadsheets in the open packages of ISO 29500 and ISO 26300.
	if (
		head.startsWith('PK\u0003\u0004') &&
		/\[Content_Types\]\.xml|mimetypeapplication\/vnd\.oasis/.test(bytes.subarray(0, 4000).toString('latin1'))
	)
		return 'application/octet-stream';
	if (!bytes.subarray(0, 8000).includes(0) && !/^\s*</.test(head)) return 'text/plain';
	return null;
}

export const attachToCustomer = serve(contract.attachToCustomer, (ctx, i) => {
	ctx.get(customers, i.customerId, 'This customer');
	if (!Buffer.isBuffer(i.bytes) || i.bytes.length === 0) throw new Refusal('The file is empty.', 'file');
	if (i.bytes.length > MOST_ATTACHED) throw new Refusal('The file is larger than 20 MB.', 'file');
	if (typeOfFile(i.bytes) === null)
		throw new Refusal('PDF, pictures, text, documents and spreadsheets are kept. This file is none of them.', 'file');
	const name = cleanName(i.name) || 'file';
	const subject = `customer:${i.customerId}`;
	const a = ctx.insert(attachments, {
		...{ id: newId(), subject, name, bytes: i.bytes, size: i.bytes.length, at: ctx.now, byName: ctx.who.name }
	});
	ctx.happened(subject, 'customers.attach', { name }, 'customers');
	return { attachmentId: a.id };
});

export const detachFromCustomer = serve(contract.detachFromCustomer, (ctx, i) => {
	const a = ctx.get(attachments, i.attachmentId, 'This file');
	if (!a.subject.startsWith('customer:')) throw new Refusal('This file belongs to something else.');
	ctx.remove(attachments, a.id);
	ctx.happened(a.subject, 'customers.detach', { name: a.name }, 'customers');
});

export const attachScan = serve(contract.attachScan, (ctx, i) => {
	const r = ctx.get(revisions, i.revisionId, 'This quote');
	const type = Buffer.isBuffer(i.bytes) ? typeOfFile(i.bytes) : null;
	if (type !== 'application/pdf' && !type?.startsWith('image/'))
		throw new Refusal('A scan is a PDF or a picture. This file is neither.', 'file');
	if (i.bytes.length > MOST_ATTACHED) throw new Refusal('The file is larger than 20 MB.', 'file');
	const name = cleanName(i.name) || 'signed.pdf';
	const a = ctx.insert(attachments, {
		...{ id: newId(), subject: `revision:${r.id}`, name, bytes: i.bytes, size: i.bytes.length, at: ctx.now, byName: ctx.who.name }
	});
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	ctx.happened(`job:${quote.jobId}`, 'quotes.attach-scan', { number: quote.number, name });
	return { attachmentId: a.id };
});

/** What is attached to a record, newest first, without its content. */
export const attachedTo = (app: App, subject: string) =>
	app.db.orm
		.select({ id: attachments.id, name: attachments.name, size: attachments.size, at: attachments.at, byName: attachments.byName })
		.from(attachments)
		.where(eq(attachments.subject, subject))
		.orderBy(desc(attachments.at))
		.all();

export const attachment = (app: App, id: string) => app.db.orm.select().from(attachments).where(eq(attachments.id, id)).get();
