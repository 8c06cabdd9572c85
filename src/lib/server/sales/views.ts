import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/views';
import { VIEW_PAGES, type ListLayout, type ListName } from '../../contract/sales/views';
import { and, asc, eq, isNull, or } from 'drizzle-orm';
import { may } from '../../core/access';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Actor } from '../commands';
import { listLayouts, savedViews } from '../people/schema';
import { newId } from '../ids';

export const saveView = serve(contract.saveView, (ctx, i, actor) => {
	if (actor.type !== 'person') throw new Refusal(say('views-kept-for-people'));
	if (i.everybody && !may(actor, 'jobs.change')) throw new Refusal(say('you-can-keep-views-for-yourself'), 'everybody');
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
	ctx.happened(`views:${i.page}`, 'views.save', { name: row.name }, `views:${i.page}`);
	return { viewId: row.id };
});

export const removeView = serve(contract.removeView, (ctx, i, actor) => {
	const view = ctx.get(savedViews, i.viewId, 'This view');
	const own = actor.type === 'person' && (view.personId === actor.id || (view.personId === null && may(actor, 'jobs.change')));
	if (!own) throw new Refusal(say('view-belongs-to-somebody-else'));
	ctx.remove(savedViews, view.id);
	ctx.happened(`views:${view.page}`, 'views.remove', { name: view.name }, `views:${view.page}`);
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

export const layOut = serve(contract.layOut, (ctx, { list, layout }, actor) => {
	if (actor.type !== 'person') throw new Refusal(say('views-kept-for-people'));
	const mine = and(eq(listLayouts.personId, actor.id), eq(listLayouts.list, list));
	const known = ctx.db.select({ id: listLayouts.id }).from(listLayouts).where(mine).get();
	if (layout === null) {
		if (known) ctx.remove(listLayouts, known.id);
	} else if (known) ctx.update(listLayouts, known.id, { layout });
	else ctx.insert(listLayouts, { id: newId(), personId: actor.id, list, layout });
	ctx.happened(`person:${actor.id}`, 'views.lay-out', { list });
});

/** How a person has their lists laid out, by list. */
export const layoutsOf = (app: App, personId: string): Partial<Record<ListName, ListLayout>> =>
	Object.fromEntries(
		app.db.orm
			.select({ list: listLayouts.list, layout: listLayouts.layout })
			.from(listLayouts)
			.where(eq(listLayouts.personId, personId))
			.all()
			.map((l) => [l.list, l.layout])
	);
