import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, percent, sum } from '../money';
import {
	billCosts,
	billedInFull,
	checkBill,
	committedOf,
	earlyDiscount,
	matchOf,
	numberKey,
	orderFigures,
	perhapsTwice,
	priceOfPack,
	unitCostOf,
	worthOf,
	type OrderLineState
} from '.';

const foot = (more: Partial<Record<'freight' | 'other' | 'tax' | 'recovered' | 'discount' | 'total', number>>) => ({
	...{ freight: cents(0), other: cents(0), tax: cents(0), recovered: cents(0), discount: cents(0), total: cents(0) },
	...(Object.fromEntries(Object.entries(more).map(([k, v]) => [k, cents(v)])) as object)
});
const line = (more: Partial<OrderLineState>): OrderLineState => ({
	...{
		pack: 100_000,
		price: 480_000,
		bought: 900_000,
		amount: 43_200,
		delivered: 0,
		last: false,
		billed: 0,
		billedAmount: 0,
		closed: false
	},
	...more
});

describe('what a pack and a unit cost', () => {
	it('goes from the unit to the pack and back, half away from zero', () => {
		expect(priceOfPack(48_000, 100_000)).toBe(480_000);
		expect(priceOfPack(1, 5_000)).toBe(1);
		expect(unitCostOf(43_200, 900_000)).toBe(48_000);
		expect(unitCostOf(500, 0)).toBe(0);
	});
	it('keeps the amount of whole units to the cent', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 5_000_000 }), fc.integer({ min: 1, max: 90 }), (amount, units) => {
				const price = unitCostOf(amount, units * 10_000);
				expect(orderFigures([units * 10_000], { pack: null, price }).amount).toBe(amount);
			})
		);
	});
});

describe('an order line', () => {
	it('sums the needs and rounds up to packs once: the worked example', () => {
		expect(orderFigures([520_000, 310_000], { pack: 100_000, price: 480_000 })).toEqual({
			...{ needed: 830_000, packs: 9, bought: 900_000, over: 70_000, amount: 43_200 }
		});
	});
	it('is bought as needed where there is no pack, and refuses less than nothing', () => {
		expect(orderFigures([12_500], { pack: null, price: 33_333 })).toMatchObject({ bought: 12_500, over: 0, amount: 417 });
		expect(() => orderFigures([-1], { pack: null, price: 1 })).toThrow('below zero');
		expect(() => orderFigures([1], { pack: 0, price: 1 })).toThrow('pack');
	});
	it('never buys less than is needed, nor a whole pack too much (property)', () => {
		fc.assert(
			fc.property(
				fc.array(fc.nat(1e9), { minLength: 1, maxLength: 8 }),
				fc.integer({ min: 1, max: 1e8 }),
				fc.nat(1e8),
				(needs, pack, price) => {
					const o = orderFigures(needs, { pack, price });
					expect(o.bought).toBe(o.needed + o.over);
					expect(o.over).toBeGreaterThanOrEqual(0);
					expect(o.over).toBeLessThan(pack);
				}
			)
		);
	});
	it('commits what is not billed yet, and what came once nothing more comes; closed, nothing', () => {
		expect(committedOf(line({}))).toBe(43_200);
		expect(committedOf(line({ billedAmount: 20_000 }))).toBe(23_200);
		expect(committedOf(line({ billedAmount: 50_000 }))).toBe(0);
		expect(committedOf(line({ delivered: 600_000, last: true }))).toBe(28_800);
		expect(committedOf(line({ closed: true }))).toBe(0);
	});
	it('is done when all of it is billed, or all that came of it', () => {
		expect(billedInFull(line({ billed: 800_000 }))).toBe(false);
		expect(billedInFull(line({ billed: 900_000 }))).toBe(true);
		expect(billedInFull(line({ billed: 600_000, delivered: 600_000, last: true }))).toBe(true);
		expect(billedInFull(line({ last: true }))).toBe(false);
	});
});

describe('a supplier’s bill', () => {
	it('is the sum of its parts, or is refused with the difference', () => {
		expect(() => checkBill([cents(43_200)], foot({ freight: 2400, tax: 2808, total: 48_408 }))).not.toThrow();
		expect(() => checkBill([cents(43_200)], foot({ freight: 2400, tax: 2808, total: 48_508 }))).toThrow('484.08: 1.00 less');
		expect(() => checkBill([cents(100)], foot({ discount: 10, total: 80 }))).toThrow('0.10 more');
	});
	it('costs its jobs by their weights, with its foot: the worked example', () => {
		expect(billCosts([{ amount: cents(43_200), weights: [52, 31] }], foot({ freight: 2400, tax: 2808, total: 48_408 }))).toEqual([
			[30_328, 18_080]
		]);
	});
	it('costs exactly its total less the tax that is recovered (property)', () => {
		const share = fc.record({
			amount: fc.integer({ min: 1, max: 1e7 }),
			weights: fc.array(fc.integer({ min: 1, max: 1e5 }), { minLength: 1, maxLength: 5 })
		});
		fc.assert(
			fc.property(
				fc.array(share, { minLength: 1, maxLength: 8 }),
				fc.nat(1e6),
				fc.nat(1e6),
				fc.nat(1e5),
				(lines, freight, tax, discount) => {
					const recovered = Math.floor(tax / 3);
					const total = lines.reduce((a, l) => a + l.amount, 0) + freight + tax - discount;
					const costs = billCosts(
						lines.map((l) => ({ ...l, amount: cents(l.amount) })),
						foot({ freight, tax, recovered, discount, total })
					);
					expect(sum(costs.flat())).toBe(total - recovered);
				}
			)
		);
	});
	it('agrees with what came at the price ordered, within the tolerance', () => {
		const ordered = { pack: 100_000, price: 480_000, delivered: 900_000, billed: 0 };
		const tolerance = { amount: cents(200), percent: percent(100) };
		expect(matchOf(ordered, 900_000, cents(43_200), tolerance)).toEqual({
			open: 900_000,
			quantityDifference: 0,
			priceDifference: 0,
			agrees: true
		});
		expect(matchOf(ordered, 900_000, cents(43_632), tolerance)).toMatchObject({ priceDifference: 432, agrees: true });
		expect(matchOf(ordered, 900_000, cents(43_633), tolerance).agrees).toBe(false);
		expect(matchOf({ ...ordered, delivered: 500_000 }, 900_000, cents(43_200), tolerance)).toMatchObject({
			quantityDifference: 400_000,
			agrees: false
		});
		expect(worthOf({ pack: 30_000, price: 100_000 }, 10_000)).toBe(333);
	});
	it('is known again by its number whatever the blanks, or by its total within a week', () => {
		expect(numberKey(' INV 10 a')).toBe('inv10a');
		const others = [{ total: 500, day: '2027-04-01' }];
		expect(perhapsTwice({ total: 500, day: '2027-04-08' }, others)).not.toBeNull();
		expect(perhapsTwice({ total: 500, day: '2027-04-09' }, others)).toBeNull();
		expect(perhapsTwice({ total: 501, day: '2027-04-01' }, others)).toBeNull();
	});
	it('is cheaper until the last day of its discount, that day included', () => {
		const bill = { earlyDiscount: 864, earlyUntil: '2027-04-20' };
		expect([
			earlyDiscount(bill, '2027-04-20'),
			earlyDiscount(bill, '2027-04-21'),
			earlyDiscount({ ...bill, earlyUntil: null }, '2027-01-01')
		]).toEqual([864, 0, 0]);
	});
});
