import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { explainText } from '../explain';
import { fromUnit, NM_PER_FOOT as FT } from '../measure';
import { cents, percent, quantity, rate, split, sum, unitPrice, type TaxComponent } from '../money';
import { aLine, anEstimate, aScope, byMeasure, largeEstimate } from './fixtures';
import {
	checkDiscount,
	computeEstimate,
	EstimateError,
	explainLine,
	explainTotal,
	freeze,
	frozenHolds,
	jobBudget,
	membersOf,
	quoteTotals,
	quoteView,
	recompute,
	setTotal,
	totalForMargin,
	type Estimate,
	type Line
} from '.';

const typed = (measure: 'area' | 'eaves' | 'rakes' | 'ridge', value: number) => ({
	id: measure,
	times: 1,
	subtract: false,
	figure: { kind: 'typed', measure, value: fromUnit(value, measure === 'area' ? 'area' : 'length', 'imperial') } as const
});
const roof = [typed('area', 2340), typed('eaves', 96), typed('rakes', 88), typed('ridge', 52)];
const labor = {
	kind: 'labor',
	hoursPerUnit: quantity(10_000),
	unitCost: unitPrice(388_320),
	overheadPerHour: unitPrice(142_000),
	unitPrice: unitPrice(602_600),
	unit: 'h'
} as const;

const reroof = (): Estimate =>
	anEstimate([
		aScope(
			'main',
			[
				aLine('tear-off', { ...labor, source: byMeasure(['area'], 1, 90, 0, 0.25) }),
				aLine('shingles', {
					source: byMeasure(['area'], 3, 100, 10),
					unitCost: unitPrice(412_000),
					unitPrice: unitPrice(565_000),
					placeholder: 'line and color',
					taxCodeId: 'm'
				}),
				aLine('drip edge', {
					source: byMeasure(['eaves', 'rakes'], 1, 10, 5),
					unitCost: unitPrice(98_000),
					unitPrice: unitPrice(140_000),
					taxCodeId: 'm'
				}),
				aLine('nails', {
					source: { by: 'parent', parentId: 'shingles', ratio: 500, step: 10_000 },
					unitCost: unitPrice(300_000),
					unitPrice: unitPrice(400_000)
				}),
				aLine('ridge vent', { source: byMeasure(['ridge'], 0, 4), reminder: true })
			],
			{ shapes: [...roof] }
		),
		aScope(
			'gutters',
			[
				aLine('gutter', {
					source: { by: 'typed', quantity: quantity(1_320_000) },
					unitCost: unitPrice(41_000),
					unitPrice: unitPrice(62_000)
				})
			],
			{ option: true }
		)
	]);

