import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { costingOf } from '$lib/server/costing/costing';
import { orderDocument } from '$lib/server/buying/order-pdf';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const TARN = () => value<string>(app, "select id from firms where name like 'Tarn%'");
const costing = (jobId: string) => costingOf(app.db.orm, [jobId]).get(jobId)!;
const line = (jobId: string, orderId: string, more: object = {}) =>
	yard.call('petra', 'buying.add-line', {
		...{ orderId, jobId, itemId: null, kind: 'material', name: 'Coil nails', unit: 'box', quantity: 520_000 },
		...{ price: 480_000, pack: 100_000, packUnit: 'carton', ...more }
	}).lineId;
const bill = (more: object) => ({
	...{ firmId: TARN(), number: 'B-1', day: '2027-04-14', due: '2027-05-14', lines: [], freight: 0, other: 0, tax: 0, recovered: 0 },
	...{ discount: 0, total: 0, earlyDiscount: 0, earlyUntil: null, despite: false, ...more }
});
const billLine = (jobId: string | null, amount: number, more: object = {}) => ({
	...{ name: 'Nails', kind: 'material' as const, quantity: 10_000, unit: 'box', amount, orderLineId: null },
	...{ shares: [{ jobId, phaseId: null, weight: 1 }], ...more }
});
const send = (orderId: string) =>
	yard.call('petra', 'buying.send-order', { orderId, to: 'sales@tarn.example', subject: '', text: 'Please deliver.' });
const firmOrder = () => yard.call('petra', 'buying.begin-order', { firmId: TARN() }).orderId;

describe('an order', () => {
	it('comes from a job’s material list, split by supplier, and takes nothing twice', () => {
		const { jobId } = wonJob(yard, 'Ordered once');
		const ids = (app.db.sqlite.prepare('select id from job_materials where job_id = ?').all(jobId) as { id: string }[]).map((m) => m.id);
		const first = yard.call('petra', 'buying.order-materials', { jobId, materialIds: ids, firmId: null });
		expect(first.orders.length).toBeGreaterThan(0);
		expect(count(app, 'select count(distinct material_id) from order_needs where job_id = ?', jobId) + first.left.length).toBe(ids.length);
		expect(costing(jobId).all.committed).toBe(0);
		// What was chosen stands on the order: the supplier delivers a color, not an item of our catalog.
		expect(
			count(
				app,
				"select count(*) from order_lines l join order_needs n on n.line_id = l.id where n.job_id = ? and l.name like '%weathered brown%'",
				jobId
			)
		).toBe(1);
		const again = yard.call('petra', 'buying.order-materials', { jobId, materialIds: ids, firmId: null });
		expect(again.orders).toEqual([]);
		expect(again.left.filter((l) => l.why === 'is on an order already').length).toBe(ids.length - first.left.length);
		for (const o of first.orders) yard.call('petra', 'buying.withdraw-order', { orderId: o.orderId, reason: '' });
		expect(count(app, 'select count(*) from order_needs where job_id = ?', jobId)).toBe(0);
	});
	it('sums what two jobs need into whole packs; its bill is theirs by what each needs: the worked example', async () => {
		const [a, b] = [wonJob(yard, 'House A').jobId, wonJob(yard, 'House B').jobId];
		const orderId = firmOrder();
		const lineId = line(a, orderId, { itemId: value<string>(app, "select id from items where code = 'TS-SHL-LAM'") });
		expect(line(b, orderId, { itemId: value<string>(app, "select id from items where code = 'TS-SHL-LAM'"), quantity: 310_000 })).toBe(
			lineId
		);
		expect(app.db.sqlite.prepare('select packs, bought, amount from order_lines where id = ?').get(lineId)).toEqual({
			packs: 9,
			bought: 900_000,
			amount: 43_200
		});
		const { number } = send(orderId);
		expect(costing(a).all.committed + costing(b).all.committed).toBe(43_200);
		const paper = (await readPdf((await orderDocument(app, orderId))!.bytes)).text;
		expect(paper).toContain(`Order ${number}`);
		expect(paper).toContain('432.00');
		expect(paper).not.toContain('House A');
		expect(refused(() => line(a, orderId))[1]).toContain('went out');
		yard.call('petra', 'buying.take-delivery', {
			orderId,
			day: '2027-04-14',
			note: 'D 7',
			lines: [{ lineId, quantity: 900_000, last: true }]
		});
		const needs = app.db.sqlite.prepare('select job_id jobId, quantity from order_needs where line_id = ? order by id').all(lineId) as {
			jobId: string;
			quantity: number;
		}[];
		const shares = needs.map((n) => ({ jobId: n.jobId, phaseId: null, weight: n.quantity }));
		const lines = [billLine(null, 43_200, { quantity: 900_000, orderLineId: lineId, shares })];
		const r = yard.call('petra', 'buying.enter-bill', bill({ number: 'T 100', lines, freight: 2400, tax: 2808, total: 48_408 }));
		expect(r.differs).toEqual([]);
		expect([costing(a).all, costing(b).all]).toMatchObject([
			{ actual: 30_328, committed: 0 },
			{ actual: 18_080, committed: 0 }
		]);
		expect(value(app, 'select state from orders where id = ?', orderId)).toBe('closed');
	});
	it('says what came beyond it, and frees what will not come any more', () => {
		const { jobId } = wonJob(yard, 'Short delivery');
		const orderId = firmOrder();
		const lineId = line(jobId, orderId);
		send(orderId);
		const deliver = (quantity: number, last = false) =>
			yard.call('petra', 'buying.take-delivery', { orderId, day: '2027-04-14', note: '', lines: [{ lineId, quantity, last }] });
		expect(deliver(700_000).over).toEqual(['Coil nails']);
		expect(refused(() => deliver(-800_000))).toEqual(['lines', '“Coil nails”: more would go back than came.']);
		deliver(-400_000, true);
		expect(costing(jobId).all.committed).toBe(14_400);
		expect(yard.call('petra', 'buying.close-line', { lineId, closed: true })).toEqual({ released: 14_400 });
		expect(costing(jobId).all.committed).toBe(0);
		expect(refused(() => yard.call('petra', 'buying.withdraw-order', { orderId, reason: 'x' }))[1]).toContain('over');
	});
});

