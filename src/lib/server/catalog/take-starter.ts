import { say } from '../../contract/refusals/catalog';
import * as contract from '../../contract/catalog/take-starter';
import { eq } from 'drizzle-orm';
import { percent } from '../../core/money';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { assemblies, categories, items, parts } from './schema';
import { laborSheets } from '../people/schema';
import { newId } from '../ids';
import { STARTER } from './starter';

export const takeStarter = serve(contract.takeStarter, (ctx, i) => {
	const trade = STARTER.find((t) => t.trade === i.trade);
	if (!trade) throw new Refusal(say('no-starter-set-for-trade'), 'trade');
	ctx.get(laborSheets, i.sheetId, 'This rate sheet');
	const category =
		ctx.db.select().from(categories).where(eq(categories.name, trade.trade)).get() ??
		ctx.insert(categories, { id: newId(), name: trade.trade, rule: null });
	const ids = new Map<string, string>();
	let added = 0;
	for (const s of trade.items) {
		const known = ctx.db.select({ id: items.id }).from(items).where(eq(items.code, s.code)).get();
		if (!known) added += 1;
		ids.set(
			s.code,
			known?.id ??
				ctx.insert(items, {
					id: newId(),
					...s,
					rule: { by: 'inherit' },
					categoryId: category.id,
					taxCodeId: s.kind === 'material' ? i.taxCodeId : null,
					tags: ['starter']
				}).id
		);
	}
	let recipes = 0;
	for (const a of trade.assemblies) {
		if (ctx.db.select({ id: assemblies.id }).from(assemblies).where(eq(assemblies.name, a.name)).get()) continue;
		recipes += 1;
		const assembly = ctx.insert(assemblies, { id: newId(), name: a.name, category: a.category, wording: a.wording, crewSheet: {} });
		a.parts.forEach((p, position) =>
			ctx.insert(parts, {
				id: newId(),
				assemblyId: assembly.id,
				position,
				itemId: p.item ? (ids.get(p.item) ?? null) : null,
				sheetId: p.labor ? i.sheetId : null,
				name: p.labor ?? '',
				measures: p.measures,
				rate: { amount: p.amount, per: p.per, waste: percent(p.waste), step: p.step },
				reminder: p.amount === 0,
				note: p.note,
				phase: p.phase
			})
		);
	}
	if (added + recipes === 0) throw new Refusal(say('all-of-in-catalog-already', { trade: trade.trade }), 'trade');
	ctx.happened('catalog', 'catalog.take-starter', { trade: trade.trade, added, assemblies: recipes }, 'catalog');
	return { items: added, assemblies: recipes };
});

/** The trades of the starter set, and how much of each is in the catalog already. */
export const starterTrades = (app: App) =>
	STARTER.map((t) => {
		const known = new Set(
			app.db.orm
				.select({ name: assemblies.name })
				.from(assemblies)
				.where(eq(assemblies.category, t.trade))
				.all()
				.map((a) => a.name)
		);
		return {
			trade: t.trade,
			items: t.items.length,
			assemblies: t.assemblies.length,
			taken: t.assemblies.filter((a) => known.has(a.name)).length
		};
	});
