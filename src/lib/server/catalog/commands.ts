import { say } from '../../contract/refusals/catalog';
import { CATALOG } from '../../core/events';
import * as contract from '../../contract/catalog/commands';
import { eq } from 'drizzle-orm';
import { comparingPriceList, decodeText, headsOf, readCsv, readingPriceList, type Mapping } from '../../core/formats';
import { toTheEnd } from '../../core/lists';
import { parseQuantity } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Context, readField, notNegative } from '../commands';
import { taxCodes } from '../company/schema';
import { catalogChanges, categories, imports, itemCosts, items, suppliers } from './schema';
import type { Orm } from '../db';
import { newId } from '../ids';
import { planningImport } from './portions/import-plan';
import { readingKnown } from './portions/known';
import { writeListed } from './portions/listed';
import { SHORT_LIST } from './portions/portion';
import { beginWork } from './portions/work';
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
	// A long list is applied after this command: what it could not be applied with is said now.
	if (i.categoryId !== null) ctx.get(categories, i.categoryId, 'This category');
	if (i.taxCodeId !== null) ctx.get(taxCodes, i.taxCodeId, 'This tax code');
	const [importId, changeId] = [newId(), newId()];
	const long = i.text.length > SHORT_LIST;
	const plan = long ? null : toTheEnd(planningImport(ctx.db, i));
	if (plan?.read === 0) throw new Refusal(say('no-row-of-list-can-be'), 'mapping');
	const heads = headsOf(readCsv(i.text.slice(0, HEAD)), mapping);
	ctx.db
		.update(suppliers)
		.set({ mapping: { ...mapping, heads } })
		.where(eq(suppliers.id, supplier.id))
		.run();
	const made = { id: importId, supplierId: supplier.id, fileName: i.fileName, at: ctx.now, byName: ctx.who.name };
	const counts = { unchanged: plan?.unchanged ?? 0, rejected: plan?.rejected.slice(0, 2000) ?? [], aside: plan?.aside.length ?? 0 };
	ctx.insertRecorded(imports, [{ ...made, ...counts, added: 0, changed: 0 }]);
	ctx.insertRecorded(catalogChanges, [{ id: changeId, at: ctx.now, byName: ctx.who.name, text: i.fileName, importId, items: 0 }]);
	if (!plan) {
		beginWork(ctx, { id: changeId, kind: 'import', given: i }, i.fileName);
		return { importId, changeId, added: 0, changed: 0, unchanged: 0, rejected: 0, more: true };
	}
	const done = writeListed(ctx.db, { ...i, importId, changeId, at: ctx.now }, plan.rows, plan.aside);
	const what = { file: i.fileName, ...done, unchanged: plan.unchanged, rejected: plan.rejected.length, aside: plan.aside.length };
	ctx.db.update(imports).set(done).where(eq(imports.id, importId)).run();
	ctx.db
		.update(catalogChanges)
		.set({ text: CATALOG['catalog.import'](what), items: done.added + done.changed + what.aside })
		.where(eq(catalogChanges.id, changeId))
		.run();
	ctx.happened(`supplier:${supplier.id}`, 'catalog.import', what, 'catalog');
	return { importId, changeId, ...done, unchanged: what.unchanged, rejected: what.rejected, more: false };
});

/** The headings of a list stand within this many characters of its beginning. */
const HEAD = 100_000;

/** What an import would do, without doing it. A long list rests in between. */
export function* previewingImport(db: Orm, rows: string[][], mapping: Mapping, supplierId: string) {
	const { prices, rejected } = yield* readingPriceList(rows, mapping);
	const compared = yield* comparingPriceList(prices, yield* readingKnown(db, supplierId));
	return { ...compared, rejected: [...rejected, ...compared.rejected], prices };
}
export { decodeText };
