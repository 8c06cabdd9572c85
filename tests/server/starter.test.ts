import { beforeAll, describe, expect, it } from 'vitest';
import { dimensionOf, isMeasure } from '$lib/core/measure';
import { partQuantity } from '$lib/core/pricing';
import type { App } from '$lib/server/app';
import { STARTER } from '$lib/server/catalog/starter';
import { starterTrades } from '$lib/server/catalog/take-starter';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const all = STARTER.flatMap((t) => t.assemblies);
const take = (trade: string) => yard.call('bastian', 'catalog.take-starter', { trade, sheetId: 'steep', taxCodeId: 'materials' });

describe('the starter set', () => {
	it('holds the eight trades, and is large enough to begin with', () => {
		expect(STARTER.map((t) => t.trade)).toEqual(['Roofing', 'Gutters', 'Insulation', 'Siding', 'Decks', 'Fencing', 'Drywall', 'Flooring']);
		expect(all.length).toBeGreaterThanOrEqual(40);
		expect(STARTER.reduce((a, t) => a + t.items.length, 0)).toBeGreaterThanOrEqual(300);
	});
	it('has no code twice, no item without a cost, no part without its assumption and a measure that shapes give', () => {
		const codes = STARTER.flatMap((t) => t.items.map((i) => i.code));
		expect(new Set(codes).size).toBe(codes.length);
		expect(new Set(all.map((a) => a.name)).size).toBe(all.length);
		for (const t of STARTER) expect(new Set(t.items.map((i) => i.name.toLowerCase())).size).toBe(t.items.length);
		for (const i of STARTER.flatMap((t) => t.items))
			expect([i.code, i.cost > 0, i.name !== '', i.unit !== '']).toEqual([i.code, true, true, true]);
		for (const a of all) {
			expect([a.name, a.wording !== '', a.parts.length > 0]).toEqual([a.name, true, true]);
			for (const p of a.parts) {
				expect([a.name, p.item ?? p.labor, p.note !== '', p.phase !== '']).toEqual([a.name, p.item ?? p.labor, true, true]);
				expect(p.measures.filter((m) => !isMeasure(m))).toEqual([]);
			}
		}
	});
	it('gives quantities a crew could have: hours between a minute and a day for ten of anything', () => {
		for (const a of all)
			for (const p of a.parts.filter((x) => x.labor)) {
				const unit = p.measures.some((m) => dimensionOf(m) === 'count') ? 10 : 1000;
				const hours = partQuantity(unit, { amount: p.amount, per: p.per, waste: p.waste as never, step: p.step }) / 10_000;
				expect([a.name, p.labor, hours > 0 && hours < 200]).toEqual([a.name, p.labor, true]);
			}
	});
	it('is taken a trade at a time, never twice, and leaves what is there alone', () => {
		yard.call('petra', 'catalog.save-item', {
			code: 'RF-SHL-LAM',
			name: 'Our own shingle',
			kind: 'material',
			unit: 'bundle',
			cost: 10_000,
			rule: { by: 'inherit' },
			taxCodeId: null,
			categoryId: null,
			wording: ''
		});
		const done = take('Roofing');
		expect(done.assemblies).toBe(STARTER[0]!.assemblies.length);
		expect(done.items).toBe(STARTER[0]!.items.length - 1);
		expect(count(app, "select cost from items where code = 'RF-SHL-LAM'")).toBe(10_000);
		expect(() => take('Roofing')).toThrow('already');
		expect(() => take('Plumbing')).toThrow('no starter set');
		for (const t of STARTER.slice(1)) take(t.trade);
		expect(starterTrades(app).every((t) => t.taken === t.assemblies)).toBe(true);
		expect(count(app, "select count(*) from parts where note = ''")).toBe(
			count(
				app,
				"select count(*) from parts p join assemblies a on a.id = p.assembly_id where p.note = '' and a.id in ('reroof-shingle','gutters-5','attic-blown','low-membrane')"
			)
		);
	});
});
