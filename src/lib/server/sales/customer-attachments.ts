import * as contract from '../../contract/files/attachments';
import { serve } from '../commands';
import { keepWith, takeOff } from '../files';
import { customers } from './schema';

export const attachToCustomer = serve(contract.attachToCustomer, (ctx, i) => {
	const customer = ctx.get(customers, i.customerId, 'This customer');
	const { attachmentId, name } = keepWith(ctx, `customer:${customer.id}`, i, 'any', 'file');
	ctx.happened(`customer:${customer.id}`, 'customers.attach', { name }, 'customers');
	return { attachmentId };
});

export const detachFromCustomer = serve(contract.detachFromCustomer, (ctx, i) => {
	const { subject, name } = takeOff(ctx, i.attachmentId, 'customer', 'This file');
	ctx.happened(subject, 'customers.detach', { name }, 'customers');
});
