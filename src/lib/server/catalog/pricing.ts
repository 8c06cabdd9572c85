import { eq } from 'drizzle-orm';
import { mulDiv, unitPrice, type UnitPrice } from '../../core/money';
import { ruleThatHolds, unitPriceOf, type Kind, type PriceRule } from '../../core/pricing';
import type { Orm } from '../db/open';
import { categories, company, type items } from '../db/schema';

/** The rule that holds for an item and the unit price it gives: item → category → company default of its kind. */
export function priceItem(
	db: Orm,
	item: Pick<typeof items.$inferSelect, 'kind' | 'cost' | 'rule' | 'categoryId' | 'fine'>,
	own: PriceRule = { by: 'inherit' }
): { rule: PriceRule; price: UnitPrice } {
	const settings = db.select({ settings: company.settings }).from(company).get()?.settings;
	const category = item.categoryId
		? db.select({ rule: categories.rule }).from(categories).where(eq(categories.id, item.categoryId)).get()
		: undefined;
	const rule = ruleThatHolds(own, item.rule, category?.rule, settings?.defaultRules[item.kind], { by: 'markup', percent: 2500 as never });
	return {
		rule,
		price: unitPriceOf(rule, unitPrice(item.cost), breakEvenOf(item.cost, item.kind, settings?.overheadPercent ?? {}), { fine: item.fine })
	};
}

/** Break-even of a unit without hours: cost + the overhead percent of its kind. */
export function breakEvenOf(cost: number, kind: Kind, overheadPercent: Partial<Record<Kind, number>>): UnitPrice {
	return unitPrice(cost + mulDiv(cost, overheadPercent[kind] ?? 0, 1_000_000));
}
