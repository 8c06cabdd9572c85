import * as contract from '../../contract/files/attachments';
import { serve } from '../commands';
import { keepWith } from '../files';
import { quotes, revisions } from './schema';

export const attachScan = serve(contract.attachScan, (ctx, i) => {
	const r = ctx.get(revisions, i.revisionId, 'This quote');
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	const { attachmentId, name } = keepWith(ctx, `revision:${r.id}`, i, 'scan', 'signed.pdf');
	ctx.happened(`job:${quote.jobId}`, 'quotes.attach-scan', { number: quote.number, name });
	return { attachmentId };
});
