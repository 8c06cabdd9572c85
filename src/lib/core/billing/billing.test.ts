import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, percent, rate, sum, unitPrice } from '../money';
import {
	billedDeposit,
	BillingError,
	chargeOf,
	checkWithin,
	depositAmount,
	partialTax,
	payApplication,
	percentOfWhole,
	percentToDate,
	spreadOverRest,
	type Billable
} from '.';

const line = (amount: number, billed = 0): Billable => ({ id: 'x', amount: cents(amount), billed: cents(billed) });

describe('billing a contract', () => {
	it('bills a percent to date, and the exact rest at 100 %', () => {
		expect(percentToDate(line(10_001, 3000), percent(5000))).toBe(2001);
		expect(percentToDate(line(10_001, 3000), percent(10_000))).toBe(7001);
		expect(percentToDate(line(5000, 6000), percent(10_000))).toBe(-1000);
		expect(() => percentToDate(line(1), percent(10_001))).toThrow(BillingError);
	});
	it('never bills more than there is, and says the most', () => {
		expect(() => spreadOverRest([line(100, 40), line(50)], cents(111))).toThrow('1.10');
		expect(() => checkWithin(line(10_000, 9000), cents(1001), 'Roof')).toThrow('10.00');
		expect(() => checkWithin(line(-500), cents(-501), 'Credit')).toThrow(BillingError);
		expect(() => percentOfWhole([line(100, 60)], percent(5000))).toThrow('0.60');
	});
	it('bills half of a whole below zero as a credit, and refuses to bill below zero', () => {
		expect(percentOfWhole([line(-40_000), line(10_000)], percent(5000))).toEqual([-20_000, 5000]);
		expect(percentOfWhole([line(-30_000, -15_000)], percent(10_000))).toEqual([-15_000]);
		expect(() => percentOfWhole([line(-30_000, -20_000)], percent(5000))).toThrow(BillingError);
		expect(() => spreadOverRest([line(100)], cents(-1))).toThrow('below zero');
	});
	it('reaches the whole in any order of parts', () => {
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 0, max: 1e7 }), { minLength: 1, maxLength: 15 }),
				fc.array(fc.integer({ min: 0, max: 10_000 }), { maxLength: 6 }),
				(amounts, steps) => {
					const lines = amounts.map((a) => line(a));
					for (const p of [...steps].sort((a, b) => a - b).concat(10_000)) {
						const now = percentOfWhole(lines, percent(p));
						now.forEach((n, i) => {
							checkWithin(lines[i]!, n, 'line');
							lines[i] = line(lines[i]!.amount, lines[i]!.billed + n);
						});
					}
					expect(lines.every((l) => l.billed === l.amount)).toBe(true);
				}
			)
		);
	});
	it('takes deposits within the total', () => {
		expect(depositAmount(cents(10_001), { by: 'percent', percent: percent(3000) })).toBe(3000);
		expect(() => depositAmount(cents(100), { by: 'amount', amount: cents(101) })).toThrow('1.00');
		expect(sum(billedDeposit(cents(3000), cents(10_000), cents(10_700), [cents(7000), cents(3000)]))).toBe(2804);
	});
	it('cumulates the tax of partial invoices to that of the whole', () => {
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 0, max: 1e6 }), { minLength: 1, maxLength: 10 }), (parts) => {
				const r = rate(47_500);
				let base = 0;
				let tax = 0;
				for (const p of parts) {
					base += p;
					tax += partialTax(cents(base), cents(tax), r);
				}
				expect(tax).toBe(partialTax(cents(base), cents(0), r));
			})
		);
	});
	it('charges labor from minutes and the rest by markup', () => {
		expect(chargeOf({ kind: 'labor', minutes: 75, pricePerHour: unitPrice(602_600) })).toBe(7533);
		expect(chargeOf({ kind: 'other', cost: cents(1999), markup: percent(2500) })).toBe(2499);
	});
});

describe('pay applications', () => {
	const S = [40_000_00, 25_000_00];
	const app = (c: number[], m: number[], r: number, due: number[]) =>
		payApplication(
			S.map((s, i) => ({ scheduled: cents(s), completed: cents(c[i]!), stored: cents(m[i]!), previousCompleted: cents(0) })),
			{ work: percent(r), stored: percent(r) },
			due.map(cents)
		);
	it('gives the worked example', () => {
		expect(app([12_000_00, 5_000_00], [0, 3_000_00], 1000, [])).toMatchObject({ total: 20_000_00, retainage: 2_000_00, due: 18_000_00 });
		expect(app([30_000_00, 14_000_00], [0, 0], 1000, [18_000_00])).toMatchObject({
			retainage: 4_400_00,
			earned: 39_600_00,
			due: 21_600_00
		});
		expect(app(S, [0, 0], 500, [18_000_00, 21_600_00])).toMatchObject({ retainage: 3_250_00, due: 22_150_00 });
	});
	it('says of each line what this period adds, its percent and what is left', () => {
		const [first, none] = payApplication(
			[
				{ scheduled: cents(40_000_00), completed: cents(30_000_00), stored: cents(2_000_00), previousCompleted: cents(12_000_00) },
				{ scheduled: cents(0), completed: cents(0), stored: cents(0), previousCompleted: cents(0) }
			],
			{ work: percent(1000), stored: percent(500) },
			[]
		).lines;
		expect(first).toEqual({ thisPeriod: 18_000_00, total: 32_000_00, percent: 800_000, balance: 8_000_00, retainage: 3_100_00 });
		expect(none).toMatchObject({ percent: null, retainage: 0 });
	});
	it('what was released before is held no more, and never turns into something owed', () => {
		const held = (released: number) =>
			payApplication(
				[
					{
						scheduled: cents(1_000_00),
						completed: cents(1_000_00),
						stored: cents(0),
						previousCompleted: cents(0),
						released: cents(released)
					}
				],
				{ work: percent(1000), stored: percent(1000) },
				[]
			).retainage;
		expect([held(0), held(60_00), held(100_00), held(140_00)]).toEqual([100_00, 40_00, 0, 0]);
	});
	it('earned and retainage are the total; periods of all applications are the work to date (property)', () => {
		const line = fc.record({ scheduled: fc.nat(1e9), shares: fc.array(fc.nat(1000), { minLength: 1, maxLength: 5 }) });
		fc.assert(
			fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), fc.nat(10_000), (schedule, r) => {
				const periods = Math.min(...schedule.map((l) => l.shares.length));
				const rates = { work: percent(r), stored: percent(r) };
				const due: number[] = [];
				let before = schedule.map(() => 0);
				for (let n = 1; n <= periods; n++) {
					const now = schedule.map((l, i) =>
						Math.max(before[i]!, n === periods ? l.scheduled : Math.floor((l.scheduled * l.shares[n - 1]!) / 1000))
					);
					const a = payApplication(
						schedule.map((l, i) => ({
							scheduled: cents(l.scheduled),
							completed: cents(now[i]!),
							stored: cents(0),
							previousCompleted: cents(before[i]!)
						})),
						rates,
						due.map(cents)
					);
					expect(a.earned + a.retainage).toBe(a.total);
					expect(a.lines.map((f, i) => f.thisPeriod + before[i]!)).toEqual(now);
					due.push(a.due);
					expect(due.reduce((x, y) => x + y, 0)).toBe(a.earned);
					before = now;
				}
			})
		);
	});
	it('refuses above the scheduled value', () => {
		expect(() => app([40_000_01, 0], [0, 0], 1000, [])).toThrow('Line 1');
	});
});
