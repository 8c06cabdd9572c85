import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents, percent, rate, unitPrice } from '$lib/core/money';
import { OTHER_KINDS, RECOVERY_METHODS, type YearlyBudget } from '$lib/core/pricing';
import { readBudget, showAmount, takeLastYear, typeBudget } from './budget-form';

const name = fc.stringMatching(/^[A-Z][a-z]{1,12}( [a-z]{1,8})?$/);
const amount = fc.integer({ min: 1, max: 1e10 }).map((n) => cents(n));
const lines = fc.array(fc.record({ name, lastYear: amount, amount }), { maxLength: 5 });
const budget = fc.record<YearlyBudget>({
	year: fc.constant(2027),
	sales: lines,
	overhead: lines,
	direct: fc.array(fc.record({ name, lastYear: amount, amount, kind: fc.constantFrom(...OTHER_KINDS) }), { maxLength: 4 }),
	crews: fc.array(
		fc.record({
			name,
			sheetId: fc.constant(null),
			heads: fc.integer({ min: 0, max: 60 }),
			paidHours: fc.integer({ min: 0, max: 2500 }),
			nonBillable: fc.integer({ min: 0, max: 990_000 }).map((p) => rate(p)),
			loadedCost: fc.integer({ min: 0, max: 2e6 }).map((c) => unitPrice(c))
		}),
		{ maxLength: 4 }
	),
	method: fc.constantFrom(...RECOVERY_METHODS),
	onHours: fc.integer({ min: 0, max: 10_000 }).map((p) => percent(p))
});

describe('a budget in its fields', () => {
	it('comes back as it was, whatever stands in it', () => {
		fc.assert(
			fc.property(budget, (b) => {
				expect(readBudget(b.year, typeBudget(b), [])).toEqual(b);
			})
		);
	});
	it('takes loaded cost and non-billable time of a crew from its sheet', () => {
		const typed = typeBudget({
			...{ year: 2027, sales: [], overhead: [], direct: [], method: 'hours', onHours: percent(7000) },
			crews: [{ name: 'Slate', sheetId: 'steep', heads: 4, paidHours: 1880, nonBillable: rate(10_000), loadedCost: unitPrice(1) }]
		});
		const [crew] = readBudget(2027, typed, [{ id: 'steep', loadedCost: 388_320, nonBillable: 185_185 }]).crews;
		expect(crew).toMatchObject({ loadedCost: 388_320, nonBillable: 185_185, sheetId: 'steep' });
	});
	it('leaves out lines that nobody filled, and names what was typed wrong', () => {
		const typed = typeBudget({ year: 2027, sales: [], overhead: [], direct: [], crews: [], method: 'hours', onHours: percent(0) });
		typed.overhead.push({ name: '', lastYear: '', amount: '' }, { name: 'Rent', lastYear: '', amount: 'a lot' });
		expect(() => readBudget(2027, typed, [])).toThrow('Rent is not a number: “a lot”.');
		typed.overhead[1]!.amount = '12,000';
		expect(readBudget(2027, typed, []).overhead).toEqual([{ name: 'Rent', lastYear: 0, amount: 1_200_000 }]);
		typed.crews.push({ name: 'Slate', sheetId: '', heads: 'x', paidHours: '1,880', nonBillable: '', loadedCost: '' });
		expect(readBudget(2027, typed, []).crews[0]).toMatchObject({ heads: 0, paidHours: 1880, nonBillable: 0, loadedCost: 0 });
	});
	it('shows whole dollars where there are no cents', () => {
		expect([0, 1_200_000, 1_200_050].map(showAmount)).toEqual(['', '12,000', '12,000.50']);
	});
	it('finds last year’s figures by name, whatever the case, and adds the rest as overhead', () => {
		const typed = typeBudget({
			...{ year: 2027, direct: [], crews: [], method: 'hours', onHours: percent(0) },
			sales: [{ name: 'Re-roof', lastYear: cents(0), amount: cents(100) }],
			overhead: [{ name: 'Rent', lastYear: cents(0), amount: cents(100) }]
		});
		const said = takeLastYear(typed, [
			{ name: 'RENT', amount: cents(2_400_000) },
			{ name: 're-roof', amount: cents(90_000_000) },
			{ name: 'Insurance', amount: cents(800_000) }
		]);
		expect(said).toEqual({ known: 2, added: 1 });
		expect(typed.sales[0]?.lastYear).toBe('900,000');
		expect(typed.overhead.map((l) => [l.name, l.lastYear])).toEqual([
			['Rent', '24,000'],
			['Insurance', '8,000']
		]);
	});
});
