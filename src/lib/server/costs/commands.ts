import * as contract from '../../contract/costs/commands';
import { chargeOf } from '../../core/billing';
import { parseQuantity, lineAmount, quantity, unitPrice, percent, parseCents, cents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { items, company, costEntries } from '../db/schema';
import { newId } from '../ids';
import { beginWork, workJob } from '../planning/commands';
import { phaseOfItem } from '../work/phases';

export const useMaterial = serve(contract.useMaterial, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const item = ctx.get(items, i.itemId, 'This item');
	const q = parseQuantity(i.quantity);
	if (q <= 0 || q > 1e11) throw new Refusal('Type how much was used, more than 0.', 'quantity');
	const own = ctx.get(company, 'company', 'The company');
	const cost = lineAmount(quantity(q), unitPrice(item.cost));
	const entry = ctx.insert(costEntries, {
		id: newId(),
		jobId: job.id,
		phaseId: phaseOfItem(ctx, job.id, item.id),
		kind: item.kind,
		name: item.name,
		itemId: item.id,
		personId: ctx.actor.type === 'person' ? ctx.actor.id : null,
		day: ctx.today,
		quantity: q,
		unit: item.unit,
		unitCost: item.cost,
		cost,
		charge: chargeOf({ kind: 'other', cost, markup: percent(own.settings.materialMarkup) }),
		taxCodeId: item.taxCodeId,
		state: job.contractNet ? 'absorbed' : 'to bill'
	});
	beginWork(ctx, job.id);
	ctx.happened(`job:${job.id}`, 'costs.use-material', { name: item.name }, 'field', 'costs');
	return { costId: entry.id };
});

export const addCost = serve(contract.addCost, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const cost = parseCents(i.cost, 'The cost');
	if (cost <= 0) throw new Refusal('The cost must be more than 0.', 'cost');
	const own = ctx.get(company, 'company', 'The company');
	ctx.insert(costEntries, {
		id: newId(),
		jobId: job.id,
		kind: i.kind,
		name: i.name,
		day: i.day,
		quantity: 10_000,
		unit: 'each',
		unitCost: cost * 100,
		cost: cents(cost),
		charge: chargeOf({ kind: 'other', cost, markup: percent(own.settings.materialMarkup) }),
		state: job.contractNet ? 'absorbed' : 'to bill'
	});
	ctx.happened(`job:${job.id}`, 'costs.add', { name: i.name }, 'costs', 'today');
});

export const markCost = serve(contract.markCost, (ctx, i) => {
	const cost = ctx.get(costEntries, i.costId, 'This cost');
	if (cost.state === 'billed') throw new Refusal('This cost is billed already.');
	ctx.update(costEntries, cost.id, { state: i.state }, i.version);
	ctx.happened(`job:${cost.jobId}`, 'costs.mark', { cost: cost.name, state: i.state }, 'costs', 'today');
});
