import { say } from '../../contract/refusals/field';
import { holdBack, issue, recordAnswer } from '../quotes';
import { eq } from 'drizzle-orm';
import * as contract from '../../contract/field/sell';
import type { QuoteLayout } from '../../core/documents';
import { quantity } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { items } from '../catalog/schema';
import { estimates, lines, scopes } from '../estimates/schema';
import { quotes, revisions } from '../quotes/schema';
import { beginChange, itemLines, pricerOf, putService, nextLine } from '../estimates';
import { isDrawable } from '../files';
import { newId } from '../ids';
import { workJob } from '../planning';

/** What is sold on site is shown line by line: the customer stands beside it and asks. */
export const ON_SITE: QuoteLayout = { layout: 'detailed', detail: 'lines', amounts: 'lines', dataSheets: false };

export const offerOnSite = serve(contract.offerOnSite, (ctx, i, actor) => {
	const job = workJob(ctx, i.jobId);
	if (i.services.length + i.items.length === 0) throw new Refusal(say('choose-what-sold'), 'services');
	const change = beginChange(ctx, job.id, i.title.trim());
	const scope = ctx.insert(scopes, { id: newId(), estimateId: change.id, name: i.title.trim(), position: 0 });
	for (const s of i.services) putService(ctx, scope, s.serviceId, quantity(s.quantity), s.hours === null ? null : quantity(s.hours));
	const asLine = itemLines(ctx, change.id, pricerOf(ctx, change.id));
	for (const x of i.items) {
		const item = ctx.get(items, x.itemId, 'This item');
		ctx.insert(lines, {
			id: newId(),
			scopeId: scope.id,
			position: nextLine(ctx, scope.id),
			...asLine(item),
			source: { by: 'typed', quantity: quantity(x.quantity) }
		});
	}
	const { revisionId } = issue(ctx, { estimateId: change.id, to: '', subject: '', text: '', layout: ON_SITE }, actor);
	const revision = ctx.get(revisions, revisionId, 'This offer');
	ctx.happened(`job:${job.id}`, 'field.offer', { total: revision.total, revisionId }, 'field', 'track');
	return { revisionId, total: revision.total };
});

/** An offer that was made on site, with its job. @throws Refusal for a quote that is none: those are answered by their customer's link */
export function offer(ctx: Context, revisionId: string) {
	const revision = ctx.get(revisions, revisionId, 'This offer');
	const quote = ctx.get(quotes, revision.quoteId, 'This quote');
	const estimate = ctx.get(estimates, quote.estimateId, 'Its estimate');
	if (estimate.change === null || revision.sentTo !== '') throw new Refusal(say('not-offered-on-site'));
	return { revision, quote, change: estimate.change };
}

export const signSale = serve(contract.signSale, (ctx, i) => {
	const { revision, quote, change } = offer(ctx, i.revisionId);
	if (!isDrawable(i.signature)) throw new Refusal(say('please-sign-in-box'), 'signature');
	if (revision.state === 'accepted') return { total: revision.total };
	const { total } = recordAnswer(ctx, revision, {
		answer: 'accepted',
		name: i.name,
		signature: i.signature,
		agreed: i.agreed,
		chosen: [],
		reason: '',
		address: '',
		agent: `on site, with ${ctx.who.name}`,
		byHand: false
	});
	ctx.happened(`job:${quote.jobId}`, 'field.sold', { jobId: quote.jobId, change, total, name: i.name.trim() }, 'field', 'today');
	return { total };
});

export const dropOffer = serve(contract.dropOffer, (ctx, i) => {
	const { revision, quote } = offer(ctx, i.revisionId);
	if (revision.state === 'withdrawn') return;
	if (revision.state !== 'open') throw new Refusal(say('part-already', { state: revision.state }));
	ctx.db.update(revisions).set({ state: 'withdrawn' }).where(eq(revisions.id, revision.id)).run();
	holdBack(ctx, revision.id);
	ctx.happened(`job:${quote.jobId}`, 'field.not-sold', { number: quote.number }, 'field', 'track');
});
