import { and, eq, gte, sql } from 'drizzle-orm';
import type { Input } from '../../contract';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import { changeAgreements as changeMany } from '../../contract/rounds/many';
import { cents, type Cents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { checkGetsIn, instalmentsOf, shareOf, taxedParts } from '../../core/rounds';
import { serve, type Context } from '../commands';
import { jobs, sites } from '../sales/schema';
import { agreements, visits } from './schema';
import type { Sold } from './services';

export const visitsDone = (ctx: Context, agreementId: string): number =>
	ctx.db
		.select({ n: sql<number>`count(*)` })
		.from(visits)
		.where(and(eq(visits.agreementId, agreementId), eq(visits.state, 'done')))
		.get()?.n ?? 0;

/** Whether an agreement may be put right so. @throws Refusal at the field that may not */
function mayBecome(ctx: Context, a: typeof agreements.$inferSelect, i: Pick<Sold, 'visits' | 'price' | 'billing'>): void {
	const done = visitsDone(ctx, a.id);
	if (i.visits < done) throw new Refusal(say('visits-done-already', { done }), 'visits');
	if (done === 0 && a.charged === 0) return;
	const field = (['billing', 'price', 'visits'] as const).find((f) => i[f] !== a[f]);
	if (field) throw new Refusal(say('shares-of-price-charged-already'), field);
}

/** What was sold of one of many is put right. @returns what takes it back */
function putRight(ctx: Context, i: Input<'rounds.change-many'>['changes'][number]): typeof i {
	const a = ctx.get(agreements, i.agreementId, 'This agreement');
	const { visits: sold, hours, price = a.price } = i;
	try {
		mayBecome(ctx, a, { visits: sold, price, billing: a.billing });
		if (a.state === 'ended') throw new Refusal(say('agreement-has-ended-already'));
	} catch (e) {
		// Of many, which one.
		if (!(e instanceof Refusal)) throw e;
		throw new Refusal(say('at-this-site', { address: ctx.get(sites, a.siteId, 'Its site').address, words: e.message }), 'changes');
	}
	const now = ctx.update(agreements, a.id, { visits: sold, hours, price }, i.version);
	if (price !== a.price) worth(ctx, a, price - a.price);
	return { agreementId: a.id, visits: a.visits, hours: a.hours, price: a.price, version: now.version };
}

export const changeAgreements = serve(changeMany, (ctx, i) => {
	const undo = i.changes.map((c) => putRight(ctx, c));
	const on = i.changes.flatMap(({ agreementId }) => {
		const { customerId, jobId } = ctx.get(agreements, agreementId, 'This agreement');
		return [`customer:${customerId}`, `job:${jobId}`];
	});
	ctx.happened([...new Set(on)], 'rounds.change-many', { count: i.changes.length }, 'plan');
	return { undo };
});

export const changeAgreement = serve(contract.changeAgreement, (ctx, i) => {
	const a = ctx.get(agreements, i.agreementId, 'This agreement');
	const billing = i.billing ?? a.billing;
	mayBecome(ctx, a, { ...i, billing });
	const open = { openFrom: i.openFrom === undefined ? a.openFrom : i.openFrom, openTo: i.openTo === undefined ? a.openTo : i.openTo };
	checkGetsIn(open);
	ctx.update(
		agreements,
		a.id,
		{
			visits: i.visits,
			hours: i.hours,
			price: i.price,
			billing,
			onDays: i.onDays === undefined ? a.onDays : i.onDays,
			...open,
			note: i.note.trim()
		},
		i.version
	);
	if (i.price !== a.price) worth(ctx, a, i.price - a.price);
	ctx.happened([`customer:${a.customerId}`, `job:${a.jobId}`], 'rounds.change-agreement', { number: a.number }, 'plan');
});

/** The job of an agreement is worth so much more or less: one that came from a quote has other work in it too. */
function worth(ctx: Context, a: typeof agreements.$inferSelect, by: number): void {
	const job = ctx.get(jobs, a.jobId, 'Its job');
	ctx.update(jobs, a.jobId, { contractNet: cents((job.contractNet ?? 0) + by) });
}

/** What of an agreement's price became charges: of the visits done, of instalments that were due, or all of it. */
function earnedOf(ctx: Context, a: typeof agreements.$inferSelect): Cents {
	if (a.billing === 'completion') return cents(a.charged > 0 ? a.price : 0);
	const done = ctx.db
		.select({ share: visits.share })
		.from(visits)
		.where(and(eq(visits.agreementId, a.id), eq(visits.state, 'done')))
		.all();
	const charged = (part: Cents): number[] =>
		a.billing === 'instalments'
			? instalmentsOf(part, a)
					.slice(0, a.charged)
					.map((p) => p.amount)
			: done.map((v) => shareOf(part, a.visits, v.share ?? 0));
	const all = taxedParts(cents(a.price), a.taxCodeId, a.parts).flatMap((p) => charged(p.amount));
	return cents(all.reduce((sum, n) => sum + n, 0));
}

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
	// Nothing more is owed of it: it is worth what was charged, and its job is not waited on to be billed.
	worth(ctx, a, earnedOf(ctx, a) - a.price);
	ctx.happened(
		[`customer:${a.customerId}`, `job:${a.jobId}`],
		'rounds.end-agreement',
		{ number: a.number, reason: i.reason, takenOff: ahead.length },
		'plan',
		'field'
	);
	return { takenOff: ahead.length };
});
