import { eq, max } from 'drizzle-orm';
import type { Context } from '../commands';
import { lines, scopes } from './schema';

/** Where the next line of a scope stands: below all others. */
export const nextLine = (ctx: Context, scopeId: string): number =>
	(ctx.db
		.select({ n: max(lines.position) })
		.from(lines)
		.where(eq(lines.scopeId, scopeId))
		.get()?.n ?? 0) + 1;

/** Where the next scope of an estimate stands: below all others. */
export const nextScope = (ctx: Context, estimateId: string): number =>
	(ctx.db
		.select({ n: max(scopes.position) })
		.from(scopes)
		.where(eq(scopes.estimateId, estimateId))
		.get()?.n ?? 0) + 1;

/** Changes places with the neighbor above (−1) or below (1). At the end of the list nothing happens. */
export function swap(
	ctx: Context,
	table: typeof scopes | typeof lines,
	all: { id: string; position: number }[],
	id: string,
	by: 1 | -1
): void {
	const at = all.findIndex((r) => r.id === id);
	const [a, b] = [all[at], all[at + by]];
	if (!a || !b) return;
	ctx.update(table, a.id, { position: b.position } as never);
	ctx.update(table, b.id, { position: a.position } as never);
}
