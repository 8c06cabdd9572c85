import { say } from '../../contract/refusals/rounds';
import { belongToCustomer, openJobFor } from '../sales';
import * as contract from '../../contract/rounds/commands';
import { and, eq, gte, sql } from 'drizzle-orm';
import { cents } from '../../core/money';
import { seasonOf, type Cadence } from '../../core/rounds';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { agreements, seasonServices, visits } from './schema';
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

function checkCadence(c: Cadence): void {
	if (c.by === 'windows' && c.windows.some((w) => w.to < w.from)) throw new Refusal(say('window-ends-before-begins'), 'windows');
}

/** An agreement is a job of its own thread: won, at its price, without lines to bill; what bills it are its visits. */
export const addAgreement = serve(contract.addAgreement, (ctx, i) => {
	const service = ctx.get(seasonServices, i.serviceId, 'This service');
	if (service.archived) throw new Refusal(say('set-aside', { name: service.name }));
	const site = ctx.get(sites, i.siteId, 'This site');
	const customer = ctx.get(customers, site.customerId, 'Its customer');
	const season = seasonOf(service, i.year);
	const same = ctx.db
		.select({ id: agreements.id })
		.from(agreements)
		.where(
			and(
				eq(agreements.siteId, site.id),
				eq(agreements.serviceId, service.id),
				eq(agreements.from, season.from),
				eq(agreements.state, 'open')
			)
		)
		.get();
	if (same) throw new Refusal(say('site-has-agreement-of-season-already'), 'siteId');
	const job = openJobFor(ctx, {
		name: `${service.name} ${i.year}, ${site.address.split(',')[0] ?? ''}`,
		customerId: customer.id,
		siteId: site.id,
		kindOfWork: service.name,
		source: 'Season',
		wanted: '',
		personId: ctx.actor.type === 'person' ? ctx.actor.id : null
	});
	winOnWord(ctx, job.id);
	ctx.update(jobs, job.id, { contractNet: cents(i.price) });
	const agreement = ctx.insert(agreements, {
		id: newId(),
		number: ctx.nextNumber('agreement'),
		serviceId: service.id,
		customerId: customer.id,
		siteId: site.id,
		jobId: job.id,
		...season,
		visits: i.visits,
		hours: i.hours,
		price: i.price,
		note: i.note.trim(),
		createdAt: ctx.now
	});
	ctx.happened(
		[`customer:${customer.id}`, `job:${job.id}`],
		'rounds.add-agreement',
		{ number: agreement.number, service: service.name, visits: i.visits },
		'plan'
	);
	return { agreementId: agreement.id, jobId: job.id };
});

const visitsDone = (ctx: Context, agreementId: string): number =>
	ctx.db
		.select({ n: sql<number>`count(*)` })
		.from(visits)
		.where(and(eq(visits.agreementId, agreementId), eq(visits.state, 'done')))
		.get()?.n ?? 0;

export const changeAgreement = serve(contract.changeAgreement, (ctx, i) => {
	const a = ctx.get(agreements, i.agreementId, 'This agreement');
	const done = visitsDone(ctx, a.id);
	if (i.visits < done) throw new Refusal(say('visits-done-already', { done }), 'visits');
	if (done > 0 && (i.price !== a.price || i.visits !== a.visits))
		throw new Refusal(say('shares-of-price-charged-already'), i.price !== a.price ? 'price' : 'visits');
	ctx.update(agreements, a.id, { visits: i.visits, hours: i.hours, price: i.price, note: i.note.trim() }, i.version);
	if (i.price !== a.price) ctx.update(jobs, a.jobId, { contractNet: cents(i.price) });
	ctx.happened([`customer:${a.customerId}`, `job:${a.jobId}`], 'rounds.change-agreement', { number: a.number }, 'plan');
});

export const endAgreement = serve(contract.endAgreement, (ctx, i) => {
	const a = ctx.get(agreements, i.agreementId, 'This agreement');
	if (a.state === 'ended') throw new Refusal(say('agreement-has-ended-already'));
	const ahead = ctx.db
		.select({ id: visits.id })
		.from(visits)
		.where(and(eq(visits.agreementId, a.id), eq(visits.state, 'planned'), gte(visits.day, ctx.today)))
		.all();
	for (const v of ahead) ctx.remove(visits, v.id);
	ctx.update(agreements, a.id, { state: 'ended' }, i.version);
	ctx.happened(
		[`customer:${a.customerId}`, `job:${a.jobId}`],
		'rounds.end-agreement',
		{ number: a.number, reason: i.reason, takenOff: ahead.length },
		'plan',
		'field'
	);
	return { takenOff: ahead.length };
});

belongToCustomer(agreements);
