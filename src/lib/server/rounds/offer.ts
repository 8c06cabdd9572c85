import { and, asc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/many';
import { percent, quantity, unitPrice, type Cents } from '../../core/money';
import { dayIn, mailWords, type Language } from '../../core/words';
import { seasonOf } from '../../core/rounds';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Actor, type Context } from '../commands';
import { settingsOf } from '../company';
import { laborLine, pricerOf } from '../estimates';
import { estimates, lines, scopes } from '../estimates/schema';
import { newId } from '../ids';
import { log } from '../log';
import { issue, lettersOf } from '../quotes';
import { quotes, revisions } from '../quotes/schema';
import { usualSheet } from '../rates';
import { addressesOf, openJobFor } from '../sales';
import { customers, jobs, sites, stages } from '../sales/schema';
import { takeScopes } from './of-quote';
import { priceIn } from './renew';
import { agreements, seasonOffers, seasonServices } from './schema';
import { seasonFor } from './services';

type Agreement = typeof agreements.$inferSelect;
type Service = typeof seasonServices.$inferSelect;

/** What is written on the quote of a season: what is done, how often, from when to when. */
function wordingOf(service: Service, a: Agreement, year: number, language: Language): string {
	const { from, to } = seasonOf(service, year);
	const often = mailWords(language).season({ visits: a.visits, from: dayIn(language, from), to: dayIn(language, to) });
	return [service.wording.trim(), often].filter(Boolean).join('\n\n');
}

/** An estimate of one scope that comes to the price exactly, with the hours that were sold. */
function estimateFor(
	ctx: Context,
	jobId: string,
	service: Service,
	of: { a: Agreement; year: number; price: Cents; language: Language }
): string {
	const job = ctx.get(jobs, jobId, 'Its job');
	const estimate = ctx.insert(estimates, { id: newId(), jobId, title: job.name, intro: '' });
	const scope = ctx.insert(scopes, {
		...{ id: newId(), estimateId: estimate.id, position: 0, name: service.name },
		wording: wordingOf(service, of.a, of.year, of.language)
	});
	const sheet = usualSheet(ctx.db, job.branchId);
	const row = { id: newId(), scopeId: scope.id, position: 0, settled: of.price };
	if (sheet !== null && of.a.hours > 0)
		ctx.insert(lines, {
			...{ ...laborLine(ctx, sheet, pricerOf(ctx, estimate.id), service.name), ...row },
			source: { by: 'typed', quantity: quantity(of.a.hours) }
		});
	else
		ctx.insert(lines, {
			...{ ...row, kind: 'other', name: service.name, wording: '', unit: 'each', unitCost: 0, unitPrice: unitPrice(of.price * 100) },
			...{ rule: { by: 'fixed', price: unitPrice(of.price * 100) }, source: { by: 'typed', quantity: quantity(10_000) } }
		});
	return estimate.id;
}

/** Offers one agreement for another year. @returns whether it went out */
function offerOne(ctx: Context, a: Agreement, service: Service, i: { year: number; price: Cents; send: boolean }, actor: Actor): boolean {
	const site = ctx.get(sites, a.siteId, 'Its site');
	seasonFor(ctx, service, site, i.year);
	if (openOffer(ctx, a.id, i.year)) throw new Refusal(say('offered-for-year-already', { address: site.address, year: i.year }), 'year');
	const customer = ctx.get(customers, a.customerId, 'Its customer');
	const job = openJobFor(ctx, {
		...{ name: `${service.name} ${i.year}, ${site.address.split(',')[0] ?? ''}`, customerId: customer.id, siteId: site.id },
		...{ kindOfWork: service.name, source: 'Season', wanted: '', branchId: ctx.get(jobs, a.jobId, 'Its job').branchId },
		personId: ctx.actor.type === 'person' ? ctx.actor.id : null
	});
	const estimateId = estimateFor(ctx, job.id, service, { a, year: i.year, price: i.price, language: customer.language });
	const letter = lettersOf(settingsOf(ctx.db), customer.language)[0];
	const to = i.send ? addressesOf(ctx.db, customer, 'getsQuotes') : '';
	// What it costs was said before: each against its break-even. A season is billed as it is done, and asks for nothing beforehand.
	const words = { subject: letter?.subject ?? '', text: letter?.text ?? '' };
	issue(ctx, { estimateId, to, ...words, deposit: percent(0), despite: true }, actor);
	ctx.insert(seasonOffers, {
		id: newId(),
		agreementId: a.id,
		year: i.year,
		jobId: job.id,
		price: i.price,
		visits: a.visits,
		hours: a.hours,
		at: ctx.now
	});
	return to !== '';
}