describe('a supplier’s bill', () => {
	it('is refused with what does not fit, and changes nothing then', () => {
		const { jobId } = wonJob(yard, 'Refused bills');
		const enter = (more: object) => () =>
			yard.call('petra', 'buying.enter-bill', bill({ lines: [billLine(jobId, 10_000)], total: 10_000, ...more }));
		const before = count(app, 'select count(*) from supplier_bills');
		expect(refused(enter({ total: 10_100 }))).toEqual(['total', 'The lines and the foot come to 100.00: 1.00 less than the total.']);
		expect(refused(enter({ day: '2027-04-15' }))[0]).toBe('day');
		expect(refused(enter({ due: '2027-04-01' }))[0]).toBe('due');
		expect(count(app, 'select count(*) from supplier_bills')).toBe(before);
		enter({ number: 'R 1' })();
		expect(refused(enter({ number: 'r1' }))).toEqual(['number', 'Bill R 1 of Tarn & Slate Supply is entered already.']);
		expect(refused(enter({ number: 'R 2' }))[0]).toBe('despite');
		enter({ number: 'R 2', despite: true })();
		expect(costing(jobId).all.actual).toBe(20_000);
	});
	it('goes to no phase of another job, and nothing of it is entered then', () => {
		const [mine, other] = [wonJob(yard, 'Its own phases').jobId, wonJob(yard, 'Phases elsewhere').jobId];
		const phaseOf = (jobId: string) => value<string>(app, 'select id from phases where job_id = ? limit 1', jobId);
		const to = (number: string, jobId: string | null, phaseId: string) =>
			bill({ number, total: 1_000, lines: [billLine(jobId, 1_000, { shares: [{ jobId, phaseId, weight: 1 }] })] });
		const before = count(app, 'select count(*) from supplier_bills');
		expect(refused(() => yard.call('petra', 'buying.enter-bill', to('P-1', mine, phaseOf(other))))).toEqual([
			'lines',
			'The phase is another job’s.'
		]);
		expect(refused(() => yard.call('petra', 'buying.enter-bill', to('P-1', null, phaseOf(other))))).toEqual([
			'lines',
			'The phase is another job’s.'
		]);
		expect(count(app, 'select count(*) from supplier_bills')).toBe(before);
		yard.call('petra', 'buying.enter-bill', to('P-1', mine, phaseOf(mine)));
		expect(costing(mine).rows.find((r) => r.phaseId === phaseOf(mine) && r.kind === 'material')?.actual).toBe(1_000);
	});
	it('takes the place of a cost at catalog price: the material costs its job once', () => {
		const { jobId } = wonJob(yard, 'Confirmed');
		const costId = yard.call('noor', 'costs.use-material', {
			jobId,
			itemId: value<string>(app, "select id from items where code = 'CL-CPR-SHT'"),
			quantity: 20_000
		}).costId!;
		const catalog = costing(jobId).all.actual;
		const lines = [billLine(jobId, 9_999, { confirms: costId })];
		const { billId } = yard.call('petra', 'buying.enter-bill', bill({ number: 'C 1', lines, total: 9_999 }));
		expect(costing(jobId).all.actual).toBe(9_999);
		expect(count(app, 'select count(*) from cost_entries where job_id = ?', jobId)).toBe(1);
		expect(
			refused(() => yard.call('petra', 'buying.enter-bill', bill({ number: 'C 2', lines, total: 9_999, despite: true })))[1]
		).toContain('confirmed already');
		yard.call('petra', 'buying.withdraw-bill', { billId, reason: 'typed twice' });
		expect(costing(jobId).all.actual).toBe(catalog);
	});
	it('is the only cost of what was ordered: that the crew used it changes where it is, not what it costs', () => {
		const { jobId } = wonJob(yard, 'Used as ordered');
		const itemId = value<string>(app, "select id from items where code = 'TS-SHL-LAM'");
		const orderId = firmOrder();
		line(jobId, orderId, { itemId });
		send(orderId);
		expect(yard.call('noor', 'costs.use-material', { jobId, itemId, quantity: 200_000 })).toEqual({ costId: null });
		expect(costing(jobId).all).toMatchObject({ actual: 0, committed: 28_800 });
	});
	it('taken back, leaves the order open and the job without its cost; paid early, it is cheaper', () => {
		const { jobId } = wonJob(yard, 'Back and paid');
		const orderId = firmOrder();
		const lineId = line(jobId, orderId);
		send(orderId);
		const lines = [billLine(jobId, 28_800, { quantity: 600_000, orderLineId: lineId })];
		const enter = () =>
			yard.call('petra', 'buying.enter-bill', bill({ number: 'P 1', lines, total: 28_800, earlyDiscount: 576, earlyUntil: '2027-04-20' }));
		const { billId, differs } = enter();
		expect(differs).toEqual(['Coil nails: 60 box more than came']);
		yard.call('petra', 'buying.withdraw-bill', { billId, reason: 'wrong job' });
		expect(costing(jobId).all).toMatchObject({ actual: 0, committed: 28_800 });
		const second = enter().billId;
		expect(yard.call('lowell', 'buying.pay-bill', { billId: second, day: '2027-04-14' })).toEqual({ paid: 28_224, discount: 576 });
		expect(refused(() => yard.call('lowell', 'buying.pay-bill', { billId: second, day: '2027-04-14' }))[1]).toContain('paid already');
		expect(refused(() => yard.call('petra', 'buying.withdraw-bill', { billId: second, reason: 'x' }))[1]).toContain('It is paid');
	});
	it('bills on what is not in the contract, with the markup, and a share of ours is no job’s cost', () => {
		const { jobId } = wonJob(yard, 'Passed on');
		const shares = [
			{ jobId, phaseId: null, weight: 3 },
			{ jobId: null, phaseId: null, weight: 1 }
		];
		yard.call(
			'petra',
			'buying.enter-bill',
			bill({ number: 'S 1', lines: [billLine(jobId, 40_000, { shares, how: 'to bill' })], total: 40_000 })
		);
		const markup = value<number>(app, "select json_extract(settings, '$.materialMarkup') from company");
		expect(app.db.sqlite.prepare('select cost, charge, state from cost_entries where job_id = ?').get(jobId)).toEqual({
			...{ cost: 30_000, charge: Math.round((30_000 * (10_000 + markup)) / 10_000), state: 'to bill' }
		});
	});
});

