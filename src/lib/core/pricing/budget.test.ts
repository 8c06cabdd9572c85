import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { explainText } from '../explain';
import { cents, percent, rate, unitPrice } from '../money';
import {
	AS_BUDGETED,
	burdenOf,
	carriedBy,
	computeBudget,
	doubleCounted,
	explainBudget,
	laborRate,
	nonBillableOf,
	recoveryToDate,
	SheetError,
	variantPrice,
	whatIf,
	type LaborSheet,
	type TypicalJob,
	type YearlyBudget
} from '.';

const line = (name: string, dollars: number) => ({ name, lastYear: cents(0), amount: cents(dollars * 100) });
/** The worked example: 386,000 overhead; 8 people × 1,880 h × 0.85; direct cost 1,880,000, of which 1,260,000 is not labor. */
const budget: YearlyBudget = {
	year: 2027,
	sales: [line('Re-roof', 1_700_000), line('Gutters', 800_000)],
	// 620,000 of labor over 12,784 hours.
	crews: [{ name: 'Crews', sheetId: null, heads: 8, paidHours: 1880, nonBillable: rate(150_000), loadedCost: unitPrice(484_981) }],
	direct: [
		{ ...line('Materials', 980_000), kind: 'material' },
		{ ...line('Subcontract', 180_000), kind: 'subcontract' },
		{ ...line('Equipment', 100_000), kind: 'equipment' }
	],
	overhead: [line('Office', 236_000), line('Yard', 150_000)],
	method: 'hours',
	onHours: percent(7000)
};

