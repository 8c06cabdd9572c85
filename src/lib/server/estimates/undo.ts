import { and, desc, eq, gt, isNull, asc } from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import { Refusal } from '../../core/refusal';
import type { Context } from '../commands';
import { estimates, history, lines, optionGroups, recipes, scopes, shapes, type RowChange } from '../db/schema';

const TABLES: Record<string, SQLiteTable & { id: SQLiteColumn }> = {
	estimates,
	scopes,
	shapes,
	recipes,
	lines,
	option_groups: optionGroups
};

/** The change that Undo would take back, and the one that Redo would make again. */
export function undoState(ctx: Pick<Context, 'db'>, estimateId: string) {
	const subject = `estimate:${estimateId}`;
	const own = and(eq(history.subject, subject), isNull(history.undoOf));
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

/** What was taken back cannot be done again once something new was done. */
export function dropRedo(ctx: Pick<Context, 'db'>, estimateId: string): void {
	ctx.db
		.update(history)
		.set({ undoOf: -1 })
		.where(and(eq(history.subject, `estimate:${estimateId}`), eq(history.undone, true), isNull(history.undoOf)))
		.run();
}

/** Puts the rows of a change back to before (undo) or after (redo). Refused when somebody changed them since. */
export function turnBack(ctx: Context, changes: readonly RowChange[], to: 'before' | 'after'): void {
	const order = to === 'before' ? [...changes].reverse() : changes;
	for (const change of order) {
		const table = TABLES[change.table];
		if (!table) continue;
		const goal = change[to];
		const from = change[to === 'before' ? 'after' : 'before'];
		const now = ctx.find(table, change.id) as Record<string, unknown> | undefined;
		if (!same(now, from)) throw new Refusal('This was changed by somebody else since, so it cannot be taken back on its own.');
		if (goal === null) {
			if (now) ctx.remove(table, change.id);
		} else if (!now) ctx.insert(table, revive(goal) as never);
		else {
			const { id: _id, version: _version, ...rest } = goal;
			ctx.update(table, change.id, rest as never);
		}
	}
}

const revive = (row: Record<string, unknown>): Record<string, unknown> => ({ ...row });

function same(a: Record<string, unknown> | undefined | null, b: Record<string, unknown> | null): boolean {
	if (!a || !b) return !a && !b;
	const strip = ({ version: _v, ...rest }: Record<string, unknown>) => JSON.stringify(rest, Object.keys(rest).sort());
	return strip(a) === strip(b) && JSON.stringify(a.source ?? a.figure) === JSON.stringify(b.source ?? b.figure);
}
