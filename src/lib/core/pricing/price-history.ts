import type { UnitPrice } from '../money/types';
import { mulDiv } from '../money/exact';

/** One time an item was sold: its unit price after discount. */
export interface Sold {
	customerId: string;
	at: number;
	price: UnitPrice;
}
export interface PriceHistory {
	times: number;
	last: UnitPrice | null;
	lowest: UnitPrice | null;
	/** The middle one; between two, their mean rounded half away from zero. */
	median: UnitPrice | null;
}

/** Last, lowest and median unit price; ties in time go to the later entry. */
export function priceHistory(sold: readonly Sold[]): PriceHistory {
	if (sold.length === 0) return { times: 0, last: null, lowest: null, median: null };
	const byPrice = sold.map((s) => s.price as number).sort((a, b) => a - b);
	const middle = byPrice.length >> 1;
	const median = byPrice.length % 2 ? (byPrice[middle] ?? 0) : mulDiv((byPrice[middle - 1] ?? 0) + (byPrice[middle] ?? 0), 1, 2);
	const last = sold.reduce((a, s) => (s.at >= a.at ? s : a));
	return { times: sold.length, last: last.price, lowest: (byPrice[0] ?? 0) as UnitPrice, median: median as UnitPrice };
}
