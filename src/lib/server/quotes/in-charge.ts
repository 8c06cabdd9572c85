import { asc, eq } from 'drizzle-orm';
import type { Context } from '../commands';
import { people } from '../people/schema';

/** Who is told of what a customer does: the person in charge of the job, else an owner. */
export function personInCharge(ctx: Context, personId: string | null): typeof people.$inferSelect | undefined {
	const own = personId ? ctx.find(people, personId) : undefined;
	if (own?.active) return own;
	return ctx.db.select().from(people).where(eq(people.role, 'owner')).orderBy(asc(people.name)).get();
}