describe('an estimate', () => {
	it('takes quantities from measures, once rounded up, and lets children follow', () => {
		const r = computeEstimate(reroof());
		expect(r.lines.map((l) => l.quantity / 10_000)).toEqual([26, 78, 20, 4, 0, 132]);
		expect(r.lines[0]).toMatchObject({ cost: 100_963, amount: 156_676, overhead: 36_920 });
		expect(r.total.hours).toBe(260_000);
		expect(r.toDecide.map((l) => l.line.id)).toEqual(['shingles']);
		expect(r.reminders.map((l) => l.line.id)).toEqual(['ridge vent']);
	});
	it('keeps options and what is set aside out of the total until chosen', () => {
		const e = reroof();
		const base = computeEstimate(e);
		expect(base.optionsOffered).toBe(81_840);
		const chosen = computeEstimate(e, { chosen: new Set(['gutters']) });
		expect(chosen.total.price).toBe(base.total.price + 81_840);
		e.scopes[0]!.lines[1]!.setAside = true;
		const aside = computeEstimate(e);
		expect(aside.lines[1]!.state).toBe('aside');
		expect(aside.lines[3]!.state).toBe('aside');
		expect(membersOf(e).map((o) => o.id)).toEqual(['gutters']);
	});
	it('keeps an override and flags it when the measure changes', () => {
		const e = reroof();
		e.scopes[0]!.lines[1]!.override = { quantity: quantity(800_000), computedThen: quantity(780_000) };
		expect(computeEstimate(e).lines[1]).toMatchObject({ quantity: 800_000, computed: 780_000, stale: false });
		e.scopes[0]!.shapes[0] = typed('area', 3000);
		expect(computeEstimate(e).lines[1]).toMatchObject({ quantity: 800_000, computed: 990_000, stale: true });
	});
	it('flags an override whenever the measure moved, also where rounding up hides it', () => {
		const e = reroof();
		// 2,340 sq ft need 77.22 bundles, 2,341 need 77.253: 78 either way.
		const before = computeEstimate(e).lines[1]!;
		e.scopes[0]!.lines[1]!.override = { quantity: quantity(800_000), computedThen: before.computed!, basisThen: before.basis };
		expect(computeEstimate(e).lines[1]!.stale).toBe(false);
		e.scopes[0]!.shapes[0] = typed('area', 2341);
		expect(computeEstimate(e).lines[1]).toMatchObject({ computed: 780_000, stale: true });
	});
	it.each([
		['a barcode as cost', { unitCost: unitPrice(8_859_114_789_150_000) }],
		['99 at the highest price', { unitPrice: unitPrice(9_000_000_000_000_000), source: { by: 'typed', quantity: quantity(990_000) } }],
		['hours without end', { hoursPerUnit: quantity(9e15), source: { by: 'typed', quantity: quantity(1e12) } }],
		['overhead without end', { hoursPerUnit: quantity(1e12), overheadPerHour: unitPrice(9e15) }]
	] as [string, Partial<Line>][])('throws nothing for %s: the line says its problem and counts 0', (_, more) => {
		const good = aLine('good', { unitPrice: unitPrice(500_000), unitCost: unitPrice(300_000) });
		const e = anEstimate([aScope('s', [good, aLine('bad', more), aLine('bad too', more)])], {
			overheadPercent: { material: rate(205_319) },
			discount: { by: 'percent', percent: percent(500) }
		});
		const r = computeEstimate(e);
		expect(r.total.price).toBe(4750);
		expect(r.problems.map((p) => p.lineId)).toEqual(['bad', 'bad too']);
		expect(r.problems[0]!.text).toMatch(/more than 1,000,000,000|too large/);
		expect(recompute({ estimate: e, result: r }, e).result.total).toEqual(r.total);
	});
	it('whatever integers stand in an estimate, it is computed and its sums are kept exactly', () => {
		const any = fc.integer({ min: 0, max: Number.MAX_SAFE_INTEGER });
		fc.assert(
			fc.property(fc.array(fc.tuple(any, any, any, any, any), { maxLength: 6 }), (rows) => {
				const lines = rows.map(([cost, price, q, hours, oh], n) =>
					aLine(`l${n}`, {
						unitCost: unitPrice(cost),
						unitPrice: unitPrice(price),
						hoursPerUnit: quantity(hours),
						overheadPerHour: unitPrice(oh),
						source: { by: 'typed', quantity: quantity(q) }
					})
				);
				const r = computeEstimate(anEstimate([aScope('s', lines)], { overheadPercent: { material: rate(205_319) } }));
				expect([r.total.cost, r.total.price, r.total.overhead, r.total.profit].every(Number.isSafeInteger)).toBe(true);
			})
		);
	});
	it('rounds overhead on cost exactly: 20.5319 % of 438,697,357.21', () => {
		const e = anEstimate([aScope('s', [aLine('a', { unitCost: unitPrice(4_386_973_572_100) })])], {
			overheadPercent: { material: rate(205_319) }
		});
		expect(computeEstimate(e).lines[0]!.overhead).toBe(9_007_290_268);
	});
	it('refuses a discount above what may be discounted with the most that is possible, and says when a kept one no longer fits', () => {
		const lines = [aLine('a', { unitPrice: unitPrice(4_000_000) }), aLine('fee', { unitPrice: unitPrice(1_000_000), discountable: false })];
		const e = anEstimate([aScope('s', lines)]);
		expect(() => checkDiscount(e, { by: 'amount', amount: cents(40_001) })).toThrow('At most 400.00');
		expect(() => checkDiscount(e, { by: 'amount', amount: cents(40_000) })).not.toThrow();
		const kept = computeEstimate({ ...e, discount: { by: 'amount', amount: cents(50_000) } });
		expect(kept.discount).toBe(40_000);
		expect(kept.problems.map((p) => p.text).join()).toContain(
			'The discount of 500.00 is more than the lines it may be taken off: at most 400.00'
		);
	});
	it('setting the total to what it is changes no amount, also where the lines cancel each other out', () => {
		const amounts = fc.array(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 1, maxLength: 8 });
		fc.assert(
			fc.property(amounts, fc.boolean(), (all, cancel) => {
				const list = cancel ? [...all, -all.reduce((a, b) => a + b, 0)] : all;
				const e = anEstimate([
					aScope(
						's',
						list.map((c, n) => aLine(`l${n}`, { unitPrice: unitPrice(c * 100) }))
					)
				]);
				const total = computeEstimate(e).total.price;
				if (total < 0) return;
				const settled = setTotal(e, total);
				expect(list.map((_, n) => settled.get(`l${n}`)! + 0)).toEqual(list.map((c) => c + 0));
			})
		);
	});
	it('adds overhead from hours and from cost by kind, rounded once', () => {
		const e = anEstimate([aScope('s', [aLine('a', { ...labor, source: { by: 'typed', quantity: quantity(3333) } })])], {
			overheadPercent: { labor: rate(100_000) }
		});
		const [l] = computeEstimate(e).lines;
		expect(l).toMatchObject({ cost: 1294, overhead: Math.round((3333 * 142_000 + 1294 * 100_000) / 1e6) });
		expect(l!.breakEven).toBe(l!.cost + l!.overhead);
	});
	it('says a problem in place and goes on with the rest', () => {
		const e = reroof();
		e.scopes[0]!.shapes = [];
		e.scopes[0]!.lines.push(
			aLine('x', { source: { by: 'parent', parentId: 'y', ratio: 1, step: 1 } }),
			aLine('y', { source: { by: 'parent', parentId: 'x', ratio: 1, step: 1 } })
		);
		const r = computeEstimate(e);
		expect(r.problems.map((p) => p.text)).toContain('shingles: The scope has no area.');
		expect(r.problems.filter((p) => p.text.includes('loop'))).toHaveLength(2);
	});
	it('spreads a discount over the discountable lines, never more than their sum', () => {
		const e = reroof();
		e.scopes[0]!.lines[0]!.discountable = false;
		e.discount = { by: 'percent', percent: percent(1000) };
		const r = computeEstimate(e);
		const base = r.lines.filter((l) => l.state === 'in' && l.line.discountable).reduce((a, l) => a + l.amount, 0);
		expect(r.discount).toBe(Math.round(base / 10));
		expect(r.total.price).toBe(r.gross - r.discount);
		expect(r.lines[0]!.discount).toBe(0);
		e.discount = { by: 'amount', amount: cents(99_999_999) };
		expect(computeEstimate(e).discount).toBe(base);
	});
});

