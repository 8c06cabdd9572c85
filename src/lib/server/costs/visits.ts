import { say } from '../../contract/refusals/costs';
import { inArray } from 'drizzle-orm';
import { cents, type Cents } from '../../core/money';
import { instalmentsOf, shareOf, taxedParts } from '../../core/rounds';
import { wallTime } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { whenever, type Context } from '../commands';
import { costEntries } from './schema';
import { agreements, seasonServices, visits } from '../rounds/schema';
import { newId } from '../ids';
import { beginWork } from '../planning';

/** Where the n-th charge of the same comes from, for each further way it is taxed. */
const partOf = (source: string, n: number): string => `${source}/${n + 1}`;
/** More ways than a company taxes its work in. */
const MORE = Array.from({ length: 20 }, (_, n) => n + 1);
const sourceOf = (visitId: string): string => `visit:${visitId}`;

/** A visit that was done charges its share of the agreement's price; beyond the visits sold nothing. Its costs are the hours and material on the job. */
whenever('rounds.visit-done', (ctx, { visitId, share }) => {
	const visit = ctx.get(visits, visitId, 'This visit');
	const agreement = ctx.get(agreements, visit.agreementId, 'Its agreement');
	const service = ctx.get(seasonServices, agreement.serviceId, 'Its service');
	beginWork(ctx, agreement.jobId);
	// Other agreements are billed by instalments, or whole when they are done.
	if (agreement.billing !== 'visit') return;
	charge(ctx, agreement, {
		name: `${service.name}, ${service.unit} ${share} of ${agreement.visits}`,
		source: sourceOf(visitId),
		day: wallTime(visit.doneAt ?? ctx.now, ctx.zone).day,
		unit: service.unit,
		amount: (part) => shareOf(part, agreement.visits, share)
	});
});

/**
 * A charge to bill on an agreement's job, without a cost: that is the hours and material on it. One for each way its price is taxed; nothing to charge
 * makes none.
 */
function charge(
	ctx: Context,
	a: typeof agreements.$inferSelect,
	of: { name: string; source: string; day: string; unit: string; amount: (part: Cents) => Cents }
): void {
	taxedParts(cents(a.price), a.taxCodeId, a.parts).forEach(({ taxCodeId, amount: part }, n) => {
		const amount = of.amount(part);
		if (amount === 0) return;
		ctx.insert(costEntries, {
			...{ id: newId(), jobId: a.jobId, kind: 'other', name: of.name, source: n === 0 ? of.source : partOf(of.source, n), day: of.day },
			...{ quantity: 10_000, unit: of.unit, unitCost: 0, cost: 0, charge: amount, taxCodeId, state: 'to bill' }
		});
	});
}

whenever('rounds.instalment', (ctx, { agreementId, n }) => {
	const a = ctx.get(agreements, agreementId, 'This agreement');
	const service = ctx.get(seasonServices, a.serviceId, 'Its service');
	const all = instalmentsOf(cents(a.price), a);
	const due = all[n - 1]?.due;
	beginWork(ctx, a.jobId);
	if (due)
		charge(ctx, a, {
			...{ name: `${service.name}, instalment ${n} of ${all.length}`, source: `instalment:${a.id}:${n}`, day: due, unit: 'instalment' },
			amount: (part) => instalmentsOf(part, a)[n - 1]?.amount ?? cents(0)
		});
});

whenever('rounds.complete', (ctx, { agreementId }) => {
	const a = ctx.get(agreements, agreementId, 'This agreement');
	const service = ctx.get(seasonServices, a.serviceId, 'Its service');
	charge(ctx, a, { name: service.name, source: `agreement:${a.id}`, day: ctx.today, unit: 'season', amount: (part) => part });
});

whenever('rounds.incomplete', (ctx, { agreementId }) => takeOff(ctx, `agreement:${agreementId}`));
whenever('rounds.visit-open', (ctx, { visitId }) => takeOff(ctx, sourceOf(visitId)));

/** A charge is none after all; one that is billed stays, and what made it with it. */
function takeOff(ctx: Context, source: string): void {
	const found = ctx.db
		.select()
		.from(costEntries)
		.where(inArray(costEntries.source, [source, ...MORE.map((n) => partOf(source, n))]))
		.all();
	if (found.some((c) => c.billed !== 0)) throw new Refusal(say('visit-billed-already'));
	for (const c of found) ctx.remove(costEntries, c.id);
}
