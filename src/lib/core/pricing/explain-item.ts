import { step, type Step } from '../explain';
import { formatPercent, formatRate, formatUnitPrice, type Percent, type Rate, type UnitPrice } from '../money';
import type { Kind, PriceRule } from './price-rule';

/** What is known of an item when its price is explained. */
export interface ItemToExplain {
	name: string;
	unit: string;
	kind: Kind;
	cost: number;
	/** The item’s own rule, and the one that holds. */
	own: PriceRule;
	rule: Exclude<PriceRule, { by: 'inherit' }>;
	price: UnitPrice;
	breakEven: UnitPrice;
	/** Overhead on a dollar of its kind, ten-thousandths of a percent. */
	overheadPercent: number;
	/** The categories it lies in, nearest first. */
	categories: readonly { name: string; rule: PriceRule | null; source: string }[];
	source: string;
}

const ruleWords = (r: PriceRule): string =>
	r.by === 'inherit'
		? 'as the category says'
		: r.by === 'fixed'
			? `fixed at ${formatUnitPrice(r.price)}`
			: `${r.by} ${formatPercent(r.percent as Percent)}`;

/** The steps behind the price of a catalog item, down to who set the rule that holds. */
export function explainItem(i: ItemToExplain): Step {
	const { rule } = i;
	const setter =
		i.own.by !== 'inherit'
			? step('Set on the item', ruleWords(i.own), { source: i.source })
			: (() => {
					const c = i.categories.find((x) => x.rule && x.rule.by !== 'inherit');
					return c?.rule
						? step(`Set on the category ${c.name}`, ruleWords(c.rule), { source: c.source })
						: step(`The company’s rule for ${i.kind}`, ruleWords(rule), { source: '/price/catalog' });
				})();
	return step(`Price a ${i.unit}`, formatUnitPrice(i.price), {
		formula:
			rule.by === 'fixed'
				? 'fixed'
				: rule.by === 'markup'
					? `${formatUnitPrice(i.cost)} × (1 + ${formatPercent(rule.percent)}), to the cent`
					: `${formatUnitPrice(i.breakEven)} ÷ (1 − ${formatPercent(rule.percent)}), to the cent`,
		source: i.source,
		steps: [
			step('Cost', formatUnitPrice(i.cost), { source: i.source }),
			step('Break-even', formatUnitPrice(i.breakEven), {
				formula: `${formatUnitPrice(i.cost)} × (1 + ${formatRate(i.overheadPercent as Rate, 2)} overhead on ${i.kind})`,
				source: '/price/budget'
			}),
			step('Rule', ruleWords(rule), {
				formula: 'the line’s own, the item’s, its category’s, the company’s: the first that is set',
				steps: [setter]
			})
		]
	});
}
