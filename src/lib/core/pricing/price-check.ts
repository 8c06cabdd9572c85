import { lineAmount, ratioOf } from '../money/amount';
import { cents, type Cents, type Percent, type Quantity, type Rate, type UnitPrice } from '../money/types';
import { mulDiv, sumOfProducts } from '../money/exact';
import { formatCents, formatPercent, formatQuantity, formatRate, formatUnitPrice } from '../money/format';
import { step, type Step } from '../explain';

/** A line or part as it is priced, beside what it would cost today. */
export interface CheckedPart {
	quantity: Quantity;
	unitPrice: UnitPrice;
	/** A typed amount that stands instead of quantity × price. */
	settled: Cents | null;
	/** Today's cost of a unit, and the overhead an hour and a dollar of it carries today. */
	unitCost: UnitPrice;
	hoursPerUnit: Quantity;
	overheadPerHour: UnitPrice;
	overheadPercent: Rate;
}
export interface CheckedEntry<P extends CheckedPart = CheckedPart> {
	id: string;
	parts: readonly P[];
	/** Taken off the whole. */
	discount: Cents;
}
export const VERDICTS = ['below cost', 'below break-even', 'below target', 'good'] as const;
export type Verdict = (typeof VERDICTS)[number];
export interface Checked {
	id: string;
	price: Cents;
	cost: Cents;
	breakEven: Cents;
	margin: Rate | null;
	verdict: Verdict;
	/** What it falls short of the price at target margin; 0 when it does not. */
	short: Cents;
}

const priceOf = (p: CheckedPart): Cents => p.settled ?? lineAmount(p.quantity, p.unitPrice);
/** The overhead on hours and on dollars, rounded once on the sum. */
function overheadOf(p: CheckedPart, cost: Cents): Cents {
	const hours = mulDiv(p.quantity, p.hoursPerUnit, 10_000);
	return sumOfProducts(
		[
			[hours, p.overheadPerHour],
			[cost, p.overheadPercent]
		],
		1_000_000
	) as Cents;
}

/**
 * Prices against today's rates: which sell below cost, below break-even, below the target margin, most money short first; of
 * what is equally short, the thinnest margin first.
 * Lines round as on an estimate: amount, cost and overhead once each.
 * @param target margin on break-even that is wanted
 */
export function checkPrices(entries: readonly CheckedEntry[], target: Percent): Checked[] {
	const thin = (c: Checked) => c.margin ?? Number.MIN_SAFE_INTEGER;
	return entries.map((e) => check(e, target)).sort((a, b) => b.short - a.short || thin(a) - thin(b) || (a.id < b.id ? -1 : 1));
}

/** The price that brings a margin on break-even. */
const wantedFor = (breakEven: number, target: Percent): number =>
	target < 10_000 ? mulDiv(breakEven, 10_000, 10_000 - target) : breakEven;

function check(e: CheckedEntry, target: Percent): Checked {
	let price = -e.discount;
	let cost = 0;
	let breakEven = 0;
	for (const p of e.parts) {
		const own = lineAmount(p.quantity, p.unitCost);
		price += priceOf(p);
		cost += own;
		breakEven += own + overheadOf(p, own);
	}
	const wanted = wantedFor(breakEven, target);
	const verdict: Verdict = price < cost ? 'below cost' : price < breakEven ? 'below break-even' : price < wanted ? 'below target' : 'good';
	return {
		id: e.id,
		price: cents(price),
		cost: cents(cost),
		breakEven: cents(breakEven),
		margin: ratioOf(price - breakEven, price),
		verdict,
		short: cents(Math.max(0, wanted - price))
	};
}

/** A part with what it is called and where it is kept, for the explanation. */
export interface NamedPart extends CheckedPart {
	name: string;
	source: string;
}

/** The steps behind what an entry falls short of: price, break-even of its parts today, and the price that the target asks for. */
export function explainChecked(name: string, entry: CheckedEntry<NamedPart>, target: Percent): Step {
	const c = check(entry, target);
	const wanted = wantedFor(c.breakEven, target);
	const each = entry.parts.map((p) => {
		const own = lineAmount(p.quantity, p.unitCost);
		return { p, f: { price: priceOf(p), cost: own, overhead: overheadOf(p, own) }, quantity: formatQuantity(p.quantity) };
	});
	return step(`${name}: short of target`, formatCents(c.short), {
		formula: `${formatCents(cents(wanted))} − ${formatCents(c.price)}, never below 0`,
		steps: [
			step('Price', formatCents(c.price), {
				steps: each.map(({ p, f, quantity }) =>
					step(p.name, formatCents(f.price), {
						formula: p.settled === null ? `${quantity} × ${formatUnitPrice(p.unitPrice)}` : 'as agreed or set',
						source: p.source
					})
				)
			}),
			step('Cost today', formatCents(c.cost), {
				steps: each.map(({ p, f, quantity }) =>
					step(p.name, formatCents(f.cost), { formula: `${quantity} × ${formatUnitPrice(p.unitCost)}`, source: p.source })
				)
			}),
			step('Overhead', formatCents(cents(c.breakEven - c.cost)), {
				steps: each
					.filter(({ f }) => f.overhead !== 0)
					.map(({ p, f }) =>
						step(p.name, formatCents(f.overhead), {
							formula: `${formatQuantity(mulDiv(p.quantity, p.hoursPerUnit, 10_000))} h × ${formatUnitPrice(p.overheadPerHour)} + ${formatCents(f.cost)} × ${formatRate(p.overheadPercent, 2)}`
						})
					)
			}),
			step('Break-even', formatCents(c.breakEven), { formula: `${formatCents(c.cost)} + ${formatCents(cents(c.breakEven - c.cost))}` }),
			step('Price wanted', formatCents(cents(wanted)), { formula: `${formatCents(c.breakEven)} ÷ (1 − ${formatPercent(target)})` })
		]
	});
}

/** Parts as bare numbers, seven each, for the way into a worker: a book of thousands of assemblies is mostly these. */
export const packParts = (parts: readonly CheckedPart[]): (number | null)[] =>
	parts.flatMap((p) => [p.quantity, p.unitPrice, p.settled, p.unitCost, p.hoursPerUnit, p.overheadPerHour, p.overheadPercent]);

/** The parts that were packed. @throws RangeError when it is not seven numbers each */
export function unpackParts(packed: readonly (number | null)[]): CheckedPart[] {
	if (packed.length % 7 !== 0) throw new RangeError('These are no packed parts.');
	return Array.from({ length: packed.length / 7 }, (_, n): CheckedPart => {
		const [quantity, unitPrice, settled, unitCost, hoursPerUnit, overheadPerHour, overheadPercent] = packed.slice(n * 7, n * 7 + 7);
		return { quantity, unitPrice, settled, unitCost, hoursPerUnit, overheadPerHour, overheadPercent } as CheckedPart;
	});
}
