import { say } from '../../contract/refusals/files';
import { Refusal } from '../../core/refusal';
import type { Context } from '../commands';
import { newId } from '../ids';
import { cleanName, MOST_ATTACHED, typeOfFile } from './attachments';
import { attachments } from './schema';

/** What may be kept with a record: everything we keep, a scan, or a PDF alone. */
const KINDS = {
	any: {
		takes: (type: string | null) => type !== null,
		else: say('kind-not-kept')
	},
	scan: {
		takes: (type: string | null) => type === 'application/pdf' || (type?.startsWith('image/') ?? false),
		else: say('no-scan')
	},
	'data sheet': { takes: (type: string | null) => type === 'application/pdf', else: say('no-data-sheet') }
};

/**
 * Keeps a file with a record, told by its content and not by its name.
 * @param subject the record, as “customer:ID”
 * @param usual what it is called where its name says nothing
 * @throws Refusal at “file”, for what is empty, too large or none of the kind
 */
export function keepWith(
	ctx: Context,
	subject: string,
	file: { name: string; bytes: unknown },
	kind: keyof typeof KINDS,
	usual: string
): { attachmentId: string; name: string } {
	const { bytes } = file;
	if (!Buffer.isBuffer(bytes) || bytes.length === 0) throw new Refusal(say('file-empty'), 'file');
	if (bytes.length > MOST_ATTACHED) throw new Refusal(say('file-larger-than-20-mb'), 'file');
	if (!KINDS[kind].takes(typeOfFile(bytes))) throw new Refusal(KINDS[kind].else, 'file');
	const name = cleanName(file.name) || usual;
	const a = ctx.insert(attachments, { id: newId(), subject, name, bytes, size: bytes.length, at: ctx.now, byName: ctx.who.name });
	return { attachmentId: a.id, name };
}

/** Takes a file off its record. @param of what the record is, as “customer” @returns the record and what the file was called */
export function takeOff(ctx: Context, attachmentId: string, of: string, what: string): { subject: string; name: string } {
	const a = ctx.get(attachments, attachmentId, what);
	if (!a.subject.startsWith(`${of}:`)) throw new Refusal(say('file-belongs-to-something-else'));
	ctx.remove(attachments, a.id);
	return { subject: a.subject, name: a.name };
}
