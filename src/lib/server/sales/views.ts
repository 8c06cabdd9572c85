import { Type } from '@sinclair/typebox';
import { and, asc, eq, isNull, or } from 'drizzle-orm';
import { may } from '../../core/access';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { defineCommand, type Actor } from '../commands';
import { Id, Name, strict } from '../commands/inputs';
import { savedViews } from '../db/schema';
import { newId } from '../ids';

/** Pages whose views can be kept. */
export const VIEW_PAGES = ['track', 'customers', 'quotes', 'jobs', 'invoices'] as const;

/** Keeps what a list shows, under a name: for oneself or for everybody. The same name of the same person is put in its place. */
export const saveView = defineCommand({
	name: 'views.save',
	access: 'own.account',
	input: Type.Object(
		{
			page: Type.Union(VIEW_PAGES.map((p) => Type.Literal(p))),
			name: Name,
			/** Only the part of the address behind the question mark. */
			query: Type.String({ maxLength: 1000, pattern: '^[^#\\s]*$' }),
			everybody: Type.Boolean()
		},
		strict
	),
	run(ctx, i, actor) {
		if (actor.type !== 'person') throw new Refusal('Views are kept for people.');
		if (i.everybody && !may(actor.role, 'jobs.change')) throw new Refusal('You can keep views for yourself only.', 'everybody');
		const personId = i.everybody ? null : actor.id;
		const same = ctx.db
			.select({ id: savedViews.id })
			.from(savedViews)
			.where(
				and(
					eq(savedViews.page, i.page),
					eq(savedViews.name, i.name.trim()),
					personId === null ? isNull(savedViews.personId) : eq(savedViews.personId, personId)
				)
			)
			.get();
		const row = same
			? ctx.update(savedViews, same.id, { query: i.query })
			: ctx.insert(savedViews, { id: newId(), page: i.page, name: i.name.trim(), query: i.query, personId });
		ctx.happened(`views:${i.page}`, `View “${row.name}” kept`, `views:${i.page}`);
		return { viewId: row.id };
	}
});

export const removeView = defineCommand({
	name: 'views.remove',
	access: 'own.account',
	input: Type.Object({ viewId: Id }, strict),
	run(ctx, i, actor) {
		const view = ctx.get(savedViews, i.viewId, 'This view');
		const own = actor.type === 'person' && (view.personId === actor.id || (view.personId === null && may(actor.role, 'jobs.change')));
		if (!own) throw new Refusal('This view belongs to somebody else.');
		ctx.remove(savedViews, view.id);
		ctx.happened(`views:${view.page}`, `View “${view.name}” taken away`, `views:${view.page}`);
	}
});

/** The views of a page that a person sees: everybody's, then their own. */
export const viewsOf = (app: App, page: (typeof VIEW_PAGES)[number], actor: Actor | undefined) =>
	app.db.orm
		.select({ id: savedViews.id, name: savedViews.name, query: savedViews.query, personId: savedViews.personId })
		.from(savedViews)
		.where(
			and(eq(savedViews.page, page), or(isNull(savedViews.personId), eq(savedViews.personId, actor?.type === 'person' ? actor.id : '-')))
		)
		.orderBy(asc(savedViews.personId), asc(savedViews.name))
		.all();
