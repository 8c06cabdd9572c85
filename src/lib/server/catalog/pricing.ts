import { eq } from 'drizzle-orm';
import { mulDiv, roundPrice, unitPrice, type Percent, type UnitPrice } from '../../core/money';
import { breakEvenOf, ruleThatHolds, unitPriceOf, type Kind, type PriceRule } from '../../core/pricing';
import type { Orm } from '../db/open';
import { categories, company, customers, jobs, rateGroups, type items } from '../db/schema';

type Priced = Pick<typeof items.$inferSelect, 'kind' | 'cost' | 'rule' | 'categoryId' | 'fine'>;
export interface Group {
	percents: Partial<Record<Kind, Percent>>;
	onFixed: boolean;
}

/** Prices any number of items by rules that are read once: item → its category and those above it → the company's default of the kind. */
export interface Pricer {
	of(item: Priced, own?: PriceRule): { rule: Exclude<PriceRule, { by: 'inherit' }>; price: UnitPrice; breakEven: UnitPrice };
	/** An hour of a rate sheet for this customer's group. */
	labor(price: number): UnitPrice;
}

export function pricer(db: Orm, group: Group | null = null): Pricer {
	const settings = db.select({ settings: company.settings }).from(company).get()?.settings;
	const all = new Map(
		db
			.select()
			.from(categories)
			.all()
			.map((c) => [c.id, c])
	);
	/** Rules of a category and those it lies in, nearest first. */
	const rulesOf = (id: string | null): (PriceRule | null)[] => {
		const rules: (PriceRule | null)[] = [];
		const seen = new Set<string>();
		for (let at = id; at && !seen.has(at); at = all.get(at)?.parentId ?? null) {
			seen.add(at);
			rules.push(all.get(at)?.rule ?? null);
		}
		return rules;
	};
	return {
		of(item, own = { by: 'inherit' }) {
			const rule = ruleThatHolds(own, item.rule, ...rulesOf(item.categoryId), settings?.defaultRules[item.kind], {
				by: 'markup',
				percent: 2500 as Percent
			});
			const breakEven = breakEvenOf(item.cost, item.kind, settings?.overheadPercent ?? {});
			const percent = group?.percents[item.kind];
			const price = unitPriceOf(rule, unitPrice(item.cost), breakEven, {
				fine: item.fine,
				...(percent === undefined || !group ? {} : { group: percent, groupOnFixed: group.onFixed })
			});
			return { rule, price, breakEven };
		},
		labor: (price) =>
			group?.percents.labor === undefined ? unitPrice(price) : roundPrice(mulDiv(price, group.percents.labor, 10_000) as UnitPrice)
	};
}

/** The rate group of a job's customer, if it has one. */
export function groupOfJob(db: Orm, jobId: string): Group | null {
	const row = db
		.select({ percents: rateGroups.percents, onFixed: rateGroups.onFixed })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(rateGroups, eq(rateGroups.id, customers.rateGroupId))
		.where(eq(jobs.id, jobId))
		.get();
	return row ?? null;
}

/** The rule that holds for one item and the unit price it gives. */
export const priceItem = (db: Orm, item: Priced, own?: PriceRule) => pricer(db).of(item, own);
