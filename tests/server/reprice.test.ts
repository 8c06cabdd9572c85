import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate } from '$lib/core/estimate';
import { explainText } from '$lib/core/explain';
import { cents, percent, parsePercent } from '$lib/core/money';
import { checkPrices, unpackParts } from '$lib/core/pricing';
import type { App } from '$lib/server/app';
import { bookOf } from '$lib/server/estimates/price-book';
import { packedBook } from '$lib/server/estimates/price-check';
import { repricePlan } from '$lib/server/estimates/reprice-plan';
import { EXPLAINED, explainRecord } from '$lib/server/screens/explain';
import { loadEstimate } from '$lib/server/estimates/load';
import { previewReprice } from '$lib/server/estimates/reprice';
import type { Yard } from '../../src/demo/yard';
import { checkBook } from './check-book';
import { freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
function bid(name: string, margin = ''): string {
	const estimateId = yard.estimate(yard.job(name, yard.customer(name, 'person', '', '', ''), '', [0, 0]));
	yard.scope(estimateId, 'Roof', [['roof face', { length: '40', run: '14', pitch: '6' }]], ['reroof-shingle']);
	yard.decide(estimateId);
	if (margin) yard.call('bastian', 'estimates.set-whole', { estimateId, what: 'margin', value: margin });
	return estimateId;
}
const total = (id: string) => computeEstimate(loadEstimate(app.db.orm, id)!).total;
const raise = (percent: string) =>
	yard.call('petra', 'catalog.change-items', { filter: { q: 'shingle' }, change: { what: 'cost', percent: parsePercent(percent) } });

describe('bringing an estimate up to date', () => {
	it('shows each change first, makes it in one step, and undo restores it exactly', () => {
		const id = bid('Up to date');
		expect(() => yard.call('bastian', 'estimates.reprice', { estimateId: id })).toThrow('already');
		const before = loadEstimate(app.db.orm, id);
		raise('20%');
		const p = previewReprice(app, id);
		expect(p.moved.map((m) => m.name).every((n) => /shingle|starter|ridge/i.test(n))).toBe(true);
		expect(p.after.price).toBeGreaterThan(p.before.price);
		expect(loadEstimate(app.db.orm, id)).toEqual(before);
		yard.call('bastian', 'estimates.reprice', { estimateId: id });
		expect(total(id)).toEqual(p.after);
		yard.call('bastian', 'estimates.undo', { estimateId: id });
		expect(loadEstimate(app.db.orm, id)).toEqual(before);
	});
	it('takes the labor rate of the day, leaves fixed prices and free lines', () => {
		const id = bid('Labor moves');
		const scope = loadEstimate(app.db.orm, id)!.scopes[0]!;
		yard.call('bastian', 'estimates.add-line', { scopeId: scope.id, name: 'Agreed sum', price: 5_000_000 });
		const fixed = scope.lines.find((l) => l.itemId)!;
		yard.call('bastian', 'estimates.change-line', { lineId: fixed.id, field: 'price', value: '99' });
		const sheet = JSON.parse(value<string>(app, "select sheet from labor_sheets where id = 'steep'")) as Record<string, unknown>;
		yard.given('imogen', 'rates.save', {
			sheetId: 'steep',
			name: 'Steep-roof crew',
			from: '2027-04-14',
			branchId: 'quay',
			sheet: { ...sheet, target: { margin: 2500 } }
		});
		yard.call('bastian', 'estimates.reprice', { estimateId: id });
		const lines = loadEstimate(app.db.orm, id)!.scopes[0]!.lines;
		expect(lines.find((l) => l.id === fixed.id)?.unitPrice).toBe(990_000);
		expect(lines.find((l) => l.name === 'Agreed sum')?.unitPrice).toBe(5_000_000);
		expect(lines.filter((l) => l.sheetId === 'steep').every((l) => l.unitPrice === 707_100)).toBe(true);
	});
	it('is refused on a won job', () => {
		const { estimateId } = wonJob(yard, 'Agreed');
		expect(() => yard.call('bastian', 'estimates.reprice', { estimateId })).toThrow('prices are agreed');
	});
});

describe('the price check of the book', () => {
	it('finds what sells below cost, break-even and target, most money short first', () => {
		const ids = {
			cost: bid('Below cost', '-60%'),
			even: bid('Below break-even', '-5%'),
			target: bid('Below target', '4%'),
			good: bid('Good', '30%')
		};
		const { rows } = checkBook(app);
		const of = (id: string) => rows.find((r) => r.estimateId === id)!;
		expect(Object.values(ids).map((id) => of(id).verdict)).toEqual(['below cost', 'below break-even', 'below target', 'good']);
		expect(rows.map((r) => r.short)).toEqual([...rows.map((r) => r.short)].sort((a, b) => b - a));
		// What it says is what the estimate says, as long as nothing moved.
		expect(of(ids.target)).toMatchObject({
			price: total(ids.target).price,
			cost: total(ids.target).cost,
			breakEven: total(ids.target).breakEven
		});
		expect(rows.some((r) => r.kind === 'assembly' && r.name.includes('Re-roof'))).toBe(true);
		raise('40%');
		expect(checkBook(app).rows.find((r) => r.estimateId === ids.target)?.verdict).not.toBe('below target');
	});
});

describe('repricing a choice of the price check', () => {
	const plan = (chosen: Partial<Parameters<typeof repricePlan>[1]>, target = 3000) =>
		repricePlan(app, { estimates: [], assemblies: [], services: [], target, ...chosen });
	it('says what each would come to, and saves nothing', () => {
		const id = bid('Reprice me', '4%');
		raise('10%');
		const before = JSON.stringify(app.db.sqlite.prepare('select * from items').all());
		const p = plan({ estimates: [id] });
		expect(p.estimates[0]).toMatchObject({ id, before: { price: total(id).price } });
		expect(p.estimates[0]!.upToDate.lines).toBeGreaterThan(0);
		yard.call('bastian', 'estimates.set-whole', { estimateId: id, what: 'total', value: String(p.estimates[0]!.wanted!.price / 100) });
		expect(total(id).margin! / 10_000).toBeCloseTo(30, 1);
		expect(JSON.stringify(app.db.sqlite.prepare('select * from items').all())).toBe(before);
	});
	it('prices the items of an assembly by the margin, also those nested in it, and is taken back', () => {
		const assemblyId = value<string>(app, "select id from assemblies where name like 'Re-roof%' limit 1");
		const p = plan({ assemblies: [assemblyId] });
		expect(p.items.length).toBeGreaterThan(3);
		for (const i of p.items) expect(i.after).toBeGreaterThan(i.before);
		const short = () => checkBook(app, percent(3000)).rows.find((r) => r.id === assemblyId)!.short;
		const was = short();
		const { changeId } = yard.call('petra', 'catalog.change-items', {
			filter: { ids: p.items.map((i) => i.id) },
			change: { what: 'rule', rule: { by: 'margin', percent: 3_000 } }
		});
		expect(short()).toBeLessThan(was);
		expect(plan({ assemblies: [assemblyId] }).items).toEqual([]);
		yard.call('petra', 'catalog.undo-change', { changeId });
		expect(short()).toBe(was);
		// Its hours are sold by a rate sheet: that one is named, not changed.
		expect(p.sheets.map((s) => s.name)).toContain(value<string>(app, "select name from labor_sheets where id = 'steep'"));
	});
	it('raises the hour of a catalog of flat-rate services until none of the chosen falls short', () => {
		yard.call('imogen', 'flat-rate.save-catalog', {
			...{ name: 'Ours', on: true, markup: 1_000, sheetId: 'steep', hourlyPrice: 450_000, rounding: 'cent' },
			...{ materialTaxId: null, laborTaxId: null }
		});
		const catalogId = value<string>(app, "select id from flat_catalogs where name = 'Ours'");
		const services = [10_000, 25_000].map((hours) => {
			yard.call('imogen', 'flat-rate.save-service', {
				...{ catalogId, categoryId: null, title: `Work of ${hours / 10_000} h`, wording: '', hours },
				materials: [{ name: 'Board', quantity: 30_000, unit: 'each', cost: 41_000 }]
			});
			return value<string>(app, 'select id from flat_services where title = ?', `Work of ${hours / 10_000} h`);
		});
		const [c] = plan({ services }).catalogs;
		expect(c).toMatchObject({ name: 'Ours', before: 450_000, chosen: 2 });
		yard.given('imogen', 'flat-rate.save-catalog', c!.terms);
		const rows = checkBook(app, percent(3000)).rows.filter((r) => services.includes(r.id));
		expect(rows.map((r) => r.short)).toEqual([0, 0]);
		expect(plan({ services }).catalogs).toEqual([]);
	});
	it('packs the book for the worker without losing anything', () => {
		const packed = packedBook(app);
		const there = checkPrices(
			packed.map((e) => ({ id: e.id, parts: unpackParts(e.parts), discount: cents(0) })),
			percent(1000)
		);
		expect(there).toEqual(
			checkBook(app, percent(1000)).rows.map(({ id, price, cost, breakEven, margin, verdict, short }) => ({
				id,
				price,
				cost,
				breakEven,
				margin,
				verdict,
				short
			}))
		);
	});
	it('goes through what is named alone, and finds it as it stands in the whole book', () => {
		const all = bookOf(app);
		for (const kind of ['estimate', 'assembly', 'flat-rate'] as const) {
			const of = all.filter((e) => e.kind === kind);
			const ids = of.filter((_, n) => n % 2 === 0).map((e) => e.id);
			expect(ids.length, kind).toBeGreaterThan(0);
			expect(bookOf(app, { kind, ids }), kind).toEqual(of.filter((e) => ids.includes(e.id)));
			expect(bookOf(app, { kind, ids: [] }), kind).toEqual([]);
		}
	});
	it('holds prices against the margin that the owner sets', () => {
		yard.call('imogen', 'company.target-margin', { margin: 1_750 });
		expect(checkBook(app).target).toBe(1750);
		expect(refused(() => yard.call('imogen', 'company.target-margin', { margin: 10_000 }))[0]).toBe('margin');
		expect(refused(() => yard.call('bastian', 'company.target-margin', { margin: 500 }))[1]).toContain('may not');
	});
});

describe('every figure of the price side', () => {
	const id = (sql: string) => value<string>(app, sql);
	const subjects = (): [string, RegExp][] => [
		[`item:${id("select id from items where code = 'TS-SHL-LAM'")}`, /Price a bundle/],
		[`sheet:steep`, /Price an hour: 53.032/],
		[`machine:${id('select id from equipment_sheets limit 1')}`, /Cost a day/],
		[`service:${id("select id from flat_services where title = 'Work of 1 h'")}`, /Board: 3 each × 4.10/],
		[`check:1000:assembly:${id("select id from assemblies where name like 'Re-roof%' limit 1")}`, /short of target/],
		['sales-to-date:2027', /Billed in 2027/],
		['cost-to-date:2027', /Cost on jobs in 2027/]
	];
	it('is explained down to a record, for whoever may see it', () => {
		yard.call('imogen', 'rates.save-equipment', {
			...{
				name: 'Boom lift',
				place: 'job cost',
				purchase: 620_000_000,
				resale: 140_000_000,
				lifeHours: 60_000_000,
				fixedPerYear: 42_000_000
			},
			...{ hoursPerYear: 9_000_000, fuelPerHour: 95_000, upkeepPerHour: 32_500, hoursPerDay: 80_000 }
		});
		for (const [of, words] of subjects()) {
			const tree = explainRecord(app, of, { role: 'owner' });
			expect(explainText(tree), of).toMatch(words);
			expect(JSON.stringify(tree), of).toMatch(/"source":"\//);
		}
	});
	it('is refused to whom the figure is not for, and for what is not there', () => {
		for (const [of] of subjects()) {
			expect(() => explainRecord(app, of, null), of).toThrow('may not see');
			expect(() => explainRecord(app, of, { role: 'crew' }), of).toThrow('may not see');
			const [word, ...rest] = of.split(':');
			if (!word!.endsWith('date'))
				expect(() => explainRecord(app, [word, ...rest.slice(0, -1), 'gone'].join(':'), { role: 'owner' }), of).toThrow(
					'not there any more'
				);
		}
		expect(() => explainRecord(app, 'sheet:steep', { role: 'office' })).toThrow('may not see');
		for (const of of ['', 'item', '__proto__:x', 'check:1000:nothing:x', 'check:x:assembly:y', 'carried:hours:nothing', 'sales-to-date:x'])
			expect(() => explainRecord(app, of, { role: 'owner' }), of).toThrow();
		expect(EXPLAINED).toHaveLength(9);
	});
});
