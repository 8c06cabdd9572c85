import { and, eq, gte, lte, ne } from 'drizzle-orm';
import { overlapping } from '../../core/time';
import type { Context } from '../commands';
import { costEntries } from '../costs/schema';
import { timeEntries } from './schema';

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

/** Whether an entry stands on a bill already: then a later one that overlaps it does not mark it. */
const isBilled = (ctx: Pick<Context, 'db'>, entryId: string): boolean =>
	ctx.db
		.select({ id: costEntries.id })
		.from(costEntries)
		.where(and(eq(costEntries.timeEntryId, entryId), ne(costEntries.billed, 0)))
		.get() !== undefined;

/** Overlaps of the person are marked on both entries, and wait outside every bill until they are put right. */
export function markOverlaps(ctx: Context, entry: Entry): void {
	const hits = overlapsOf(ctx, { ...entry, endedAt: entry.endedAt ?? ctx.now });
	for (const hit of hits) if (!hit.conflict && !isBilled(ctx, hit.id)) ctx.update(timeEntries, hit.id, { conflict: true });
	if (hits.length > 0 && !entry.conflict) ctx.update(timeEntries, entry.id, { conflict: true });
}
