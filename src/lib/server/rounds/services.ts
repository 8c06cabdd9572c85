import { say } from '../../contract/refusals/rounds';
import { belongToCustomer, openJobFor } from '../sales';
import * as contract from '../../contract/rounds/commands';
import { and, eq, sql } from 'drizzle-orm';
import { cents } from '../../core/money';
import { checkGetsIn, seasonOf, type GetsIn } from '../../core/rounds';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { checkCadence } from './cadences';
import { agreements, seasonServices } from './schema';
import { customers, jobs, sites } from '../sales/schema';
import { newId } from '../ids';
import { winOnWord } from '../jobs';

export const saveSeasonService = serve(contract.saveSeasonService, (ctx, { serviceId, version, ...i }) => {
	checkCadence(i.cadence);
	const name = i.name.trim();
	const other = ctx.db
		.select({ id: seasonServices.id })
		.from(seasonServices)
		.where(sql`lower(${seasonServices.name}) = lower(${name})`)
		.get();
	if (other && other.id !== serviceId) throw new Refusal(say('season-service-of-name-already'), 'name');
	const saved =
		serviceId === null
			? ctx.insert(seasonServices, { id: newId(), ...i, name })
			: ctx.update(seasonServices, ctx.get(seasonServices, serviceId, 'This service').id, { ...i, name }, version);
	ctx.happened(`season-service:${saved.id}`, 'rounds.save-service', { name }, 'plan');
	return { serviceId: saved.id };
});

export const setSeasonServiceAside = serve(contract.setSeasonServiceAside, (ctx, i) => {
	const service = ctx.get(seasonServices, i.serviceId, 'This service');
	ctx.update(seasonServices, service.id, { archived: i.archived }, i.version);
	ctx.happened(`season-service:${service.id}`, 'rounds.set-aside-service', { name: service.name, archived: i.archived }, 'plan');
});

type Service = typeof seasonServices.$inferSelect;
export type Sold = Pick<typeof agreements.$inferSelect, 'visits' | 'hours' | 'price' | 'billing' | 'note'> & {
	onDays?: number[] | null;
} & Partial<GetsIn>;

/** The agreement of a site for the season of a year, still open; undefined: there is none. */
const soldAlready = (ctx: Context, siteId: string, serviceId: string, from: string) =>
	ctx.db
		.select({ id: agreements.id })
		.from(agreements)
		.where(and(eq(agreements.siteId, siteId), eq(agreements.serviceId, serviceId), eq(agreements.from, from), eq(agreements.state, 'open')))
		.get();

/** The season of a year that a site is sold. @throws Refusal when it has that already */
export function seasonFor(
	ctx: Context,
	service: Service,
	site: { id: string; address: string },
	year: number
): { from: string; to: string } {
	const season = seasonOf(service, year);
	if (soldAlready(ctx, site.id, service.id, season.from))
		throw new Refusal(say('site-has-agreement-of-season-already', { address: site.address }), 'siteId');
	return season;
}

/** An agreement is a job of its own thread: won, at its price, without lines to bill; what bills it are its visits, instalments or its end. */
export function sell(ctx: Context, service: Service, siteId: string, year: number, sold: Sold): typeof agreements.$inferSelect {
	if (service.archived) throw new Refusal(say('set-aside', { name: service.name }));
	checkGetsIn({ openFrom: sold.openFrom ?? null, openTo: sold.openTo ?? null });
	const site = ctx.get(sites, siteId, 'This site');
	const customer = ctx.get(customers, site.customerId, 'Its customer');
	const season = seasonFor(ctx, service, site, year);
	const job = openJobFor(ctx, {
		name: `${service.name} ${year}, ${site.address.split(',')[0] ?? ''}`,
		customerId: customer.id,
		siteId: site.id,
		kindOfWork: service.name,
		source: 'Season',
		wanted: '',
		personId: ctx.actor.type === 'person' ? ctx.actor.id : null
	});
	winOnWord(ctx, job.id);
	ctx.update(jobs, job.id, { contractNet: cents(sold.price) });
	const agreement = ctx.insert(agreements, {
		...{ id: newId(), number: ctx.nextNumber('agreement'), serviceId: service.id, customerId: customer.id, siteId: site.id, jobId: job.id },
		...season,
		...sold,
		createdAt: ctx.now
	});
	ctx.happened(
		[`customer:${customer.id}`, `job:${job.id}`],
		'rounds.add-agreement',
		{ number: agreement.number, service: service.name, visits: sold.visits },
		'plan'
	);
	return agreement;
}

export const addAgreement = serve(contract.addAgreement, (ctx, i) => {
	const service = ctx.get(seasonServices, i.serviceId, 'This service');
	const { visits: sells, hours, price, onDays = null, openFrom = null, openTo = null } = i;
	const sold = { visits: sells, hours, price, onDays, openFrom, openTo, billing: i.billing ?? ('visit' as const), note: i.note.trim() };
	const made = sell(ctx, service, i.siteId, i.year, sold);
	return { agreementId: made.id, jobId: made.jobId };
});

belongToCustomer(agreements);