describe('setting the total', () => {
	const apply = (e: Estimate, settled: Map<string, number>): Estimate => ({
		...e,
		discount: null,
		scopes: e.scopes.map((s) => ({
			...s,
			lines: s.lines.map((l): Line => ({ ...l, settled: settled.has(l.id) ? cents(settled.get(l.id)!) : l.settled }))
		}))
	});
	it('reaches the total to the cent with a discount dissolved and locked lines kept', () => {
		fc.assert(
			fc.property(
				fc.array(fc.record({ q: fc.integer({ min: 1, max: 1e6 }), p: fc.integer({ min: 1, max: 1e7 }), locked: fc.boolean() }), {
					minLength: 1,
					maxLength: 30
				}),
				fc.integer({ min: 0, max: 9000 }),
				fc.integer({ min: 0, max: 1e9 }),
				(rows, discount, wanted) => {
					const e = anEstimate(
						[
							aScope(
								's',
								rows.map((r, i) =>
									aLine(`l${i}`, { source: { by: 'typed', quantity: quantity(r.q) }, unitPrice: unitPrice(r.p), locked: r.locked })
								)
							)
						],
						{ discount: { by: 'percent', percent: percent(discount) } }
					);
					const before = computeEstimate(e);
					const locked = sum(before.lines.filter((l) => l.line.locked).map((l) => l.net));
					const open = before.lines.filter((l) => !l.line.locked);
					if (wanted < locked) {
						expect(() => setTotal(e, cents(wanted))).toThrow(EstimateError);
						return;
					}
					if (open.every((l) => l.net === 0)) return;
					const after = computeEstimate(apply(e, setTotal(e, cents(wanted))));
					expect(after.total.price).toBe(wanted);
					expect(sum(after.lines.filter((l) => l.line.locked).map((l) => l.net))).toBe(locked);
				}
			)
		);
	});
	it('to what it is changes no amount', () => {
		const e = { ...reroof(), discount: { by: 'percent', percent: percent(750) } } as Estimate;
		const before = computeEstimate(e);
		const after = computeEstimate(apply(e, setTotal(e, before.total.price)));
		expect(after.lines.filter((l) => l.state === 'in').map((l) => l.net)).toEqual(
			before.lines.filter((l) => l.state === 'in').map((l) => l.net)
		);
	});
	it('names the least possible figure', () => {
		const e = anEstimate([
			aScope('s', [aLine('a', { unitPrice: unitPrice(1_000_000), locked: true }), aLine('b', { unitPrice: unitPrice(1_000_000) })])
		]);
		expect(() => setTotal(e, cents(9_999))).toThrow('100.00');
	});
	it('finds the total for a margin', () => {
		const e = reroof();
		const x = totalForMargin(e, percent(2000));
		expect(computeEstimate(apply(e, setTotal(e, x))).total.margin).toBeCloseTo(200_000, -2);
		expect(() => totalForMargin(e, percent(10_000))).toThrow(EstimateError);
	});
});

