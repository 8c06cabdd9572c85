import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents, percent, quantity, unitPrice } from '../money';
import { compareEstimates, leftOut } from './compare';
import { computeEstimate } from './compute';
import { aLine, anEstimate, aScope, largeEstimate } from './fixtures';
import { blockCells, guessColumns, MOST_CELLS, readBlock, writeBlock, type PasteColumn } from './paste';
import { partSums, setTotal, totalForMargin, totalForMarkup, totalForSize } from './set-total';
import { perSize } from './per-size';
import type { Discount } from './model';
import { NO_RULES, signOffReasons } from './sign-off';
import { sensitivity, simulate, USUAL_SPREADS } from './simulate';
import { costOf, hoursBySheet, laborSummary, materialList } from './material-list';

const line = (id: string, price: number, cost = 0, more = {}) =>
	aLine(id, { unitPrice: unitPrice(price * 10_000), unitCost: unitPrice(cost * 10_000), ...more });

describe('what needs a sign-off', () => {
	const result = computeEstimate(anEstimate([aScope('s', [line('a', 1000, 950)])], { discount: { by: 'percent', percent: percent(400) } }));
	it.each([
		[{ belowMargin: percent(500) }, 'margin 1.0 % is below 5 %'],
		[{ belowMargin: percent(100) }, ''],
		[{ aboveAmount: cents(95_999) }, 'price 960.00 is above 959.99'],
		[{ aboveAmount: cents(96_000) }, ''],
		[{ discountAbove: percent(399) }, 'discount 4.0000 % is above 3.99 %'],
		[{ discountAbove: percent(400) }, ''],
		[{ kindsOfWork: ['Tender'] }, 'Tender always needs it']
	])('%j says “%s”', (rules, says) => {
		expect(signOffReasons(result, { ...NO_RULES, ...rules }, 'Tender', { by: 'percent', percent: percent(400) }).join()).toBe(says);
	});
	it('goes by the exact share of a discount: ten percent of 607.49 is not above ten percent, a cent more in dollars is', () => {
		const of = (discount: Discount) =>
			signOffReasons(
				computeEstimate(anEstimate([aScope('s', [aLine('a', { unitPrice: unitPrice(6_074_900) })])], { discount })),
				{ ...NO_RULES, discountAbove: percent(1000) },
				'',
				discount
			);
		expect(of({ by: 'percent', percent: percent(1000) })).toEqual([]);
		expect(of({ by: 'amount', amount: cents(6074) })).toEqual([]);
		expect(of({ by: 'amount', amount: cents(6075) })).toEqual(['discount 10.0002 % is above 10 %']);
		expect(of({ by: 'percent', percent: percent(1001) })).toHaveLength(1);
	});
	it('is also what costs something and is sold for nothing, and nothing at all where no rule is set', () => {
		const gift = computeEstimate(anEstimate([aScope('s', [line('a', 0, 10)])]));
		expect(signOffReasons(gift, { ...NO_RULES, belowMargin: percent(0) }, '', null)).toHaveLength(1);
		expect(signOffReasons(gift, NO_RULES, 'Tender', null)).toEqual([]);
	});
});