describe('the yearly budget', () => {
	it('gives the worked example, three ways', () => {
		const r = computeBudget(budget);
		expect([r.billableHours, r.overhead, r.other]).toEqual([12_784, 38_600_000, 126_000_000]);
		expect(Math.abs(r.labor - 62_000_000)).toBeLessThan(100);
		expect(r.ways.hours?.perHour).toBe(301_940);
		expect(Math.round((r.ways.dollars?.perDollar ?? 0) / 100)).toBe(2053);
		expect(r.ways.split).toMatchObject({ perHour: 211_358 });
		expect(Math.round((r.ways.split?.perDollar ?? 0) / 100)).toBe(919);
	});
	it('says at which sales nothing is lost, and what is left at the expected ones', () => {
		const r = computeBudget(budget);
		// 386,000 ÷ (1 − 1,880,000 ÷ 2,500,000)
		expect(Math.abs((r.breakEvenSales ?? 0) - 155_645_161)).toBeLessThan(300);
		expect(r.profit).toBe(r.sales - r.direct - r.overhead);
		const low = computeBudget({ ...budget, sales: [line('Little', 1_000_000)] });
		expect(low.breakEvenSales).toBeNull();
		expect(low.profit).toBeLessThan(0);
	});
	it('carries all of the overhead over the whole year, whichever way', () => {
		const r = computeBudget(budget);
		const year: TypicalJob = {
			name: 'Everything',
			hours: r.billableHours * 10_000,
			cost: { labor: r.labor, material: cents(r.other), equipment: cents(0), subcontract: cents(0), other: cents(0) }
		};
		for (const m of ['hours', 'dollars', 'split'] as const) {
			const way = r.ways[m];
			expect(way).not.toBeNull();
			// What is lost by rounding the rates: less than 1/20000 dollar an hour and 1/2000000 of a dollar.
			if (way) expect(Math.abs(carriedBy(year, m, way) - r.overhead)).toBeLessThan(30_000);
		}
	});
	it('moves overhead from labor to material when it moves from hours to dollars', () => {
		const r = computeBudget(budget);
		const none = { labor: cents(0), material: cents(0), equipment: cents(0), subcontract: cents(0), other: cents(0) };
		const repair: TypicalJob = { name: 'Repair', hours: 80_000, cost: { ...none, labor: cents(38_800), material: cents(9_000) } };
		const metal: TypicalJob = { name: 'Copper', hours: 80_000, cost: { ...none, labor: cents(38_800), material: cents(900_000) } };
		const by = (j: TypicalJob, m: 'hours' | 'dollars' | 'split') => carriedBy(j, m, r.ways[m]!);
		expect(by(repair, 'hours')).toBe(by(metal, 'hours'));
		expect(by(repair, 'hours')).toBe(24_155);
		expect(by(metal, 'dollars')).toBeGreaterThan(by(metal, 'hours'));
		expect(by(repair, 'dollars')).toBeLessThan(by(repair, 'hours'));
		expect(by(metal, 'split')).toBeGreaterThan(by(repair, 'split'));
	});
	it('recovers to date from what was sold, beside an even share', () => {
		const months = ['2027-01', '2027-02', '2027-03'].map((month) => ({
			month,
			hours: 10_000_000,
			labor: cents(4_850_000),
			other: cents(0)
		}));
		const all = recoveryToDate(budget, months);
		expect(all.map((m) => m.recovered)).toEqual([3_019_400, 6_038_800, 9_058_200]);
		expect(all.at(-1)?.due).toBe(9_650_000);
	});
	it('refuses what cannot be, and says where', () => {
		const crew = budget.crews[0]!;
		const wrong: [YearlyBudget, string][] = [
			[{ ...budget, crews: [{ ...crew, heads: -1 }] }, 'crews'],
			[{ ...budget, crews: [{ ...crew, nonBillable: rate(1_000_000) }] }, 'crews'],
			[{ ...budget, overhead: [line('Office', -1)] }, 'lines'],
			[{ ...budget, onHours: percent(10_001) }, 'onHours']
		];
		for (const [bad, field] of wrong) {
			expect(() => computeBudget(bad)).toThrow(SheetError);
			try {
				computeBudget(bad);
			} catch (e) {
				expect((e as SheetError).field).toBe(field);
			}
		}
		// No hours: nothing to carry it by hours, the other way still stands.
		const r = computeBudget({ ...budget, crews: [] });
		expect([r.ways.hours, r.ways.dollars === null]).toEqual([null, false]);
	});
	it('shows under other assumptions what would be, and leaves the budget alone', () => {
		const before = JSON.stringify(budget);
		expect(computeBudget(whatIf(budget, AS_BUDGETED))).toEqual(computeBudget(budget));
		const fewer = computeBudget(whatIf(budget, { ...AS_BUDGETED, hours: 9000 }));
		expect(fewer.chosen!.perHour).toBeGreaterThan(computeBudget(budget).chosen!.perHour);
		const dearer = computeBudget(whatIf(budget, { ...AS_BUDGETED, overhead: 11_000 }));
		expect(dearer.overhead).toBe(42_460_000);
		expect(dearer.breakEvenSales!).toBeGreaterThan(computeBudget(budget).breakEvenSales!);
		expect(JSON.stringify(budget)).toBe(before);
	});
	it('raises the rate with the overhead and lowers it with the hours, always', () => {
		fc.assert(
			fc.property(fc.integer({ min: 5000, max: 20_000 }), fc.integer({ min: 5000, max: 20_000 }), (a, b) => {
				const [low, high] = [Math.min(a, b), Math.max(a, b)];
				const hour = (w: Partial<typeof AS_BUDGETED>) => computeBudget(whatIf(budget, { ...AS_BUDGETED, ...w })).ways.hours!.perHour;
				expect(hour({ overhead: high })).toBeGreaterThanOrEqual(hour({ overhead: low }));
				expect(hour({ hours: high })).toBeLessThanOrEqual(hour({ hours: low }));
			})
		);
	});
	it('explains itself down to the lines and crews', () => {
		const text = explainText(explainBudget(budget, '/price/budget'));
		expect(text).toContain('386,000.00 ÷ 12,784 h = 30.194 an hour');
		expect(text).toContain('8 × 1,880 h × (1 − 15 %)');
		expect(text).toContain('Yard: 150,000.00');
		expect(explainText(explainBudget({ ...budget, method: 'split' }))).toContain('9.19 %');
	});
});