/** Whether an agreement is on offer for a year: a quote that is open, or was accepted. */
const openOffer = (ctx: Context, agreementId: string, year: number): boolean =>
	ctx.db
		.select({ id: seasonOffers.id })
		.from(seasonOffers)
		.innerJoin(quotes, eq(quotes.jobId, seasonOffers.jobId))
		.innerJoin(revisions, eq(revisions.quoteId, quotes.id))
		.where(and(eq(seasonOffers.agreementId, agreementId), eq(seasonOffers.year, year), inArray(revisions.state, ['open', 'accepted'])))
		.get() !== undefined;

export const offerRenewals = serve(contract.offerRenewals, (ctx, i, actor) => {
	let sent = 0;
	let service: Service | undefined;
	for (const id of i.agreementIds) {
		const a = ctx.get(agreements, id, 'This agreement');
		service = service?.id === a.serviceId ? service : ctx.get(seasonServices, a.serviceId, 'Its service');
		if (service.archived) throw new Refusal(say('set-aside', { name: service.name }));
		const { price } = priceIn(ctx.db, a, service, i);
		if (offerOne(ctx, a, service, { year: i.year, price, send: i.send }, actor)) sent += 1;
	}
	const count = i.agreementIds.length;
	if (service)
		ctx.happened(`season-service:${service.id}`, 'rounds.offer-renewals', { service: service.name, count, year: i.year }, 'plan', 'track');
	return { offered: count, sent };
});

export const takeRenewal = serve(contract.takeRenewal, (ctx, i) => {
	const offer = ctx.get(seasonOffers, i.offerId, 'This offer');
	if (offer.madeId !== null) return;
	const a = ctx.get(agreements, offer.agreementId, 'What was offered');
	const service = ctx.get(seasonServices, a.serviceId, 'Its service');
	const { agreementId } = takeScopes(ctx, {
		...{ jobId: offer.jobId, scopes: [service.name], serviceId: service.id, year: offer.year },
		...{ visits: offer.visits, hours: offer.hours, billing: a.billing, onDays: a.onDays, note: a.note }
	});
	ctx.update(agreements, agreementId, { stop: a.stop, openFrom: a.openFrom, openTo: a.openTo });
	ctx.update(seasonOffers, offer.id, { madeId: agreementId, trouble: '' });
});

/** Offers that were accepted become agreements; one that cannot is said on its list, stays won work, and is made one by hand. */
export function takeRenewals(app: App): void {
	const won = app.db.orm
		.select({ id: seasonOffers.id })
		.from(seasonOffers)
		.innerJoin(jobs, eq(jobs.id, seasonOffers.jobId))
		.where(and(isNull(seasonOffers.madeId), eq(seasonOffers.trouble, ''), isNotNull(jobs.number)))
		.all();
	for (const { id } of won)
		try {
			app.run(takeRenewal, { offerId: id }, { type: 'system' });
		} catch (e) {
			if (!(e instanceof Refusal)) log.error({ offer: id, error: (e as Error).message }, 'renewal');
			const trouble = e instanceof Refusal ? e.message : 'It could not be made.';
			app.db.orm.update(seasonOffers).set({ trouble }).where(eq(seasonOffers.id, id)).run();
		}
}

/** What is on offer of a service, with how it stands. */
export const offersOf = (app: App, serviceId: string) =>
	app.db.orm
		.select({
			...{ id: seasonOffers.id, year: seasonOffers.year, jobId: seasonOffers.jobId },
			/** By itself, or by hand from what was accepted. */
			madeId: sql<string | null>`coalesce(${seasonOffers.madeId}, (select m.id from agreements m where m.job_id = ${seasonOffers.jobId}))`,
			...{ trouble: seasonOffers.trouble, address: sites.address, stage: stages.name, meaning: stages.meaning }
		})
		.from(seasonOffers)
		.innerJoin(agreements, eq(agreements.id, seasonOffers.agreementId))
		.innerJoin(sites, eq(sites.id, agreements.siteId))
		.innerJoin(jobs, eq(jobs.id, seasonOffers.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(eq(agreements.serviceId, serviceId))
		.orderBy(asc(sites.address))
		.limit(1000)
		.all();
