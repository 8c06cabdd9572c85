import { describe, expect, it } from 'vitest';
import { computeBudget, laborRate, type LaborSheet, type YearlyBudget } from '$lib/core/pricing';
import { cents, percent, rate, unitPrice } from '$lib/core/money';
import { readBudget, takeLastYear, typeBudget } from './budget-form';
import { readSheet, typeSheet } from './sheet-form';

const billing = { step: 15, minimum: 30 };
const sheet: LaborSheet = {
	members: [{ label: 'Lead', wage: unitPrice(345_050), count: 1 }],
	paidHours: 450_000,
	overtimeHours: 50_000,
	overtimeMultiplier: 15_000,
	burden: percent(1800),
	burdenNotOnPremium: percent(300),
	burdenParts: [
		{ name: 'Tax', percent: percent(1500), onPremium: true },
		{ name: 'Insurance', percent: percent(300), onPremium: false }
	],
	nonBillable: percent(1500),
	parts: [{ name: 'Driving', minutes: 72, driving: true }],
	dayMinutes: 480,
	variants: [{ name: 'Call-out', multiplier: 15_000 }],
	billing,
	overheadPerHour: unitPrice(142_000),
	target: { margin: percent(1200) }
};

describe('the fields of a rate sheet', () => {
	it('say what the sheet says, there and back', () => {
		expect(readSheet(typeSheet(sheet, billing))).toEqual(sheet);
		const priced: LaborSheet = { ...sheet, target: { price: unitPrice(580_000) } };
		expect(readSheet(typeSheet(priced, billing))).toEqual(priced);
	});
	it('leave out empty rows and refuse words in numbers', () => {
		const t = typeSheet(sheet, billing);
		t.parts.push({ name: '', minutes: '', driving: false });
		t.variants.push({ name: ' ', multiplier: '' });
		expect(readSheet(t)).toEqual(sheet);
		t.members[0]!.wage = 'a lot';
		expect(() => readSheet(t)).toThrow('The wage of Lead');
	});
	it('with a typed share instead of parts give the same rate', () => {
		const t = typeSheet(sheet, billing);
		t.parts = [];
		t.nonBillable = '15%';
		expect(laborRate(readSheet(t))).toEqual(laborRate(sheet));
	});
});

describe('the fields of a budget', () => {
	const budget: YearlyBudget = {
		year: 2027,
		sales: [{ name: 'Re-roof', lastYear: cents(100), amount: cents(12_345_678) }],
		crews: [{ name: 'Slate', sheetId: 'steep', heads: 4, paidHours: 1880, nonBillable: rate(150_000), loadedCost: unitPrice(388_320) }],
		direct: [{ name: 'Materials', kind: 'material', lastYear: cents(0), amount: cents(98_000_000) }],
		overhead: [{ name: 'Office rent', lastYear: cents(0), amount: cents(2_460_000) }],
		method: 'split',
		onHours: percent(7000)
	};
	const sheets = [{ id: 'steep', loadedCost: 388_320, nonBillable: 150_000 }];
	it('say what the budget says, there and back', () => {
		const again = readBudget(2027, typeBudget(budget), sheets);
		expect(again).toEqual(budget);
		expect(computeBudget(again)).toEqual(computeBudget(budget));
	});
	it('take last year’s figures by name; what is not known becomes overhead', () => {
		const t = typeBudget(budget);
		expect(
			takeLastYear(t, [
				{ name: 'OFFICE RENT', amount: cents(2_400_000) },
				{ name: 'materials', amount: cents(91_000_000) },
				{ name: 'Bank fees', amount: cents(31_250) }
			])
		).toEqual({ known: 2, added: 1 });
		const again = readBudget(2027, t, sheets);
		expect(again.overhead).toEqual([
			{ name: 'Office rent', lastYear: 2_400_000, amount: 2_460_000 },
			{ name: 'Bank fees', lastYear: 31_250, amount: 0 }
		]);
		expect(again.direct[0]?.lastYear).toBe(91_000_000);
	});
	it('refuse words in amounts, naming the line', () => {
		const t = typeBudget(budget);
		t.overhead[0]!.amount = 'a lot';
		expect(() => readBudget(2027, t, sheets)).toThrow('Office rent');
	});
});
