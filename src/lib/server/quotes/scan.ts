import { cleanName, MOST_ATTACHED, typeOfFile } from '../files';
import { quotes, revisions } from './schema';
import { newId } from '../ids';
import { attachments } from '../files/schema';
import { Refusal } from '../../core/refusal';
import * as contract from '../../contract/files/attachments';
import { serve } from '../commands';
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
