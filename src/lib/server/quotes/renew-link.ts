import * as contract from '../../contract/links/links';
import { serve } from '../commands';
import { renewLink } from '../links';
import { quotes, revisions } from './schema';

export const renewQuoteLink = serve(contract.renewQuoteLink, (ctx, i) => {
	const quote = ctx.get(quotes, ctx.get(revisions, i.subjectId, 'This quote').quoteId, 'This quote');
	return renewLink(ctx, 'quote', i, { jobId: quote.jobId, what: `quote ${quote.number}` });
});
