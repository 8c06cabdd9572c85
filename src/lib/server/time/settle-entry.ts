import { and, eq, gte, lte } from 'drizzle-orm';
import { chargeOf } from '../../core/billing';
import { laborCost } from '../../core/costing';
import { unitPrice } from '../../core/money';
import { billableMinutes, overlapping, wallTime, workedSeconds } from '../../core/time';
import type { Context } from '../commands';
import { company, costEntries, jobs, people, timeEntries } from '../db/schema';
import { newId } from '../ids';
import { beginWork } from '../planning/commands';
import { rateOn } from '../rates/load';

type Entry = typeof timeEntries.$inferSelect;
/** No entry is longer than this, so what may overlap began within it. */
const LONGEST_MS = 36 * 3_600_000;

/** Entries of the same person that overlap a span of time. */
export function overlapsOf(ctx: Pick<Context, 'db' | 'now'>, span: Pick<Entry, 'id' | 'personId' | 'startedAt' | 'endedAt'>): Entry[] {
	const near = ctx.db
		.select()
		.from(timeEntries)
		.where(
			and(
				eq(timeEntries.personId, span.personId),
				gte(timeEntries.startedAt, span.startedAt - LONGEST_MS),
				lte(timeEntries.startedAt, span.endedAt ?? ctx.now)
			)
		)
		.all();
	const hits = new Set(
		overlapping(
			{ id: span.id, start: span.startedAt, end: span.endedAt },
			near.map((n) => ({ id: n.id, start: n.startedAt, end: n.endedAt })),
			ctx.now
		)
	);
	return near.filter((n) => hits.has(n.id));
}

/** What an entry costs its job and is charged at: the loaded rate by the second, billable minutes at the price it was booked with. */
export function figuresOf(ctx: Context, entry: Entry) {
	const seconds = workedSeconds(entry.startedAt, entry.endedAt ?? ctx.now, entry.breakMinutes);
	const day = wallTime(entry.startedAt, entry.zone).day;
	// The step and minimum of the sheet the entry was made by, else the company's.
	const rate = entry.sheetId ? rateOn(ctx.db, entry.sheetId, day) : null;
	const minutes = billableMinutes(seconds, rate?.sheet.billing ?? ctx.get(company, 'company', 'The company').settings.billingStep);
	return {
		day,
		quantity: Math.round((seconds * 10_000) / 3600),
		cost: laborCost(seconds, entry.loadedCost),
		charge: chargeOf({ kind: 'labor', minutes, pricePerHour: unitPrice(entry.price) })
	};
}

/** Whether an entry stands on a bill already: then a later one that overlaps it does not mark it. */
const isBilled = (ctx: Pick<Context, 'db'>, entryId: string): boolean =>
	ctx.db
		.select({ id: costEntries.id })
		.from(costEntries)
		.where(and(eq(costEntries.timeEntryId, entryId), eq(costEntries.state, 'billed')))
		.get() !== undefined;

/** Labor becomes a cost of its job; overlaps of the person are marked on both, and wait outside every bill until they are put right. */
export function settleEntry(ctx: Context, entry: Entry): void {
	const hits = overlapsOf(ctx, { ...entry, endedAt: entry.endedAt ?? ctx.now });
	for (const hit of hits) if (!hit.conflict && !isBilled(ctx, hit.id)) ctx.update(timeEntries, hit.id, { conflict: true });
	if (hits.length > 0 && !entry.conflict) ctx.update(timeEntries, entry.id, { conflict: true });
	if (!entry.jobId) return;
	const job = ctx.get(jobs, entry.jobId, 'This job');
	const person = ctx.get(people, entry.personId, 'This person');
	ctx.insert(costEntries, {
		id: newId(),
		jobId: entry.jobId,
		phaseId: entry.phaseId,
		kind: 'labor',
		name: person.name,
		timeEntryId: entry.id,
		personId: person.id,
		unit: 'h',
		unitCost: entry.loadedCost,
		...figuresOf(ctx, entry),
		state: job.contractNet ? 'absorbed' : 'to bill'
	});
	beginWork(ctx, entry.jobId);
}
