import { cleanName, typeOfFile, MOST_ATTACHED } from '../files';
import { newId } from '../ids';
import { attachments } from '../files/schema';
import { Refusal } from '../../core/refusal';
import { customers } from './schema';
import * as contract from '../../contract/files/attachments';
import { serve } from '../commands';
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
