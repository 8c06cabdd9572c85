import * as contract from '../../../contract/catalog/bulk';
import type { Static } from '@sinclair/typebox';
import { eq } from 'drizzle-orm';
import { CATALOG } from '../../../core/events';
import { toTheEnd, type Restful } from '../../../core/lists';
import type { App } from '../../app';
import { bitByBit } from '../../bit-by-bit';
import { Refusal } from '../../../core/refusal';
import { CannotSave, serve, type Context } from '../../commands';
import { catalogChanges, catalogWork, imports } from '../schema';
import { changePortion, planOf, type ItemsChange } from './change';
import { planningImport, type ImportInput } from './import-plan';
import { writeListed } from './listed';
import { PORTION } from './portion';
import { undoPortion } from './undo';
import { dropWork, nextWork, noteWork, workOf } from './work';
import type { ItemFilter } from '../../../contract/catalog/filter';

type Work = typeof catalogWork.$inferSelect;
type Change = typeof catalogChanges.$inferSelect;
type Portion = Static<(typeof contract.goOn)['input']>;

export const planImport = serve(contract.planImport, (ctx, i) => {
	const work = workOf(ctx.db, i.changeId);
	const change = ctx.find(catalogChanges, i.changeId);
	// Planned again after a restart: what was said first stays.
	if (!work || work.total !== null || !change?.importId) return null;
	noteWork(ctx.db, i.changeId, { total: i.total });
	ctx.db
		.update(imports)
		.set({ unchanged: i.unchanged, rejected: i.rejected, aside: i.asideOf })
		.where(eq(imports.id, change.importId))
		.run();
	ctx.topics.add('catalog');
	return null;
});

export const goOn = serve(contract.goOn, (ctx, i) => {
	const work = workOf(ctx.db, i.changeId);
	const change = work && ctx.find(catalogChanges, i.changeId);
	// Somebody stopped it between two portions.
	if (!work || !change) return { more: false };
	const [done, cursor] = portionOf(ctx, work, change, i);
	noteWork(ctx.db, work.id, { done, cursor: cursor ?? '' });
	if (cursor === null) finish(ctx, work, done, i.rejected);
	// Whoever looks on sees it move, some twenty times in all.
	const total = work.total ?? 0;
	if (cursor === null || Math.floor((20 * done) / total) > Math.floor((20 * work.done) / total)) ctx.topics.add('catalog');
	return { more: cursor !== null };
});

export const giveUp = serve(contract.giveUp, (ctx, { changeId, why }) => {
	const change = ctx.find(catalogChanges, changeId);
	if (!change || !workOf(ctx.db, changeId)) return null;
	dropWork(ctx.db, changeId);
	ctx.happened('catalog', 'catalog.give-up', { text: change.text, why }, 'catalog');
	ctx.db
		.update(catalogChanges)
		.set({ text: CATALOG['catalog.give-up']({ text: change.text, why }) })
		.where(eq(catalogChanges.id, changeId))
		.run();
	return null;
});

/** Does one portion. @returns how many are done by then, and where the next begins; null when there is none */
function portionOf(ctx: Context, work: Work, change: Change, i: Portion): [number, string | null] {
	if (work.kind === 'undo') {
		const p = undoPortion(ctx.db, change, work.cursor, ctx.now);
		return [work.done + p.restored, p.cursor];
	}
	if (work.kind === 'change') {
		// What was kept with the command was held against its contract then.
		const given = work.given as { filter: ItemFilter; change: ItemsChange };
		const p = changePortion(ctx.db, change.id, given, work.cursor);
		count(ctx, change, p.changed);
		return [work.done + p.changed, p.cursor];
	}
	return [work.done + applyPortion(ctx, change, work.given as ImportInput, i), i.last ? null : work.cursor];
}

function applyPortion(ctx: Context, change: Change, list: ImportInput, { rows, aside }: Portion): number {
	const importId = change.importId ?? '';
	const { added, changed } = writeListed(ctx.db, { ...list, importId, changeId: change.id, at: change.at }, rows, aside);
	const made = ctx.find(imports, importId);
	if (made)
		ctx.db
			.update(imports)
			.set({ added: made.added + added, changed: made.changed + changed })
			.where(eq(imports.id, importId))
			.run();
	count(ctx, change, added + changed + aside.length);
	return rows.length + aside.length;
}

