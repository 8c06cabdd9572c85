import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, percent, sum, type Cents } from '../money';
import { applicationFigures, certifyWhole, checkCredit, groupLines, partOfCharge, type Release } from '.';

const S = [40_000_00, 25_000_00];
/** Applications one after the other, each of completed, stored, rate and release. */
function series(S: readonly number[], steps: { c: number[]; m: number[]; r: number; release?: Release }[]) {
	let previous = S.map(() => cents(0));
	let held = S.map(() => cents(0));
	let released = S.map(() => cents(0));
	const due: Cents[] = [];
	return steps.map(({ c, m, r, release = { by: 'hold' } }) => {
		const a = applicationFigures(
			S.map((s, n) => ({
				text: `Line ${n + 1}`,
				scheduled: cents(s),
				previous: previous[n]!,
				completed: cents(c[n]!),
				stored: cents(m[n]!),
				releasedBefore: released[n]!
			})),
			{ work: percent(r), stored: percent(r) },
			release,
			held,
			due
		);
		previous = c.map(cents);
		held = a.lines.map((l) => l.retainage);
		released = released.map((x, n) => cents(x + a.released[n]!));
		due.push(a.due);
		return a;
	});
}

describe('pay applications one after the other', () => {
	it('are the worked example, with the retainage invoice at its end', () => {
		const all = series(S, [
			{ c: [12_000_00, 5_000_00], m: [0, 3_000_00], r: 1000 },
			{ c: [30_000_00, 14_000_00], m: [0, 0], r: 1000 },
			{ c: S, m: [0, 0], r: 500 },
			{ c: S, m: [0, 0], r: 500, release: { by: 'all' } }
		]);
		expect(all.map((a) => a.due)).toEqual([18_000_00, 21_600_00, 22_150_00, 3_250_00]);
		expect(all.map((a) => a.retainage)).toEqual([2_000_00, 4_400_00, 3_250_00, 0]);
		expect(all.map((a) => sum(a.held))).toEqual([2_000_00, 2_400_00, -1_150_00, -3_250_00]);
	});
	it('release an amount by what each line holds, and never more than is held', () => {
		const [first] = series(S, [{ c: [12_000_00, 5_000_00], m: [0, 3_000_00], r: 1000, release: { by: 'amount', amount: cents(500_00) } }]);
		expect(first).toMatchObject({ released: [300_00, 200_00], retainage: 1_500_00, due: 18_500_00 });
		expect(() => series(S, [{ c: [100_00, 0], m: [0, 0], r: 1000, release: { by: 'amount', amount: cents(10_01) } }])).toThrow(
			'At most 10.00 is held'
		);
	});
	it('are in sum the contract once all is done and released (property)', () => {
		const line = fc.record({ s: fc.integer({ min: 0, max: 1e8 }), shares: fc.array(fc.nat(1000), { minLength: 3, maxLength: 3 }) });
		fc.assert(
			fc.property(
				fc.array(line, { minLength: 1, maxLength: 6 }),
				fc.array(fc.nat(2000), { minLength: 4, maxLength: 4 }),
				(lines, rates) => {
					const S = lines.map((l) => l.s);
					let before = S.map(() => 0);
					const steps = [0, 1, 2].map((n) => {
						before = lines.map((l, i) => Math.max(before[i]!, Math.floor((l.s * l.shares[n]!) / 1000)));
						return { c: before, m: S.map(() => 0), r: rates[n]! };
					});
					const all = series(S, [...steps, { c: S, m: S.map(() => 0), r: rates[3]!, release: { by: 'all' } }]);
					expect(all.reduce((a, x) => a + x.due, 0)).toBe(S.reduce((a, s) => a + s, 0));
					for (const a of all) expect(a.earned + a.retainage).toBe(a.total);
				}
			)
		);
	});
	it('are certified in one amount by what each line asks, and not for more', () => {
		const lines = [
			{ previous: cents(100_00), completed: cents(400_00) },
			{ previous: cents(0), completed: cents(100_00) }
		];
		expect(certifyWhole(lines, cents(200_00))).toEqual([250_00, 50_00]);
		expect(certifyWhole(lines, cents(0))).toEqual([100_00, 0]);
		expect(() => certifyWhole(lines, cents(400_01))).toThrow('This period asks for 400.00');
	});
});

describe('a credit', () => {
	const lines = [
		{ id: 'a', text: 'Roof', amount: cents(100_00), credited: cents(40_00) },
		{ id: 'b', text: 'Discount', amount: cents(-10_00), credited: cents(0) }
	];
	it('takes back what is left of a line, on its side, and says the most', () => {
		expect(
			checkCredit(
				lines,
				new Map([
					['a', cents(60_00)],
					['b', cents(-10_00)]
				])
			)
		).toBe(50_00);
		expect(() => checkCredit(lines, new Map([['a', cents(60_01)]]))).toThrow('at most 60.00');
		expect(() => checkCredit(lines, new Map([['b', cents(1)]]))).toThrow('at most −10.00');
		expect(() => checkCredit(lines, new Map([['b', cents(-1)]]))).toThrow('how much');
		expect(() => checkCredit(lines, new Map([['x', cents(1)]]))).toThrow('not on the invoice');
	});
});

describe('hours and materials', () => {
	it('are billed in parts, up to what is left', () => {
		const charge = { name: 'Crane', charge: cents(100_00), billed: cents(30_00) };
		expect(partOfCharge(charge, cents(70_00))).toBe(70_00);
		expect(() => partOfCharge(charge, cents(70_01))).toThrow('at most 70.00');
		expect(() => partOfCharge(charge, cents(0))).toThrow('at most');
	});
	it('come to the same however they are grouped (property)', () => {
		const line = fc.record({
			text: fc.constantFrom('a', 'b'),
			day: fc.constantFrom('2027-04-01', '2027-04-02', null),
			amount: fc.integer({ min: -1e6, max: 1e6 }).map(cents)
		});
		fc.assert(
			fc.property(fc.array(line), fc.constantFrom('each' as const, 'day' as const, 'one' as const), (lines, grouping) => {
				const grouped = groupLines(
					lines.map((l) => ({ ...l, quantity: 10_000, unit: 'h' })),
					grouping,
					'Work',
					(d) => d
				);
				expect(sum(grouped.map((l) => l.amount))).toBe(sum(lines.map((l) => l.amount)));
			})
		);
	});
});