describe('what a job will cost', () => {
	it('counts what is charged beside the contract, or without one, as sold: hours and materials are no loss', () => {
		const { jobId } = wonJob(yard, 'Charged apart');
		const before = costing(jobId).earned.profit;
		yard.call('petra', 'costs.add', { jobId, kind: 'subcontract', name: 'Crane', day: '2027-04-13', cost: 100_000 });
		expect(costing(jobId).earned.profit).toBe(before - 100_000);
		yard.call('petra', 'costs.mark', {
			costId: value<string>(app, 'select id from cost_entries where job_id = ?', jobId),
			state: 'to bill'
		});
		const charge = value<number>(app, 'select charge from cost_entries where job_id = ?', jobId);
		expect(costing(jobId)).toMatchObject({ apart: charge });
		expect(costing(jobId).earned.profit).toBe(before - 100_000 + charge);
		yard.bill('invoices.costs', { jobId, cutOff: '2027-04-14' }, '');
		expect(costing(jobId).earned.profit).toBe(before - 100_000 + charge);
	});
	it('believes a typed remainder and a phase’s own percent, and has one profit everywhere', () => {
		const { jobId } = wonJob(yard, 'Forecast');
		const phaseId = value<string>(app, 'select id from phases where job_id = ? and hours > 0', jobId);
		const before = costing(jobId);
		expect(before.all.difference).toBe(0);
		expect(before.earned.profit).toBe(before.contract - before.all.forecast);
		yard.call('petra', 'costs.set-remainder', { jobId, phaseId, kind: 'labor', amount: 123_456 });
		expect(costing(jobId).rows.find((r) => r.phaseId === phaseId && r.kind === 'labor')).toMatchObject({
			restBy: 'typed',
			toCome: 123_456
		});
		yard.call('petra', 'costs.set-remainder', { jobId, phaseId, kind: 'labor', amount: null });
		expect(costing(jobId).all).toEqual(before.all);
		yard.call('petra', 'costs.set-complete', { phaseId, percent: 500 });
		expect(costing(jobId).rows.find((r) => r.phaseId === phaseId && r.kind === 'labor')?.restBy).toBe('low percent');
	});
});
