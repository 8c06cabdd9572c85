import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { cellOf, computeEstimate, type LineField } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { itemDetail, paidBefore } from '$lib/server/screens/item';
import { loadEstimate } from '$lib/server/estimates/load';
import type { Yard } from '../../src/demo/yard';
import { ask } from '$lib/server/queries';
import { QUERIES } from '$lib/server/screens';
import { count, freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
let estimateId: string;
let scopeId: string;
let jobId: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
let n = 0;
beforeEach(() => {
	n += 1;
	const customerId = yard.customer(`Details ${n}`, 'person', '', '', `${n} Bell Yard`);
	jobId = yard.job(`Details ${n}`, customerId, `${n} Bell Yard`, [-47, -131]);
	estimateId = yard.estimate(jobId);
	scopeId = yard.scope(estimateId, 'Edge', [], []);
});
const itemId = (code: string) => value<string>(app, 'select id from items where code = ?', code);
const add = (input: Record<string, unknown>) => {
	yard.call('bastian', 'estimates.add-line', { scopeId, ...input });
	return value<string>(app, 'select id from lines where scope_id = ? order by position desc', scopeId);
};
const result = () => computeEstimate(loadEstimate(app.db.orm, estimateId)!);
const line = (id: string) => result().lines.find((l) => l.line.id === id)!;
const change = (lineId: string, fields: [LineField, string, string?][]) =>
	yard.call('bastian', 'estimates.change-line-fields', {
		lineId,
		fields: fields.map(([field, v, seen]) => ({ field, value: v, ...(seen === undefined ? {} : { seen }) }))
	});

describe('a line in whole', () => {
	it('changes in one step, which Undo takes back whole', () => {
		const id = add({ itemId: itemId('CL-DRP-10'), quantity: 40_000 });
		const before = line(id);
		change(id, [
			['wording', 'New metal edges'],
			['phase', 'Edges'],
			['markup', '40%'],
			['hidden', 'true'],
			['tax', '']
		]);
		expect(line(id).line).toMatchObject({ wording: 'New metal edges', phase: 'Edges', hidden: true, taxCodeId: null, unitPrice: 137_200 });
		yard.call('bastian', 'estimates.undo', { estimateId });
		expect(line(id)).toEqual(before);
	});
	it('is decided by an item of the catalog: name, unit, cost, price and tax come along, quantity and phase stay', () => {
		const id = add({ name: 'Edge metal', unit: 'each', kind: 'other', quantity: 70_000, phase: 'Edges' });
		change(id, [['placeholder', 'profile and color']]);
		expect(line(id).toDecide).toBe(true);
		change(id, [['item', itemId('CL-DRP-10')]]);
		const fresh = line(add({ itemId: itemId('CL-DRP-10') })).line;
		expect(line(id)).toMatchObject({ quantity: 70_000, toDecide: false });
		expect(line(id).line).toMatchObject({
			...{ phase: 'Edges', name: fresh.name, unit: fresh.unit, unitCost: fresh.unitCost, unitPrice: fresh.unitPrice },
			...{ kind: fresh.kind, taxCodeId: fresh.taxCodeId, itemId: fresh.itemId }
		});
		yard.call('bastian', 'estimates.undo', { estimateId });
		yard.call('bastian', 'estimates.undo', { estimateId });
		expect(line(id).line).toMatchObject({ name: 'Edge metal', placeholder: 'profile and color', itemId: null });
	});
	it('what is reckoned takes no item that is counted in something else', () => {
		const parent = add({ name: 'Crew', unit: 'day', kind: 'other', quantity: 30_000 });
		const id = add({ name: 'Edge metal', unit: 'box', kind: 'other', quantity: 60_000 });
		change(id, [['parent', parent]]);
		expect(refused(() => change(id, [['item', itemId('CL-DRP-10')]]))).toEqual(['item', expect.stringContaining('The line is by the box')]);
	});
	it('hung on another it keeps its quantity, and follows in that ratio', () => {
		const hours = add({ name: 'Setting caps', unit: 'h', kind: 'labor', quantity: 30_000 });
		const caps = add({ name: 'Caps', unit: 'each', kind: 'material', quantity: 120_000 });
		change(caps, [['parent', hours]]);
		expect(line(caps).quantity).toBe(120_000);
		change(hours, [['quantity', '6']]);
		expect(line(caps).quantity).toBe(240_000);
		expect(line(hours)).toMatchObject({ hours: 0 });
		change(hours, [['kind', 'material']]);
		change(hours, [['kind', 'labor']]);
		// By hand it is hours from now on: six are in the budget.
		expect(line(hours)).toMatchObject({ hours: 60_000 });
	});
	it('an hour is sold at another price of its sheet, or as an hour of another sheet; its name goes along', () => {
		const steep = JSON.parse(value<string>(app, "select sheet from labor_rates where sheet_id = 'steep'")) as Record<string, unknown>;
		yard.given('imogen', 'rates.save', {
			...{ sheetId: 'steep', name: 'Steep-roof crew', from: '2027-01-01', branchId: 'quay' },
			sheet: { ...steep, variants: [{ name: 'After hours', multiplier: 15_000 }] }
		});
		const sheet = (name: string) => value<string>(app, 'select id from labor_sheets where name = ?', name);
		const sheets = ask(app, QUERIES.get('find.hours'), {}, { type: 'person', id: 'imogen', name: 'Imogen', role: 'owner' }) as {
			id: string;
			name: string;
			variant: string;
			price: number;
		}[];
		const usual = sheets.find((s) => s.variant === '')!;
		const other = sheets.find((s) => s.id !== usual.id && s.variant === '')!;
		const later = sheets.find((s) => s.variant !== '')!;
		expect(sheet(usual.name)).toBe(usual.id);
		const id = add({ sheetId: usual.id, quantity: 20_000 });
		change(id, [['rate', `${other.id}|`]]);
		expect(line(id).line).toMatchObject({ name: other.name, unitPrice: other.price, sheetId: other.id });
		change(id, [['rate', `${later.id}|${later.variant}`]]);
		expect(line(id).line).toMatchObject({ name: later.name, unitPrice: later.price, variant: later.variant });
		change(id, [['name', 'Sunday work']]);
		change(id, [['rate', `${usual.id}|`]]);
		expect(line(id).line).toMatchObject({ name: 'Sunday work', unitPrice: usual.price, variant: '' });
		const byHand = add({ name: 'Something', unit: 'each', kind: 'other' });
		expect(refused(() => change(byHand, [['rate', `${usual.id}|`]]))).toEqual(['rate', expect.stringContaining('rate sheet')]);
	});
	it('changes nothing when one of its fields is refused, and says which', () => {
		const id = add({ itemId: itemId('CL-DRP-10'), quantity: 40_000 });
		const before = line(id);
		expect(
			refused(() =>
				change(id, [
					['phase', 'Edges'],
					['margin', '100%']
				])
			)
		).toEqual(['margin', expect.stringContaining('below 100 %')]);
		expect(line(id)).toEqual(before);
	});
	it('asks when somebody else changed the same meanwhile, and merges where they did not', () => {
		const id = add({ itemId: itemId('CL-DRP-10'), quantity: 40_000 });
		const seen = (f: LineField) => cellOf(line(id).line, f);
		const [note, phase] = [seen('note'), seen('phase')];
		change(id, [['note', 'mine']]);
		expect(refused(() => change(id, [['note', 'theirs', note]]))).toEqual(['note', expect.stringContaining('Somebody else')]);
		change(id, [['phase', 'Edges', phase]]);
		expect(line(id).line).toMatchObject({ note: 'mine', phase: 'Edges' });
	});
	it('hangs on another in proportion, and keeps what it came to when it hangs no more', () => {
		const [parent, child] = [
			add({ name: 'Boards', kind: 'material', quantity: 120_000, price: 50_000 }),
			add({ name: 'Screws', kind: 'material', quantity: 10_000, price: 10_000 })
		];
		change(child, [['parent', `${parent} × 2.5`]]);
		expect(line(child).quantity).toBe(300_000);
		expect(refused(() => change(parent, [['parent', child]]))).toEqual(['parent', expect.stringContaining('loop')]);
		change(child, [['parent', '']]);
		expect(line(child)).toMatchObject({ quantity: 300_000, computed: null });
	});
	it('goes back to the price of the catalog when its own is cleared', () => {
		const id = add({ itemId: itemId('CL-DRP-10'), quantity: 40_000 });
		const usual = line(id).line.unitPrice;
		change(id, [['price', '99']]);
		expect(line(id).line).toMatchObject({ unitPrice: 990_000, rule: { by: 'fixed' } });
		change(id, [['price', '']]);
		expect(line(id).line).toMatchObject({ unitPrice: usual, rule: { by: 'inherit' } });
		const free = add({ name: 'By hand', kind: 'other', quantity: 10_000, price: 50_000 });
		expect(refused(() => change(free, [['price', '']]))[0]).toBe('price');
	});
	it('gives its price to the catalog on purpose only, and only by whom may change it', () => {
		const id = add({ itemId: itemId('CL-ELB-23'), quantity: 40_000 });
		change(id, [['price', '7.77']]);
		expect(itemDetail(app, itemId('CL-ELB-23'))?.price).not.toBe(77_700);
		expect(refused(() => yard.call('lowell', 'catalog.take-line-price', { lineId: id }))[1]).toContain('may not');
		yard.call('bastian', 'catalog.take-line-price', { lineId: id });
		expect(itemDetail(app, itemId('CL-ELB-23'))?.price).toBe(77_700);
		change(id, [['unit', 'box']]);
		expect(refused(() => yard.call('bastian', 'catalog.take-line-price', { lineId: id }))[1]).toContain('by the box');
		const free = add({ name: 'By hand', kind: 'other', quantity: 10_000, price: 50_000 });
		expect(refused(() => yard.call('bastian', 'catalog.take-line-price', { lineId: free }))[1]).toContain('no catalog item');
	});
});

describe('what was paid for an item before', () => {
	it('is said for this customer and for all, from accepted quotes and invoices that hold', () => {
		const id = itemId('CL-HNG-HID');
		expect(paidBefore(app, id, jobId)).toMatchObject({ own: { times: 0 }, ownSold: [] });
		const before = paidBefore(app, id, jobId)?.all.times ?? 0;
		const lineId = add({ itemId: id, quantity: 100_000 });
		change(lineId, [['price', '2.50']]);
		yard.accept(yard.issue(estimateId, 'c@customer.example'), 'C. Customer');
		const other = yard.job('Other', yard.customer('Other', 'person', '', '', '9 Bell Yard'), '9 Bell Yard', [-47, -131]);
		expect(paidBefore(app, id, jobId)).toMatchObject({ own: { times: 1, last: 25_000 }, all: { times: before + 1 } });
		expect(paidBefore(app, id, other)).toMatchObject({ own: { times: 0, last: null }, others: [{ price: 25_000, invoiceId: null }] });
		// By time and materials: charged on an invoice, forgotten when it is voided.
		yard.call('petra', 'jobs.win', { jobId: other });
		yard.call('marco', 'costs.use-material', { jobId: other, itemId: id, quantity: 40_000 });
		app.db.sqlite.prepare("update cost_entries set charge = 900, state = 'to bill' where job_id = ?").run(other);
		const { invoiceId } = yard.call('petra', 'invoices.costs', { jobId: other, cutOff: '2027-12-31' });
		expect(paidBefore(app, id, other)?.own.times).toBe(0);
		yard.call('petra', 'invoices.issue', { invoiceId, to: '', subject: '', text: '' });
		expect(paidBefore(app, id, other)).toMatchObject({ own: { times: 1, last: 22_500, lowest: 22_500 }, ownSold: [{ invoiceId }] });
		yard.call('petra', 'invoices.void', { invoiceId, reason: 'twice' });
		expect(paidBefore(app, id, other)?.own.times).toBe(0);
		expect(paidBefore(app, 'nothing', other)).toBeNull();
	});
});

describe('scopes in their order', () => {
	it('are put before another or at the end, in one step that can be undone', () => {
		const [b, c] = [yard.scope(estimateId, 'B', [], []), yard.scope(estimateId, 'C', [], [])];
		const names = () => result().scopes.map((s) => s.scope.name);
		const place = (id: string, beforeId: string | null) => yard.call('bastian', 'estimates.place-scope', { scopeId: id, beforeId });
		place(c, scopeId);
		expect(names()).toEqual(['C', 'Edge', 'B']);
		place(c, null);
		expect(names()).toEqual(['Edge', 'B', 'C']);
		place(b, b);
		yard.call('bastian', 'estimates.undo', { estimateId });
		expect(names()).toEqual(['C', 'Edge', 'B']);
		expect(refused(() => place(b, 'gone'))[1]).toContain('not there any more');
		expect(count(app, 'select count(distinct position) from scopes where estimate_id = ?', estimateId)).toBe(3);
	});
});
