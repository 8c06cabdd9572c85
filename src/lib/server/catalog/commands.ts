import { say } from '../../contract/refusals/catalog';
import { CATALOG } from '../../core/events';
import * as contract from '../../contract/catalog/commands';
import { eq } from 'drizzle-orm';
import { comparePriceList, decodeText, headsOf, readCsv, readPriceList, type Known, type Mapping } from '../../core/formats';
import { parseQuantity } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context, readField, notNegative } from '../commands';
import { imports, itemCosts, items, suppliers } from './schema';
import { newId } from '../ids';
import { applyPrices, codesOfOthers, knownOf } from './apply-prices';
import { ruleOf } from './rules';

export const saveItem = serve(contract.saveItem, (ctx, { itemId, version, pack, tags, companions, ...fields }) => {
	const unitCost = notNegative(fields.cost, 'cost');
	const row = {
		...fields,
		rule: ruleOf(fields.rule, 'rule'),
		...(pack === undefined ? {} : { pack: packOf(pack) }),
		...(tags === undefined ? {} : { tags: tagsOf(tags) }),
		...(companions === undefined ? {} : { companions: companionsOf(ctx, companions, fields.code) })
	};
	const twin = ctx.db.select({ id: items.id }).from(items).where(eq(items.code, fields.code)).get();
	if (twin && twin.id !== itemId) throw new Refusal(say('item-with-code-already'), 'code');
	const known = itemId ? ctx.find(items, itemId) : undefined;
	const item = known ? ctx.update(items, known.id, row, version) : ctx.insert(items, { id: itemId ?? newId(), ...row });
	if (known?.cost !== unitCost)
		ctx.db
			.insert(itemCosts)
			.values({ itemId: item.id, at: ctx.now, before: known?.cost ?? null, after: unitCost })
			.run();
	ctx.happened(`item:${item.id}`, 'catalog.save-item', { known: Boolean(known), code: item.code }, 'catalog');
	return { id: item.id };
});

/** How much of the unit is in what is bought at once. */
function packOf(n: number): number {
	if (n <= 0) throw new Refusal(say('pack-holds-more-than-0'), 'pack');
	return n;
}
/** “NAIL-114 × 0.05” a line → what comes along. Whole units, unless the number for one of it is a fraction of them. */
function companionsOf(ctx: Context, text: string, own: string): { itemId: string; ratio: number; step: number }[] {
	return text
		.split(/\n/)
		.map((l) => l.trim())
		.filter(Boolean)
		.map((row) => {
			const m = /^(.+?)(?:\s*[×x*]\s*([\d.,]+))?$/.exec(row);
			const code = (m?.[1] ?? '').trim();
			const item = ctx.db.select({ id: items.id }).from(items).where(eq(items.code, code)).get();
			if (!item) throw new Refusal(say('no-item-with-code', { code }), 'companions');
			if (code === own) throw new Refusal(say('item-does-not-bring-itself-along'), 'companions');
			const ratio = readField('companions', () => parseQuantity(m?.[2] ?? '1', 'How many'));
			if (ratio <= 0) throw new Refusal(say('how-many-come-along-must-be'), 'companions');
			return { itemId: item.id, ratio, step: 10_000 };
		});
}
const tagsOf = (text: string): string[] => [
	...new Set(
		text
			.toLowerCase()
			.split(/[,;]/)
			.map((t) => t.trim().slice(0, 40))
			.filter(Boolean)
	)
];

export const importPrices = serve(contract.importPrices, (ctx, i) => {
	const supplier = ctx.get(suppliers, i.supplierId, 'This supplier');
	const mapping: Mapping = i.mapping;
	for (const f of ['code', 'name', 'cost'] as const) if (mapping[f] < 0) throw new Refusal(say('say-which-column-holds'), f);
	const rows = readCsv(i.text);
	const { prices, rejected } = readPriceList(rows, mapping);
	if (prices.length === 0) throw new Refusal(say('no-row-of-list-can-be'), 'mapping');
	const taken = codesOfOthers(ctx.db, supplier.id);
	const c = comparePriceList(prices, knownOf(ctx.db, supplier.id));
	rejected.push(...c.rejected);
	for (const row of c.fresh.filter((r) => taken.has(r.code.toLowerCase())))
		rejected.push({
			row: row.row,
			text: `${row.code} · ${row.name}`,
			reason: 'Another supplier’s item, or one of your own, has this code. If it is the same thing, add this supplier to it.'
		});
	const skip = new Set((i.skip ?? []).map((code) => code.toLowerCase()));
	const fresh = c.fresh.filter((r) => !taken.has(r.code.toLowerCase()) && !skip.has(r.code.toLowerCase()));
	const changed = c.changed.filter((r) => !skip.has(r.row.code.toLowerCase()));
	const importId = newId();
	ctx.db
		.insert(imports)
		.values({
			id: importId,
			supplierId: supplier.id,
			fileName: i.fileName,
			at: ctx.now,
			byName: ctx.who.name,
			added: fresh.length,
			changed: changed.length,
			unchanged: c.unchanged.length,
			rejected: rejected.slice(0, 2000)
		})
		.run();
	const aside = i.asideMissing ? c.missing.filter((m) => !skip.has(m.code.toLowerCase())) : [];
	const what = {
		file: i.fileName,
		added: fresh.length,
		changed: changed.length,
		unchanged: c.unchanged.length,
		rejected: rejected.length,
		aside: aside.length
	};
	const text = CATALOG['catalog.import'](what);
	applyPrices(
		ctx.db,
		{ importId, supplierId: supplier.id, categoryId: i.categoryId, taxCodeId: i.taxCodeId, at: ctx.now, byName: ctx.who.name, text },
		fresh,
		changed,
		aside
	);
	ctx.db
		.update(suppliers)
		.set({ mapping: { ...mapping, heads: headsOf(rows, mapping) } })
		.where(eq(suppliers.id, supplier.id))
		.run();
	ctx.happened(`supplier:${supplier.id}`, 'catalog.import', what, 'catalog');
	return { importId, added: fresh.length, changed: changed.length, unchanged: c.unchanged.length, rejected: rejected.length };
});

/** What an import would do, without doing it. */
export function previewImport(text: string, mapping: Mapping, own: Known[]) {
	const { prices, rejected } = readPriceList(readCsv(text), mapping);
	const compared = comparePriceList(prices, own);
	return { ...compared, rejected: [...rejected, ...compared.rejected], prices };
}
export { decodeText };