describe('two states of an estimate', () => {
	const before = anEstimate([aScope('Roof', [line('a', 100, 60), line('b', 50, 30), line('c', 10, 5)])]);
	it('are compared line by line with what it does to price and margin', () => {
		const after = anEstimate([
			aScope('Roof', [line('a', 120, 60), line('c', 10, 5, { name: 'c renamed' })]),
			aScope('Gutters', [line('d', 40, 20)])
		]);
		const c = compareEstimates(before, after);
		expect(c.changes.map((x) => [x.id, x.what, x.difference])).toEqual([
			['a', ['price'], 2000],
			['b', ['removed'], -5000],
			['c', ['name'], 0],
			['d', ['added'], 4000]
		]);
		expect(c.price).toEqual([16_000, 17_000]);
		expect(c.changes.reduce((n, x) => n + x.difference, 0)).toBe(c.price[1] - c.price[0]);
	});
	it('know lines of a copy by scope and name', () => {
		const copy = anEstimate([
			aScope('Roof', [line('a2', 100, 60, { name: 'a' }), line('b2', 55, 30, { name: 'b' }), line('c2', 10, 5, { name: 'c' })])
		]);
		const c = compareEstimates(before, copy);
		expect(c.unchanged).toBe(2);
		expect(c.changes.map((x) => [x.before?.name, x.what])).toEqual([['b', ['price']]]);
	});
	it('of the same differ in nothing, and the differences always sum to that of the price', () => {
		expect(compareEstimates(before, before)).toMatchObject({ changes: [], unchanged: 3 });
		const lines = fc.uniqueArray(fc.record({ id: fc.constantFrom(...'abcdefgh'), price: fc.integer({ min: 0, max: 900 }) }), {
			selector: (x) => x.id
		});
		fc.assert(
			fc.property(lines, lines, (a, b) => {
				const of = (x: typeof a) =>
					anEstimate([
						aScope(
							'S',
							x.map((l) => line(l.id, l.price))
						)
					]);
				const c = compareEstimates(of(a), of(b));
				return (
					c.changes.reduce((n, x) => n + x.difference, 0) === c.price[1] - c.price[0] &&
					c.changes.length + c.unchanged === new Set([...a, ...b].map((l) => l.id)).size
				);
			})
		);
	});
	it('of which one is a template says what was left out', () => {
		const template = anEstimate([
			aScope('Roof', [
				line('t1', 0, 0, { itemId: 'i1', name: 'Drip edge' }),
				line('t2', 0, 0, { name: 'Permit' }),
				line('t3', 0, 0, { name: 'Magnet sweep' })
			])
		]);
		const estimate = anEstimate([
			aScope('Main', [line('x', 1, 1, { itemId: 'i1', name: 'Edge, brown' }), line('y', 1, 1, { name: 'Permit, city' })])
		]);
		expect(leftOut(template, estimate)).toEqual([{ scope: 'Roof', name: 'Magnet sweep' }]);
		expect(leftOut(template, template)).toEqual([]);
	});
});

describe('a part of the whole', () => {
	const e = anEstimate([
		aScope('A', [line('a1', 100, 60), line('a2', 50, 30, { kind: 'labor' as const })]),
		aScope('B', [line('b1', 200, 100), line('b2', 10, 5, { locked: true })])
	]);
	const settle = (x: typeof e, amounts: ReadonlyMap<string, number>) => ({
		...x,
		scopes: x.scopes.map((s) => ({ ...s, lines: s.lines.map((l) => ({ ...l, settled: (amounts.get(l.id) ?? l.settled) as never })) }))
	});
	it('is set alone: a scope, or a kind; the rest stays to the cent', () => {
		const one = settle(e, setTotal(e, cents(18_000), { scopeId: 'A' }));
		const r = computeEstimate(one);
		expect(r.scopes.map((s) => s.price)).toEqual([18_000, 21_000]);
		const labor = settle(e, setTotal(e, totalForMargin(e, percent(2500), { kind: 'labor' }), { kind: 'labor' }));
		expect(computeEstimate(labor).byKind.labor.price).toBe(4000);
		expect(computeEstimate(labor).byKind.material.price).toBe(31_000);
		expect(partSums(e, { scopeId: 'B' })).toEqual({ cost: 10_500, breakEven: 10_500, price: 21_000 });
		// By markup on cost: 60.00 + 30.00 of A, half as much again.
		const marked = settle(e, setTotal(e, totalForMarkup(e, percent(5000), { scopeId: 'A' }), { scopeId: 'A' }));
		expect(computeEstimate(marked).scopes.map((s) => s.price)).toEqual([13_500, 21_000]);
		expect(() => totalForMarkup(e, percent(-10_000))).toThrow('above −100 %');
	});
	it('keeps what lines outside have after a discount that is dissolved into it', () => {
		const d = { ...e, discount: { by: 'amount' as const, amount: cents(3600) } };
		const before = computeEstimate(d);
		const after = computeEstimate({ ...settle(d, setTotal(d, cents(9000), { scopeId: 'A' })), discount: null });
		expect(after.scopes[0]?.price).toBe(9000);
		expect(after.scopes[1]?.price).toBe(before.scopes[1]?.price);
	});
	it('by size asks for what is measured, and comes out at the price of a square', () => {
		expect(() => totalForSize(computeEstimate(e), 'imperial', cents(50_000))).toThrow('no size');
		const roof = largeEstimate(2, 6);
		const before = computeEstimate(roof);
		const total = totalForSize(before, 'imperial', cents(61_234));
		const after = computeEstimate(settle(roof, setTotal(roof, total)));
		expect(perSize(after, 'imperial')?.price).toBe(61_234);
		expect(after.total.price).toBe(total);
	});
	it('says the least it can be', () => {
		expect(() => setTotal(e, cents(900), { scopeId: 'B' })).toThrow('10.00');
	});
});

