import { eq } from 'drizzle-orm';
import * as contract from '../../contract/planning/visits';
import type { App } from '../app';
import { serve } from '../commands';
import { people } from '../people/schema';

// Nobody else is told: it is how one looks at things, and nothing that happened.
export const keepPlanView = serve(contract.keepPlanView, (ctx, i, actor) => {
	if (actor.type === 'person') ctx.update(people, actor.id, { planView: i.view });
});

/** How somebody looked at the plan board last; '' when they never did. */
export const planViewOf = (app: App, personId: string): string =>
	app.db.orm.select({ view: people.planView }).from(people).where(eq(people.id, personId)).get()?.view ?? '';