const state: TaxComponent = { id: 's', name: 'State', rates: [{ from: '2020-01-01', rate: rate(47_500) }] };
const county: TaxComponent = { id: 'c', name: 'County', rates: [{ from: '2020-01-01', rate: rate(22_500) }] };
const tax = {
	codes: [{ id: 'm', name: 'Materials', componentIds: ['s', 'c'] }],
	components: [state, county],
	day: '2027-04-14',
	exemption: null
};

describe('a quote', () => {
	it('taxes materials only, once per component', () => {
		const totals = quoteTotals(computeEstimate(reroof()), tax);
		const base = 440_700 + 28_000;
		expect(totals.taxes.map((t) => t.base)).toEqual([base, base]);
		expect(totals.tax).toBe(Math.round(base * 0.0475) + Math.round(base * 0.0225));
		expect(totals.total).toBe(totals.net + totals.tax);
	});
	it('hides hidden lines but keeps their money in the scope', () => {
		const e = reroof();
		e.scopes[0]!.lines[3]!.hidden = true;
		const v = quoteView(e, new Set(), tax);
		expect(v.scopes[0]!.lines.map((l) => l.id)).not.toContain('nails');
		expect(v.scopes[0]!.amount).toBe(v.totals.net);
		expect(JSON.stringify(v)).not.toContain('unitCost');
	});
	it('recomputes to its own figures, and notices when it does not', () => {
		const f = freeze(reroof(), tax);
		expect(frozenHolds(JSON.parse(JSON.stringify(f)))).toBe(true);
		const bent = structuredClone(f);
		bent.estimate.scopes[0]!.lines[0]!.unitPrice = unitPrice(1);
		expect(frozenHolds(bent)).toBe(false);
	});
	it('becomes a budget whose parts add up to the price and cost', () => {
		const e = reroof();
		const chosen = new Set(['gutters']);
		const total = computeEstimate(e, { chosen }).total;
		const b = jobBudget(e, chosen);
		expect(sum(b.contract.map((c) => c.amount))).toBe(total.price);
		expect(sum(b.rows.map((r) => r.cost))).toBe(total.cost);
		expect(b.materials.map((m) => m.name)).toContain('shingles');
	});
});

describe('explanations', () => {
	it('lead from the price to the shapes', () => {
		const e = reroof();
		const r = computeEstimate(e);
		const text = explainText(explainTotal(e, r, 'price'));
		expect(text).toContain('2,340.00 sq ft');
		expect(text).toContain('78 × 56.50');
		expect(explainText(explainLine(e, r, r.lines[3]!))).toContain('78 × 0.05');
		expect(explainText(explainTotal(e, r, 'breakEven'))).toContain('14.20');
	});
});

describe('totals', () => {
	it('are the sums of their parts for any estimate', () => {
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 200 }), (s, n, length) => {
				const e = largeEstimate(s, n);
				const f = e.scopes[0]!.shapes[0]!.figure;
				if (f.kind === 'roof face') f.length = length * FT;
				const r = computeEstimate(e);
				expect(sum(r.scopes.map((x) => x.price))).toBe(r.total.price);
				expect(sum(Object.values(r.byKind).map((x) => x.price))).toBe(r.total.price);
				expect(sum(r.lines.map((l) => l.breakEven))).toBe(r.total.breakEven);
			})
		);
	});
	it('split by the money core', () => {
		expect(sum(split(cents(-7), [3, 4]))).toBe(-7);
	});
});
