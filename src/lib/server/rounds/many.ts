import { and, eq, sql } from 'drizzle-orm';
import * as contract from '../../contract/rounds/many';
import type { Input } from '../../contract';
import { say } from '../../contract/refusals/rounds';
import { cents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { newId } from '../ids';
import { customers, jobs, sites } from '../sales/schema';
import { agreements, seasonServices, visits } from './schema';
import { backToContract } from './of-quote';
import { sell } from './services';

type Row = Input<'rounds.sell-many'>['rows'][number];

/** The customer of a row by name, made where there is none. */
function customerFor(ctx: Context, row: Row): { id: string; isNew: boolean } {
	const name = row.customer.trim();
	if (name === '') throw new Refusal(say('row-without-customer'), 'rows');
	const known = ctx.db
		.select({ id: customers.id })
		.from(customers)
		.where(sql`lower(${customers.name}) = lower(${name})`)
		.get();
	if (known) return { id: known.id, isNew: false };
	return { id: ctx.insert(customers, { id: newId(), name, address: row.address.trim(), createdAt: ctx.now }).id, isNew: true };
}

/** The site of a row: the one that is named, one of its customer at its address, or a new one. */
function siteFor(ctx: Context, row: Row): { siteId: string; newSite: boolean; newCustomer: boolean } {
	if (row.siteId !== null) return { siteId: row.siteId, newSite: false, newCustomer: false };
	const address = row.address.trim();
	if (address === '') throw new Refusal(say('row-without-address'), 'rows');
	const customer = customerFor(ctx, row);
	const known = ctx.db
		.select({ id: sites.id })
		.from(sites)
		.where(and(eq(sites.customerId, customer.id), sql`lower(${sites.address}) = lower(${address})`))
		.get();
	if (known) return { siteId: known.id, newSite: false, newCustomer: customer.isNew };
	const { district, lat, lng } = row;
	const site = ctx.insert(sites, { id: newId(), customerId: customer.id, address, district: district.trim(), lat, lng });
	return { siteId: site.id, newSite: true, newCustomer: customer.isNew };
}

export const sellMany = serve(contract.sellMany, (ctx, i) => {
	const service = ctx.get(seasonServices, i.serviceId, 'This service');
	const made = i.rows.map((row) => {
		const { siteId, ...news } = siteFor(ctx, row);
		const { visits: sold, hours, price, note, onDays = null, openFrom = null, openTo = null } = row;
		return {
			...news,
			id: sell(ctx, service, siteId, i.year, {
				visits: sold,
				hours,
				price,
				note: note.trim(),
				onDays,
				openFrom,
				openTo,
				billing: i.billing
			}).id
		};
	});
	const [newSites, newCustomers] = [made.filter((m) => m.newSite).length, made.filter((m) => m.newCustomer).length];
	ctx.happened(
		`season-service:${service.id}`,
		'rounds.sell-many',
		{ service: service.name, count: made.length, year: i.year },
		...(['plan', 'customers', 'track'] as const)
	);
	return { agreementIds: made.map((m) => m.id), newSites, newCustomers };
});

export const unsell = serve(contract.unsell, (ctx, i) => {
	for (const id of i.agreementIds) {
		const a = ctx.get(agreements, id, 'This agreement');
		if (a.state === 'ended') continue;
		const planned = ctx.db.select({ id: visits.id }).from(visits).where(eq(visits.agreementId, a.id)).limit(1).get();
		if (planned || a.charged > 0) throw new Refusal(say('agreement-is-under-way', { number: a.number }));
		// One that came from a quote leaves its job as it was won.
		if (backToContract(ctx, a.id)) ctx.remove(agreements, a.id);
		else {
			ctx.update(agreements, a.id, { state: 'ended' });
			ctx.update(jobs, a.jobId, { contractNet: cents(0) });
		}
		ctx.happened(
			[`customer:${a.customerId}`, `job:${a.jobId}`],
			'rounds.end-agreement',
			{ number: a.number, reason: i.reason.trim(), takenOff: 0 },
			'plan'
		);
	}
});
