import { say } from '../../contract/refusals/costs';
import { eq } from 'drizzle-orm';
import { cents } from '../../core/money';
import { shareOf } from '../../core/rounds';
import { wallTime } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { whenever, type Context } from '../commands';
import { costEntries } from './schema';
import { agreements, seasonServices, visits } from '../rounds/schema';
import { newId } from '../ids';
import { beginWork } from '../planning';

const sourceOf = (visitId: string): string => `visit:${visitId}`;
const chargeOfVisit = (ctx: Context, visitId: string) =>
	ctx.db
		.select()
		.from(costEntries)
		.where(eq(costEntries.source, sourceOf(visitId)))
		.get();

/** A visit that was done charges its share of the agreement's price; beyond the visits sold nothing. Its costs are the hours and material on the job. */
whenever('rounds.visit-done', (ctx, { visitId, share }) => {
	const visit = ctx.get(visits, visitId, 'This visit');
	const agreement = ctx.get(agreements, visit.agreementId, 'Its agreement');
	const service = ctx.get(seasonServices, agreement.serviceId, 'Its service');
	beginWork(ctx, agreement.jobId);
	const charge = shareOf(cents(agreement.price), agreement.visits, share);
	if (charge === 0) return;
	ctx.insert(costEntries, {
		id: newId(),
		jobId: agreement.jobId,
		kind: 'other',
		name: `${service.name}, visit ${share} of ${agreement.visits}`,
		source: sourceOf(visitId),
		day: wallTime(visit.doneAt ?? ctx.now, ctx.zone).day,
		quantity: 10_000,
		unit: 'visit',
		unitCost: 0,
		cost: 0,
		charge,
		taxCodeId: agreement.taxCodeId,
		state: 'to bill'
	});
});

whenever('rounds.visit-open', (ctx, { visitId }) => {
	const charge = chargeOfVisit(ctx, visitId);
	if (!charge) return;
	if (charge.billed !== 0) throw new Refusal(say('visit-billed-already'));
	ctx.remove(costEntries, charge.id);
});
