import * as contract from '../../contract/files/attachments';
import { serve } from '../commands';
import { keepWith, takeOff } from '../files';
import { items } from './schema';

export const attachToItem = serve(contract.attachToItem, (ctx, i) => {
	const item = ctx.get(items, i.itemId, 'This item');
	const { attachmentId, name } = keepWith(ctx, `item:${item.id}`, i, 'data sheet', 'data sheet.pdf');
	ctx.happened(`item:${item.id}`, 'catalog.attach', { name }, 'catalog');
	return { attachmentId };
});

export const detachFromItem = serve(contract.detachFromItem, (ctx, i) => {
	const { subject, name } = takeOff(ctx, i.attachmentId, 'item', 'This data sheet');
	ctx.happened(subject, 'catalog.detach', { name }, 'catalog');
});
