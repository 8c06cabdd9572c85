import { partOfCharge } from '../../core/billing';
import { cents } from '../../core/money';
import type { Context } from '../commands';
import { costEntries } from '../costs/schema';
import type { DraftLine } from './drafts';

type Cost = Pick<typeof costEntries.$inferSelect, 'id' | 'day' | 'name' | 'quantity' | 'unit' | 'charge' | 'billed' | 'taxCodeId'>;

/** Costs as lines of an invoice: each with what is left of its charge, or the part of it that is wanted. @throws Refusal */
export const costDraft = (
	open: readonly Cost[],
	wanted: ReadonlyMap<string, number | undefined> = new Map()
): (DraftLine & { costEntryId: string })[] =>
	open.map((c) => {
		const left = cents(c.charge - c.billed);
		const part = wanted.get(c.id);
		const amount =
			part === undefined ? left : partOfCharge({ name: c.name, charge: cents(c.charge), billed: cents(c.billed) }, cents(part));
		const whole = amount === c.charge;
		return {
			...{ text: whole ? c.name : `${c.name}, part`, amount, taxCodeId: c.taxCodeId, costEntryId: c.id, day: c.day },
			...{ quantity: whole ? c.quantity : null, unit: whole ? c.unit : '' }
		};
	});

/** Notes on each cost what of it is billed; what is billed whole waits no more. */
export function takeCosts(ctx: Context, lines: readonly (DraftLine & { costEntryId: string })[]): void {
	for (const l of lines) {
		const cost = ctx.get(costEntries, l.costEntryId, 'This cost');
		const billed = cost.billed + l.amount;
		ctx.update(costEntries, cost.id, { billed, state: billed === cost.charge ? 'billed' : 'to bill' });
	}
}