const count = (ctx: Context, change: Change, more: number): void =>
	void ctx.db
		.update(catalogChanges)
		.set({ items: change.items + more })
		.where(eq(catalogChanges.id, change.id))
		.run();

/** The last portion is through: what was done is told as if it had been done at once. */
function finish(ctx: Context, work: Work, done: number, rejected: number): void {
	dropWork(ctx.db, work.id);
	const change = ctx.get(catalogChanges, work.id, 'This change');
	if (work.kind === 'undo') {
		ctx.happened('catalog', 'catalog.undo-change', { change: change.text, left: change.items - done }, 'catalog');
		return;
	}
	if (work.kind === 'change') {
		const what = { items: done, words: planOf(ctx.db, (work.given as { change: ItemsChange }).change).words };
		ctx.happened('catalog', 'catalog.change-items', what, 'catalog');
		ctx.db
			.update(catalogChanges)
			.set({ text: CATALOG['catalog.change-items'](what) })
			.where(eq(catalogChanges.id, work.id))
			.run();
		return;
	}
	const made = ctx.get(imports, change.importId ?? '', 'This import');
	const what = {
		...{ file: made.fileName, added: made.added, changed: made.changed, unchanged: made.unchanged },
		// All of them: of very many only the first are kept to be read.
		...{ rejected, aside: made.aside }
	};
	ctx.happened(`supplier:${made.supplierId}`, 'catalog.import', what, 'catalog');
	ctx.db
		.update(catalogChanges)
		.set({ text: CATALOG['catalog.import'](what) })
		.where(eq(catalogChanges.id, work.id))
		.run();
}

/** Carries one piece of work out, resting between portions. */
function* carryingOut(app: App, { id, kind }: Pick<Work, 'id' | 'kind'>): Restful<void> {
	let rejectedRows = 0;
	const step = (rows: Portion['rows'] = [], aside: string[] = [], last = false) =>
		app.run(goOn, { changeId: id, rows, aside, last, rejected: rejectedRows }, { type: 'system' }).more;
	if (kind !== 'import') {
		while (step()) yield;
		return;
	}
	const work = workOf(app.db.orm, id);
	if (!work) return;
	const plan = yield* planningImport(app.db.orm, work.given as ImportInput);
	const total = plan.rows.length + plan.aside.length;
	const { unchanged, rejected } = plan;
	rejectedRows = rejected.length;
	app.run(
		planImport,
		{ changeId: id, total, unchanged, rejected: rejected.slice(0, 2000), asideOf: plan.aside.length },
		{ type: 'system' }
	);
	for (let at = 0; ; at += PORTION) {
		yield;
		const rows = plan.rows.slice(at, at + PORTION);
		const from = Math.max(0, at - plan.rows.length);
		const aside = at + PORTION <= plan.rows.length ? [] : plan.aside.slice(from, Math.max(0, at + PORTION - plan.rows.length));
		if (!step(rows, aside, at + PORTION >= total)) return;
	}
}

/** Carries out what waits in the catalog, portion by portion; everybody else is served in between. */
export async function workOnCatalog(app: App): Promise<void> {
	for (let next = nextWork(app.db.orm); next; next = nextWork(app.db.orm)) {
		const { id } = next;
		try {
			await bitByBit(carryingOut(app, next));
		} catch (e) {
			// A full disk is tried again later. What the rules refuse would be refused each time, and everything behind it would wait for ever.
			if (!(e instanceof Refusal) || e instanceof CannotSave) throw e;
			app.run(giveUp, { changeId: id, why: e.message.slice(0, 400) }, { type: 'system' });
		}
	}
}

/** The same without a rest, for a company that is filled. */
export function finishCatalogWork(app: App): void {
	for (let next = nextWork(app.db.orm); next; next = nextWork(app.db.orm)) toTheEnd(carryingOut(app, next));
}
