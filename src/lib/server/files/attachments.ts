import { desc, eq } from 'drizzle-orm';
import type { App } from '../app';
import { attachments } from './schema';

export const MOST_ATTACHED = 20_000_000;

export const cleanName = (name: string): string => name.replace(/[\\/\u0000-\u001f"]/g, ' ').trim();

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

/** What is attached to a record, newest first, without its content. */
export const attachedTo = (app: App, subject: string) =>
	app.db.orm
		.select({ id: attachments.id, name: attachments.name, size: attachments.size, at: attachments.at, byName: attachments.byName })
		.from(attachments)
		.where(eq(attachments.subject, subject))
		.orderBy(desc(attachments.at))
		.all();

export const attachment = (app: App, id: string) => app.db.orm.select().from(attachments).where(eq(attachments.id, id)).get();