describe('a block from a spreadsheet', () => {
	it('is read by its headings, whatever their order', () => {
		const b = readBlock('Qty\tItem\tUOM\tUnit cost\tTotal\n12\tDrip edge, 10 ft\tlength\t$9.80\t117.60\n1,250\tNails\teach\t0.02\t25');
		expect(b.headed).toBe(true);
		expect(b.columns).toEqual(['quantity', 'name', 'unit', 'cost', 'leave out']);
		expect(b.lines).toEqual([
			{ row: 2, name: 'Drip edge, 10 ft', quantity: 120_000, unit: 'length', cost: 98_000, price: null, hours: false },
			{ row: 3, name: 'Nails', quantity: 12_500_000, unit: 'each', cost: 200, price: null, hours: false }
		]);
	});
	it('without headings is guessed: words, a short word, numbers in their order', () => {
		const b = readBlock('Shingle, laminated\tbundle\t78\t41.20\t56.44\nRidge cap for the whole house\tbundle\t3\t58\t79.46');
		expect(b.columns).toEqual(['name', 'unit', 'quantity', 'cost', 'price']);
		expect(b.lines[1]).toMatchObject({ quantity: 30_000, cost: 580_000, price: 794_600 });
	});
	it.each([
		['Tear-off\t3\th', 30_000],
		['Tear-off\t3\thrs', 30_000],
		['Tear-off\t3 h\t', 30_000],
		['Tear-off\t4h 15\t', 42_500],
		['Tear-off\t2.5 hours\t', 25_000]
	])('knows hours of work: %j', (row, quantity) => {
		const given = { columns: ['name', 'quantity', 'unit'] as PasteColumn[], headed: false };
		expect(readBlock(row, given).lines).toMatchObject([{ quantity, unit: 'h', hours: true }]);
	});
	it('says which rows cannot be read, and guesses nothing into a price', () => {
		const b = readBlock('Name\tQuantity\tCost\nGood\t1\t2\nWords\tmany\t2\n\t4\t5\nLess\t-3\t1\nFormula\t=A1\t1');
		expect(b.lines.map((l) => l.name)).toEqual(['Good']);
		expect(b.problems.map((p) => p.row)).toEqual([3, 4, 5, 6]);
		expect(b.problems[0]?.text).toContain('“many”');
	});
	it('takes commas too, cells with line ends, and refuses what is too large', () => {
		expect(readBlock('Name,Quantity\n"Board, 5/4",3').lines).toMatchObject([{ name: 'Board, 5/4', quantity: 30_000 }]);
		expect(blockCells('a\t"two ""words"""\r\nb\tc\n\n')).toEqual([
			['a', 'two "words"'],
			['b', 'c']
		]);
		expect(() => readBlock(Array.from({ length: 10_001 }, () => 'x\ty').join('\n'))).toThrow(MOST_CELLS.toLocaleString('en-US'));
		expect(guessColumns([])).toEqual({ columns: [], headed: false });
	});
	it('that was copied out pastes back the same', () => {
		const text = fc
			.string({ minLength: 1, maxLength: 30 })
			.filter((s) => s.trim() === s && s !== '' && !/[\r\n]/.test(s) && !/^"|"$/.test(s));
		fc.assert(
			fc.property(fc.array(fc.tuple(text, fc.integer({ min: 0, max: 9_999_999 })), { minLength: 1, maxLength: 12 }), (rows) => {
				const block = writeBlock(
					rows.map(([name, n]) => ({ name, quantity: (n / 10_000).toString(), unit: 'ft', cost: '1.25', price: '2.50', amount: '0' }))
				);
				const back = readBlock(block).lines;
				return (
					back.length === rows.length && back.every((l, i) => l.name === rows[i]?.[0] && l.quantity === rows[i]?.[1] && l.cost === 12_500)
				);
			})
		);
	});
});

