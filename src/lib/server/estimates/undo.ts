import { say } from '../../contract/refusals/estimates';
import { textOf } from '../../core/events';
import { and, asc, desc, eq, gt, isNull, max, ne, sql } from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import { Refusal } from '../../core/refusal';
import { type Context, columnsOf, sameValue } from '../commands';
import { history, type RowChange } from '../commands/schema';
import { estimates, lines, optionGroups, recipes, scopes, shapes } from './schema';

const TABLES: Record<string, SQLiteTable & { id: SQLiteColumn }> = {
	estimates,
	scopes,
	shapes,
	recipes,
	lines,
	option_groups: optionGroups
};

type Row = Record<string, unknown>;
type Entry = typeof history.$inferSelect;

/** Where a row stands among others: it moves whenever anybody puts something beside it, so it hinders nothing. */
const PLACE = 'position';

/**
 * The own last change of an estimate that a person can take back, and the own one they can make again.
 * What led to a quote that was made is not among them: it has gone out.
 */
export function undoState(
	ctx: Pick<Context, 'db'>,
	estimateId: string,
	personId: string
): { last: Entry | undefined; next: Entry | undefined } {
	const issuedAfter = ctx.db.select({ n: estimates.issuedAfter }).from(estimates).where(eq(estimates.id, estimateId)).get()?.n ?? 0;
	const own = and(
		eq(history.subject, `estimate:${estimateId}`),
		gt(history.id, issuedAfter),
		eq(history.byId, personId),
		isNull(history.undoOf),
		// A command that left everything as it was is no step.
		ne(sql`${history.changes}`, '[]')
	);
	const last = ctx.db
		.select()
		.from(history)
		.where(and(own, eq(history.undone, false)))
		.orderBy(desc(history.id))
		.limit(1)
		.get();
	const next = ctx.db
		.select()
		.from(history)
		.where(and(own, eq(history.undone, true), gt(history.id, last?.id ?? 0)))
		.orderBy(asc(history.id))
		.limit(1)
		.get();
	return { last, next };
}

/** What a person took back cannot be done again once that person did something new. What others took back stays theirs. */
export function dropRedo(ctx: Pick<Context, 'db' | 'who'>, estimateId: string): void {
	ctx.db
		.update(history)
		.set({ undoOf: -1 })
		.where(
			and(eq(history.subject, `estimate:${estimateId}`), eq(history.byId, ctx.who.id), eq(history.undone, true), isNull(history.undoOf))
		)
		.run();
}

/** Says that a quote was made of an estimate: Undo does not go behind it. */
export function undoEndsHere(ctx: Context, estimateId: string): void {
	const before = ctx.db
		.select({ id: max(history.id) })
		.from(history)
		.get()?.id;
	ctx.update(estimates, estimateId, { issuedAfter: before ?? 0 });
}

/**
 * Puts what an entry changed back to before (undo) or after (redo): of changed rows only the columns that it changed, so that what others did to
 * the rest stays.
 * @throws Refusal with who changed what since, when one of those columns was changed or a row has other things in it by now
 */
export function turnBack(ctx: Context, entry: Entry, to: 'before' | 'after'): void {
	const order = to === 'before' ? [...entry.changes].reverse() : entry.changes;
	for (const change of order) {
		const table = TABLES[change.table];
		if (!table) continue;
		const goal = change[to];
		const from = change[to === 'before' ? 'after' : 'before'];
		const now = ctx.find(table, change.id) as Row | undefined;
		if (!now !== !from) throw changedSince(ctx, entry, change);
		const columns = columnsOf(change).filter((c) => c !== 'id' && c !== 'version');
		const same = (c: string): boolean => sameValue(now?.[c], from?.[c]);
		if (!columns.every((c) => c === PLACE || same(c))) throw changedSince(ctx, entry, change);
		// Rows of any of these tables as history keeps them: their columns are the table's own, which the types cannot know here.
		if (!goal) asOne(ctx, entry, change, () => ctx.remove(table, change.id));
		else if (!now) asOne(ctx, entry, change, () => ctx.insert(table, { ...goal } as never));
		else ctx.update(table, change.id, Object.fromEntries(columns.filter(same).map((c) => [c, goal[c]])) as never);
	}
}

/** Takes a row out or puts one back; when others hang on it, or what it hung on is gone, that is said by whose change it is. */
function asOne(ctx: Context, entry: Entry, change: RowChange, work: () => unknown): void {
	try {
		work();
	} catch (e) {
		if (String((e as { code?: string }).code).startsWith('SQLITE_CONSTRAINT')) throw changedSince(ctx, entry, change);
		throw e;
	}
}

/** The refusal that names whose later change stands in the way, with what it was. */
function changedSince(ctx: Context, entry: Entry, change: RowChange): Refusal {
	const touches = (c: RowChange): boolean =>
		c.id === change.id || [c.after, c.before].some((row) => Object.values(row ?? {}).includes(change.id));
	const later = ctx.db
		.select()
		.from(history)
		.where(and(eq(history.subject, entry.subject), gt(history.id, entry.id), eq(history.undone, false)))
		.orderBy(desc(history.id))
		.limit(200)
		.all()
		.find((h) => h.byId !== ctx.who.id && h.changes.some(touches));
	return new Refusal(later ? say('changed-since', { byName: later.byName, later: textOf(later) }) : say('changed-since-in-another-way-so'));
}
