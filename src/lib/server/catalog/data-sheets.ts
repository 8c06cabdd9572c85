import { cleanName, MOST_ATTACHED } from '../files';
import { newId } from '../ids';
import { attachments } from '../files/schema';
import { Refusal } from '../../core/refusal';
import { items } from './schema';
import * as contract from '../../contract/files/attachments';
import { serve } from '../commands';
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
