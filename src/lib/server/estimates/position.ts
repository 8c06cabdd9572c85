import { eq, max } from 'drizzle-orm';
import type { Context } from '../commands';
import { lines } from '../db/schema';

/** Where the next line of a scope stands: below all others. */
export const nextLine = (ctx: Context, scopeId: string): number =>
	(ctx.db
		.select({ n: max(lines.position) })
		.from(lines)
		.where(eq(lines.scopeId, scopeId))
		.get()?.n ?? 0) + 1;
