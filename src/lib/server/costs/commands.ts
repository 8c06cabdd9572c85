import { say } from '../../contract/refusals/costs';
import * as contract from '../../contract/costs/commands';
import { chargeOf } from '../../core/billing';
import { lineAmount, quantity, unitPrice, percent, cents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { stateOfCost } from '../../core/sales';
import { and, eq, ne } from 'drizzle-orm';
import { isOrderedFor } from '../buying';
import { serve, type Context } from '../commands';
import { items } from '../catalog/schema';
import { company } from '../company/schema';
import { costEntries, remainders } from './schema';
import { jobMaterials, phases, taskParts } from '../work/schema';
import { newId } from '../ids';
import { beginWork, workJob } from '../planning';
import { phaseOfItem } from '../work';

export const useMaterial = serve(contract.useMaterial, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const item = ctx.get(items, i.itemId, 'This item');
	const q = i.quantity;
	if (q <= 0 || q > 1e11) throw new Refusal(say('type-how-much-used-more-than'), 'quantity');
	if (isOrderedFor(ctx.db, job.id, item.id)) {
		// Its cost is what its supplier bills: that it was used changes where it is, not what it costs.
		fitted(ctx, job.id, item.id);
		ctx.happened(`job:${job.id}`, 'costs.fit-ordered', { name: item.name, quantity: q, unit: item.unit }, 'field', 'costs');
		return { costId: null };
	}
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
		day: ctx.doneOn,
		quantity: q,
		unit: item.unit,
		unitCost: item.cost,
		cost,
		charge: chargeOf({ kind: 'other', cost, markup: percent(own.settings.materialMarkup) }),
		taxCodeId: item.taxCodeId,
		toConfirm: item.kind === 'material',
		state: stateOfCost(job)
	});
	beginWork(ctx, job.id);
	ctx.happened(`job:${job.id}`, 'costs.use-material', { name: item.name }, 'field', 'costs');
	return { costId: entry.id };
});

/** What was ordered of an item for a job and is fitted now. */
function fitted(ctx: Context, jobId: string, itemId: string): void {
	const parts = ctx.db
		.select({ id: taskParts.id })
		.from(taskParts)
		.innerJoin(jobMaterials, eq(jobMaterials.id, taskParts.materialId))
		.where(and(eq(jobMaterials.jobId, jobId), eq(jobMaterials.itemId, itemId), ne(taskParts.state, 'fitted')))
		.all();
	for (const p of parts) ctx.update(taskParts, p.id, { state: 'fitted' });
}

export const addCost = serve(contract.addCost, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const cost = cents(i.cost);
	if (cost <= 0) throw new Refusal(say('cost-must-be-more-than-0'), 'cost');
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
		state: stateOfCost(job)
	});
	ctx.happened(`job:${job.id}`, 'costs.add', { name: i.name }, 'costs', 'today');
});

export const markCost = serve(contract.markCost, (ctx, i) => {
	const cost = ctx.get(costEntries, i.costId, 'This cost');
	if (cost.billed !== 0) throw new Refusal(say('cost-billed-already'));
	ctx.update(costEntries, cost.id, { state: i.state }, i.version);
	ctx.happened(`job:${cost.jobId}`, 'costs.mark', { cost: cost.name, state: i.state }, 'costs', 'today');
});

export const setRemainder = serve(contract.setRemainder, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const phase = i.phaseId === null ? null : ctx.get(phases, i.phaseId, 'This phase');
	if (phase && phase.jobId !== job.id) throw new Refusal(say('phase-another-jobs'), 'phaseId');
	const there = ctx.db
		.select()
		.from(remainders)
		.where(and(eq(remainders.jobId, job.id), eq(remainders.kind, i.kind)))
		.all()
		.find((r) => r.phaseId === i.phaseId);
	if (i.amount === null) {
		if (there) ctx.remove(remainders, there.id);
	} else if (there) ctx.update(remainders, there.id, { amount: i.amount });
	else ctx.insert(remainders, { id: newId(), jobId: job.id, phaseId: i.phaseId, kind: i.kind, amount: i.amount });
	ctx.happened(`job:${job.id}`, 'costs.set-remainder', { kind: i.kind, phase: phase?.name ?? '', amount: i.amount }, 'costs');
});

export const setComplete = serve(contract.setComplete, (ctx, i) => {
	const phase = ctx.get(phases, i.phaseId, 'This phase');
	ctx.update(phases, phase.id, { percentComplete: i.percent }, i.version);
	ctx.happened(`job:${phase.jobId}`, 'costs.set-complete', { phase: phase.name, percent: i.percent }, 'costs');
});
