import { step, type Step } from '../explain';
import {
	ceilDiv,
	cents,
	formatCents,
	formatPercent,
	formatQuantity,
	formatUnitPrice,
	lineAmount,
	marginOf,
	mulDiv,
	percentOf,
	rateOf,
	sum,
	sumOfProducts,
	type Cents,
	type Percent,
	type Quantity,
	type Rate,
	type UnitPrice
} from '../money';
import type { Kind } from './price-rule';

/** A material that a flat-rate service uses up, with what its unit costs us. */
export interface FlatMaterial {
	name: string;
	quantity: Quantity;
	unit: string;
	cost: UnitPrice;
}
/** What is in a flat-rate service: hours, and the materials it uses up. */
export interface FlatWork {
	hours: Quantity;
	materials: readonly FlatMaterial[];
}
/** Where a flat-rate price ends: at the cent, a whole one, a whole five, or x.95. */
export const FLAT_ROUNDINGS = ['cent', 'one', 'five', 'x.95'] as const;
export type FlatRounding = (typeof FLAT_ROUNDINGS)[number];

/** What a company sets once for a whole catalog of flat-rate services. */
export interface FlatTerms {
	/** On the cost of the materials. */
	markup: Percent;
	/** What an hour is sold at, what it costs loaded, and the overhead it carries. */
	hourlyPrice: UnitPrice;
	hourlyCost: UnitPrice;
	overheadPerHour: UnitPrice;
	overheadPercent: Partial<Record<Kind, Rate>>;
	rounding: FlatRounding;
}
export interface FlatPrice {
	materialCost: Cents;
	laborCost: Cents;
	cost: Cents;
	overhead: Cents;
	breakEven: Cents;
	/** The part of the price that is material, which some taxes are on. */
	materialPrice: Cents;
	/** The rest: hours, and what rounding adds. */
	laborPrice: Cents;
	price: Cents;
	margin: Rate | null;
}

/**
 * Rounds a flat-rate price up to where the company wants prices to end: never down, so that rounding never costs margin.
 * 0 stays 0.
 */
export function roundFlat(price: Cents, to: FlatRounding): Cents {
	if (price <= 0 || to === 'cent') return price;
	if (to === 'x.95') return cents(Math.ceil((price - 95) / 100) * 100 + 95);
	const unit = to === 'one' ? 100 : 500;
	return cents(Math.ceil(price / unit) * unit);
}

/** Σ quantity × cost of the materials, each rounded to the cent as a line is. */
export const flatMaterialCost = (materials: readonly FlatMaterial[]): Cents => sum(materials.map((m) => lineAmount(m.quantity, m.cost)));

/**
 * The price of a flat-rate service: materials × (1 + markup) + hours × hourly price, each rounded once to the cent, and their sum up
 * to where prices end. Break-even carries overhead on hours and on dollars as a line of an estimate does.
 */
export function flatPrice(work: FlatWork, terms: FlatTerms): FlatPrice {
	const materialCost = flatMaterialCost(work.materials);
	const laborCost = lineAmount(work.hours, terms.hourlyCost);
	const materialPrice = cents(materialCost + percentOf(materialCost, terms.markup));
	const price = roundFlat(cents(materialPrice + lineAmount(work.hours, terms.hourlyPrice)), terms.rounding);
	// Labor and material carry their overhead each on its own line, rounded once there.
	const onLabor = sumOfProducts(
		[
			[work.hours, terms.overheadPerHour],
			[laborCost, terms.overheadPercent.labor ?? 0]
		],
		1_000_000
	);
	const onMaterial = rateOf(materialCost, (terms.overheadPercent.material ?? 0) as Rate);
	const cost = cents(materialCost + laborCost);
	const overhead = cents(onLabor + onMaterial);
	const breakEven = cents(cost + overhead);
	return {
		materialCost,
		laborCost,
		cost,
		overhead,
		breakEven,
		materialPrice,
		laborPrice: cents(price - materialPrice),
		price,
		margin: marginOf(price, breakEven)
	};
}

/**
 * The least price of an hour, in ten-thousandths rounded up, at which a service brings a margin on its break-even before its price
 * is rounded up. Infinity for work without hours that falls short: no hour can carry it.
 */
export function hourlyPriceFor(work: FlatWork, terms: FlatTerms, margin: Percent): number {
	const p = flatPrice(work, terms);
	const wanted = margin < 10_000 ? mulDiv(p.breakEven, 10_000, 10_000 - margin) : p.breakEven;
	const short = wanted - p.materialPrice;
	if (short <= 0) return 0;
	return work.hours > 0 ? ceilDiv(BigInt(short) * 1_000_000n, work.hours) : Infinity;
}

const ENDS: Record<FlatRounding, string> = {
	cent: 'to the cent',
	one: 'up to a whole one',
	five: 'up to a whole five',
	'x.95': 'up to x.95'
};

/** The steps behind a flat-rate price, down to the materials. */
export function explainFlat(title: string, work: FlatWork, terms: FlatTerms, more: { rate?: string; catalog?: string } = {}): Step {
	const p = flatPrice(work, terms);
	const hours = lineAmount(work.hours, terms.hourlyPrice);
	return step(title, formatCents(p.price), {
		formula: `${formatCents(p.materialPrice)} + ${formatCents(hours)}, ${ENDS[terms.rounding]}`,
		steps: [
			step('Materials', formatCents(p.materialPrice), {
				formula: `${formatCents(p.materialCost)} × (1 + ${formatPercent(terms.markup)})`,
				...(more.catalog ? { source: more.catalog } : {}),
				steps: work.materials.map((m) =>
					step(m.name, formatCents(lineAmount(m.quantity, m.cost)), {
						formula: `${formatQuantity(m.quantity)} ${m.unit} × ${formatUnitPrice(m.cost)}`
					})
				)
			}),
			step('Hours', formatCents(hours), {
				formula: `${formatQuantity(work.hours)} h × ${formatUnitPrice(terms.hourlyPrice)}`,
				...(more.rate ? { source: more.rate } : {})
			}),
			step('Break-even', formatCents(p.breakEven), {
				formula: `${formatCents(p.cost)} + ${formatCents(p.overhead)}`,
				steps: [
					step('Cost', formatCents(p.cost), { formula: `${formatCents(p.materialCost)} + ${formatCents(p.laborCost)}` }),
					step('Overhead', formatCents(p.overhead), {
						formula: `${formatQuantity(work.hours)} h × ${formatUnitPrice(terms.overheadPerHour)} and a percentage of cost by kind`
					})
				]
			})
		]
	});
}
