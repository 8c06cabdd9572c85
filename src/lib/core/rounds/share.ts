import { cents, split, type Cents } from '../money';

/**
 * What the j-th visit done bills of an agreement's price: its share of an equal split; beyond the visits sold 0, until more is priced.
 * @param j from 1
 * @example shareOf(cents(300_000), 7, 1) // 42,858; the six after it 42,857
 */
export function shareOf(price: Cents, visits: number, j: number): Cents {
	if (j < 1 || j > visits) return cents(0);
	return split(price, new Array<number>(visits).fill(1))[j - 1] ?? cents(0);
}