describe('the material list', () => {
	const items = new Map([['nails', { id: 'nails', code: 'N', supplierId: 'tarn', purchaseUnit: 'box', pack: 500_000 }]]);
	const e = anEstimate([
		aScope('North', [
			line('n1', 2, 1, { itemId: 'nails', name: 'Nails', phase: 'Shingles', source: { by: 'typed', quantity: quantity(260_000) } }),
			line('h1', 60, 40, {
				kind: 'labor' as const,
				sheetId: 'steep',
				phase: 'Shingles',
				hoursPerUnit: quantity(10_000),
				source: { by: 'typed', quantity: quantity(80_000) }
			})
		]),
		aScope('South', [
			line('n2', 2, 1, { itemId: 'nails', name: 'Nails', phase: 'Shingles', source: { by: 'typed', quantity: quantity(250_000) } }),
			line('o', 9, 9, { option: true }),
			line('free', 5, 4, { name: 'Copper boot' })
		])
	]);
	it('sums an item over scopes by phase and buys whole packs once, never too few', () => {
		const rows = materialList(e, items);
		expect(rows.map((r) => [r.phase, r.name, r.quantity, r.packs])).toEqual([
			['Shingles', 'Nails', 510_000, { unit: 'box', count: 2 }],
			['South', 'Copper boot', 10_000, null]
		]);
		expect(costOf(rows)).toBe(5100 + 400);
		expect(materialList(e, items, new Set(['o'])).map((r) => r.name)).toContain('o');
	});
	it('sums hours by phase and crew', () => {
		const rows = laborSummary(e);
		expect(rows).toEqual([{ phase: 'Shingles', sheetId: 'steep', hours: 80_000, cost: 32_000 }]);
		expect(hoursBySheet(rows).get('steep')).toBe(80_000);
	});
	it('together with labor is the cost of the whole', () => {
		const large = largeEstimate(4, 25);
		expect(costOf(materialList(large, new Map())) + costOf(laborSummary(large))).toBe(computeEstimate(large).total.cost);
	});
});

describe('a simulation', () => {
	const e = anEstimate([
		aScope('s', [
			line('labor', 1200, 1000, { kind: 'labor' as const, hoursPerUnit: quantity(10_000) }),
			line('material', 1200, 1000),
			line('sub', 220, 200, { kind: 'subcontract' as const })
		])
	]);
	const run = (more: Partial<Parameters<typeof simulate>[1]> = {}) =>
		simulate(e, { draws: 10_000, seed: 7, spreads: USUAL_SPREADS, ...more });
	it('gives the same for the same seed, and its shares add up', () => {
		expect(run()).toEqual(run());
		const r = run();
		expect(r.bars.reduce((n, b) => n + b.count, 0)).toBe(10_000);
		expect(r.low).toBeLessThan(r.median);
		expect(r.median).toBeLessThan(r.high);
		expect(r.below).toBeGreaterThan(0);
		expect(r.below).toBeLessThan(0.2);
	});
	it('without any variation is the estimate itself', () => {
		const still = { low: 1, middle: 1, high: 1 };
		const r = run({ spreads: { hours: still, material: still, other: still } });
		const profit = computeEstimate(e).total.profit;
		expect([r.low, r.median, r.high, r.below]).toEqual([profit, profit, profit, 0]);
	});
	it('varies more where the spread is wider, and loses more often at a lower price', () => {
		const wide = run({ spreads: { ...USUAL_SPREADS, hours: { low: 0.7, middle: 1.03, high: 1.6 } } });
		expect(wide.high - wide.low).toBeGreaterThan(run().high - run().low);
		const cheap = {
			...e,
			scopes: e.scopes.map((s) => ({ ...s, lines: s.lines.map((l) => ({ ...l, unitPrice: unitPrice(Math.round(l.unitPrice * 0.86)) })) }))
		};
		expect(simulate(cheap, { draws: 10_000, seed: 7, spreads: USUAL_SPREADS }).below).toBeGreaterThan(run().below);
	});
	it('hits the quartiles it was given for a single line', () => {
		const one = anEstimate([aScope('s', [line('material', 0, 1000)])]);
		const spreads = { ...USUAL_SPREADS, material: { low: 0.9, middle: 1, high: 1.2 } };
		const r = simulate(one, { draws: 40_000, seed: 3, spreads });
		// The middle of the draws is the middle of the spread.
		expect(Math.abs(-r.median - 100_000)).toBeLessThan(600);
	});
	it('names the lines that move the profit most, and tells how far it is', () => {
		expect(sensitivity(computeEstimate(e), USUAL_SPREADS).map((s) => [s.line.line.id, s.loss])).toEqual([
			['labor', 18_000],
			['material', 5000],
			['sub', 1200]
		]);
		const seen: number[] = [];
		run({ progress: (p) => seen.push(p) });
		expect(seen.at(-1)).toBe(1);
		expect(seen).toEqual([...seen].sort((a, b) => a - b));
	});
});