describe('the parts of a rate sheet', () => {
	const sheet: LaborSheet = {
		members: [{ label: 'All', wage: unitPrice(265_000), count: 4 }],
		paidHours: 450_000,
		overtimeHours: 50_000,
		overtimeMultiplier: 15_000,
		burden: percent(1800),
		nonBillable: percent(1500),
		overheadPerHour: unitPrice(142_000),
		target: { margin: percent(1200) }
	};
	it('are minutes of the paid day, kept exact inside', () => {
		const parts = [
			{ name: 'Loading', minutes: 25 },
			{ name: 'Driving', minutes: 35, driving: true },
			{ name: 'Clean-up', minutes: 12 }
		];
		expect(nonBillableOf(parts, 480)).toBe(150_000);
		expect(nonBillableOf([{ name: 'Driving', minutes: 100 }], 540)).toBe(185_185);
		expect(laborRate({ ...sheet, parts, dayMinutes: 480 })).toEqual(laborRate(sheet));
		// A third of the day is not 33.33 %: the parts count, not the rounded share.
		const third = laborRate({ ...sheet, nonBillable: percent(3333), parts: [{ name: 'All of it', minutes: 160 }], dayMinutes: 480 });
		expect(third.loadedCost).toBe(Math.round((330_072.2222 * 3) / 2));
	});
	it('refuses parts that fill the day', () => {
		expect(() => nonBillableOf([{ name: 'Talk', minutes: 480 }], 480)).toThrow('whole paid day');
		expect(() => laborRate({ ...sheet, parts: [{ name: 'Talk', minutes: 500 }], dayMinutes: 480 })).toThrow('whole paid day');
		expect(() => nonBillableOf([{ name: 'Talk', minutes: -5 }], 480)).toThrow('negative');
		expect(() => nonBillableOf([], 0)).toThrow('more than 0');
	});
	it('say what would be counted twice', () => {
		const driving = [{ name: 'Driving to site', minutes: 35, driving: true }];
		expect(doubleCounted(driving, true)).toContain('Driving to site');
		expect(doubleCounted(driving, false)).toBe('');
		expect(doubleCounted([{ name: 'Loading', minutes: 20 }], true)).toBe('');
	});
	it('of the burden add up, and know which is not on the premium', () => {
		const parts = [
			{ name: 'Payroll tax', percent: percent(765), onPremium: true },
			{ name: 'Workers’ insurance', percent: percent(835), onPremium: false },
			{ name: 'Benefits', percent: percent(200), onPremium: false }
		];
		expect(burdenOf(parts)).toEqual({ burden: 1800, notOnPremium: 1035 });
		const r = laborRate({ ...sheet, burdenNotOnPremium: percent(1035) });
		expect(r.burdenedCost).toBeLessThan(laborRate(sheet).burdenedCost);
	});
	it('give after-hours and call-out prices of the rounded price, to the cent', () => {
		expect(variantPrice(unitPrice(602_600), 15_000)).toBe(903_900);
		expect(variantPrice(unitPrice(602_600), 12_345)).toBe(743_900);
		expect(() => variantPrice(unitPrice(602_600), 0)).toThrow('more than 0');
	});
	it('never let a higher wage, burden or overhead give a lower price', () => {
		const price = (s: LaborSheet) => laborRate(s).price as number;
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 600_000 }),
				fc.integer({ min: 0, max: 5000 }),
				fc.integer({ min: 0, max: 300_000 }),
				(wage, burden, more) => {
					const at = (w: number, b: number, o: number): LaborSheet => ({
						...sheet,
						members: [{ label: 'x', wage: unitPrice(w + 10_000), count: 1 }],
						burden: percent(b),
						overheadPerHour: unitPrice(o)
					});
					expect(price(at(wage + 5000, burden, more))).toBeGreaterThanOrEqual(price(at(wage, burden, more)));
					expect(price(at(wage, burden + 100, more))).toBeGreaterThanOrEqual(price(at(wage, burden, more)));
					expect(price(at(wage, burden, more + 1000))).toBeGreaterThanOrEqual(price(at(wage, burden, more)));
				}
			)
		);
	});
});
