import { and, eq, lte } from 'drizzle-orm';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import { cents } from '../../core/money';
import { instalmentsOf } from '../../core/rounds';
import { Refusal } from '../../core/refusal';
import { longDay } from '../../core/time';
import { serve, type Context } from '../commands';
import { agreements } from './schema';

type Agreement = typeof agreements.$inferSelect;

/** The instalments of an agreement that are due and are no charges yet. */
function chargeDue(ctx: Context, a: Agreement): number {
	const all = instalmentsOf(cents(a.price), a);
	const due = all.filter((p, n) => n >= a.charged && p.due <= ctx.today);
	for (const [k] of due.entries()) {
		const n = a.charged + k + 1;
		ctx.happened(
			`job:${a.jobId}`,
			'rounds.instalment',
			{ agreementId: a.id, number: a.number, n, of: all.length },
			...(['plan', 'costs', 'today'] as const)
		);
	}
	if (due.length > 0) ctx.update(agreements, a.id, { charged: a.charged + due.length });
	return due.length;
}

export const billInstalments = serve(contract.billInstalments, (ctx) => {
	const open = ctx.db
		.select()
		.from(agreements)
		.where(and(eq(agreements.state, 'open'), eq(agreements.billing, 'instalments'), lte(agreements.from, ctx.today)))
		.all();
	return { made: open.reduce((n, a) => n + chargeDue(ctx, a), 0) };
});

/** The whole price becomes a charge, once. */
export function chargeWhole(ctx: Context, a: Agreement): void {
	if (a.charged > 0) return;
	ctx.update(agreements, a.id, { charged: 1 });
	ctx.happened(`job:${a.jobId}`, 'rounds.complete', { agreementId: a.id, number: a.number }, 'plan', 'costs', 'today');
}

export const completeAgreement = serve(contract.completeAgreement, (ctx, i) => {
	const a = ctx.get(agreements, i.agreementId, 'This agreement');
	if (a.billing !== 'completion') throw new Refusal(say('not-billed-on-completion'));
	if (a.charged > 0) throw new Refusal(say('whole-price-charged-already'));
	if (a.to >= ctx.today) throw new Refusal(say('season-is-not-over', { to: longDay(a.to) }));
	chargeWhole(ctx, a);
});

/** A visit that made the sold ones complete was not done after all: the whole price is no charge any more, unless it is billed. */
export function openWhole(ctx: Context, a: Agreement): void {
	if (a.billing !== 'completion' || a.charged === 0) return;
	ctx.happened(`job:${a.jobId}`, 'rounds.incomplete', { agreementId: a.id, number: a.number }, 'plan', 'costs', 'today');
	ctx.update(agreements, a.id, { charged: 0 });
}
