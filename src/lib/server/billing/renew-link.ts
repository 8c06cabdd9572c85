import * as contract from '../../contract/links/links';
import { serve } from '../commands';
import { renewLink } from '../links';
import { invoices } from './schema';

export const renewInvoiceLink = serve(contract.renewInvoiceLink, (ctx, i) => {
	const invoice = ctx.get(invoices, i.subjectId, 'This invoice');
	return renewLink(ctx, 'invoice', i, { jobId: invoice.jobId, what: `invoice ${invoice.number ?? ''}` });
});
