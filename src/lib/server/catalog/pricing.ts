import { settingsOf } from '../company';
import { mulDiv, roundPrice, unitPrice, type Percent, type UnitPrice } from '../../core/money';
import { breakEvenOf, exactBreakEven, ruleThatHolds, unitPriceOf, type Kind, type PriceRule } from '../../core/pricing';
import type { Orm } from '../db';
import { categories, type items } from './schema';

type Priced = Pick<typeof items.$inferSelect, 'kind' | 'cost' | 'rule' | 'categoryId' | 'fine'>;
export interface Group {
	percents: Partial<Record<Kind, Percent>>;
	onFixed: boolean;
}

/** Prices any number of items by rules that are read once: item → its category and those above it → the company's default of the kind. */
export interface Pricer {
	of(item: Priced, own?: PriceRule): { rule: Exclude<PriceRule, { by: 'inherit' }>; price: UnitPrice; breakEven: UnitPrice };
	/** The categories an item lies in, nearest first, with their rules. */
	categoriesOf(id: string | null): { id: string; name: string; rule: PriceRule | null }[];
	/** An hour of a rate sheet for this customer's group. */
	labor(price: number): UnitPrice;
}

export function pricer(db: Orm, group: Group | null = null): Pricer {
	const settings = settingsOf(db);
	const all = new Map(
		db
			.select()
			.from(categories)
			.all()
			.map((c) => [c.id, c])
	);
	const categoriesOf = (id: string | null) => {
		const found: { id: string; name: string; rule: PriceRule | null }[] = [];
		for (
			let at = id ? all.get(id) : undefined;
			at && !found.some((f) => f.id === at?.id);
			at = at.parentId ? all.get(at.parentId) : undefined
		)
			found.push({ id: at.id, name: at.name, rule: at.rule });
		return found;
	};
	return {
		categoriesOf,
		of(item, own = { by: 'inherit' }) {
			const rule = ruleThatHolds(own, item.rule, ...categoriesOf(item.categoryId).map((c) => c.rule), settings.defaultRules[item.kind], {
				by: 'markup',
				percent: 2500 as Percent
			});
			const overheadPercent = settings.overheadPercent;
			const breakEven = breakEvenOf(item.cost, item.kind, overheadPercent);
			const percent = group?.percents[item.kind];
			const price = unitPriceOf(rule, unitPrice(item.cost), exactBreakEven(item.cost, item.kind, overheadPercent), {
				fine: item.fine,
				...(percent === undefined || !group ? {} : { group: percent, groupOnFixed: group.onFixed })
			});
			return { rule, price, breakEven };
		},
		labor: (price) =>
			group?.percents.labor === undefined ? unitPrice(price) : roundPrice(mulDiv(price, group.percents.labor, 10_000) as UnitPrice)
	};
}

/** The rule that holds for one item and the unit price it gives. */
export const priceItem = (db: Orm, item: Priced, own?: PriceRule) => pricer(db).of(item, own);
