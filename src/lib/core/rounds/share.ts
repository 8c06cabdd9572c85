import { cents, split, type Cents, type UnitPrice } from '../money';
import { addDays, monthEnd, type Day } from '../time';

/** When an agreement's price is billed: with each visit, in equal parts at the end of the season's months, or whole when its visits are done. */
export const BILLINGS = ['visit', 'instalments', 'completion'] as const;
export type Billing = (typeof BILLINGS)[number];

/**
 * What the j-th visit done bills of an agreement's price: its share of an equal split; beyond the visits sold 0, until more is priced.
 * @param j from 1
 * @example shareOf(cents(300_000), 7, 1) // 42,858; the six after it 42,857
 */
export function shareOf(price: Cents, visits: number, j: number): Cents {
	if (j < 1 || j > visits) return cents(0);
	return split(price, new Array<number>(visits).fill(1))[j - 1] ?? cents(0);
}

/** So much of a price is taxed by one code; null: not at all. */
export interface TaxedPart {
	taxCodeId: string | null;
	amount: number;
}

/**
 * A price by how it is taxed: as it was sold, and in the same proportion where it was changed since. The parts always come to the price.
 * @example taxedParts(cents(500), null, [{ taxCodeId: 'std', amount: 300 }, { taxCodeId: null, amount: 700 }]) // 1.50 by std, 3.50 by none
 */
export function taxedParts(
	price: Cents,
	taxCodeId: string | null,
	parts: readonly TaxedPart[] | null
): { taxCodeId: string | null; amount: Cents }[] {
	if (parts === null || parts.length === 0) return [{ taxCodeId, amount: price }];
	const amounts = split(
		price,
		parts.map((p) => p.amount)
	);
	return parts.map((p, n) => ({ taxCodeId: p.taxCodeId, amount: amounts[n] ?? cents(0) }));
}

/**
 * The days on which equal instalments of a season are due: the last of each of its months, the last one at the season's end; and how much each is.
 * Due whatever was done.
 * @example instalmentsOf(cents(300_000), { from: '2027-04-01', to: '2027-06-15' }) // Apr 30, May 31, Jun 15: 1,000.00 each
 */
export function instalmentsOf(price: Cents, season: { from: Day; to: Day }): { due: Day; amount: Cents }[] {
	const due: Day[] = [];
	for (let d = monthEnd(season.from); d < season.to; d = monthEnd(addDays(d, 1))) due.push(d);
	due.push(season.to);
	const amounts = split(price, new Array<number>(due.length).fill(1));
	return due.map((day, n) => ({ due: day, amount: amounts[n] ?? cents(0) }));
}

/**
 * The price of a visit as sold against what it costs to break even: its labor and its material.
 * @param of hours of the whole agreement, ten-thousandths; the break-even of an hour; materials of one visit, cents
 * @returns cents of one visit, rounded; the loss of the whole agreement, 0 when there is none
 * @example againstBreakEven({ price: 300_000, visits: 7, hours: 315_000, rate: 530_320, materials: 1800 }) // { perVisit: 42_857, breakEven: 25_664, below: 0 }
 */
export function againstBreakEven(of: { price: Cents; visits: number; hours: number; rate: UnitPrice; materials?: Cents }): {
	perVisit: Cents;
	breakEven: Cents;
	below: Cents;
} {
	// Ten-thousandths of an hour × ten-thousandths of money: a million of them are a cent.
	const whole = (of.hours * of.rate) / 1_000_000 + (of.materials ?? 0) * of.visits;
	return {
		perVisit: cents(Math.round(of.price / of.visits)),
		breakEven: cents(Math.round(whole / of.visits)),
		below: cents(Math.max(0, Math.round(whole - of.price)))
	};
}

/** The price of the next season: by a percent on top, or from its break-even and a margin. @param by hundredths of a percent */
export function renewedPrice(of: { price: Cents; breakEven: Cents }, way: 'percent' | 'margin', by: number): Cents {
	if (way === 'percent') return cents(Math.round(of.price * (1 + by / 10_000)));
	return cents(Math.round(of.breakEven / (1 - by / 10_000)));
}
