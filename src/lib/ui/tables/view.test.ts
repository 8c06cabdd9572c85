import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	filterRows,
	groupedOrders,
	nextOrders,
	readGroups,
	readOrders,
	shownColumns,
	sortRows,
	windowOf,
	withParams,
	writeOrders,
	type Column
} from './view';

interface Row {
	id: string;
	name: string;
	total: number | null;
}
const columns: Column<Row>[] = [
	{ key: 'name', label: 'Name', value: (r) => r.name },
	{ key: 'total', label: 'Total', value: (r) => r.total, text: (r) => (r.total === null ? '' : `${r.total}.00`), num: true },
	{ key: 'id', label: 'Id', value: (r) => r.id, extra: true }
];
const rows: Row[] = [
	{ id: 'a', name: 'Roof 10', total: 3 },
	{ id: 'b', name: 'roof 9', total: null },
	{ id: 'c', name: 'Attic', total: -2 }
];
const ids = (list: Row[]) => list.map((r) => r.id).join('');

describe('a table', () => {
	it('sorts words by their numbers, numbers as numbers, and leaves what is empty for last both ways', () => {
		expect(ids(sortRows(rows, columns, [{ key: 'name', down: false }]))).toBe('cba');
		expect(ids(sortRows(rows, columns, [{ key: 'total', down: false }]))).toBe('cab');
		expect(ids(sortRows(rows, columns, [{ key: 'total', down: true }]))).toBe('acb');
		expect(ids(sortRows(rows, columns, []))).toBe('abc');
	});
	it('finds rows by all the words typed, in any column', () => {
		expect(ids(filterRows(rows, columns, 'ROOF 3.00'))).toBe('a');
		expect(ids(filterRows(rows, columns, '  '))).toBe('abc');
		expect(filterRows(rows, columns, 'roof attic')).toEqual([]);
	});
	it('goes up, down and back by clicks on a heading, and keeps the order in the address', () => {
		let orders = nextOrders([], 'total');
		expect(writeOrders(orders)).toBe('total');
		orders = nextOrders(orders, 'total');
		expect(writeOrders(orders)).toBe('-total');
		expect(readOrders('-total', ['total'])).toEqual(orders);
		expect(nextOrders(orders, 'total')).toEqual([]);
		expect(readOrders('password', ['total'])).toEqual([]);
	});
	it('sorts by several columns: a further one counts where the ones before are equal, and can be turned on its own', () => {
		const list = [
			{ id: 'a', name: 'Roof', total: 3 },
			{ id: 'b', name: 'Attic', total: 1 },
			{ id: 'c', name: 'Roof', total: 5 },
			{ id: 'd', name: 'Attic', total: null }
		];
		let orders = nextOrders(nextOrders([], 'name'), 'total', true);
		expect(writeOrders(orders)).toBe('name,total');
		expect(ids(sortRows(list, columns, orders))).toBe('bdac');
		orders = nextOrders(orders, 'total', true);
		expect(writeOrders(orders)).toBe('name,-total');
		expect(ids(sortRows(list, columns, orders))).toBe('bdca');
		expect(writeOrders(nextOrders(orders, 'total', true))).toBe('name');
		expect(writeOrders(nextOrders(orders, 'id'))).toBe('id');
		expect(readOrders('name,-name,nothing,-total', ['name', 'total'])).toEqual(orders);
	});
	it('stands in order by every pair of rows, whatever the orders', () => {
		const row = fc.record({ id: fc.string(), name: fc.constantFrom('a', 'b', ''), total: fc.option(fc.integer({ min: 0, max: 3 })) });
		const order = fc.record({ key: fc.constantFrom('name', 'total'), down: fc.boolean() });
		fc.assert(
			fc.property(fc.array(row), fc.uniqueArray(order, { selector: (o) => o.key }), (list, orders) => {
				const sorted = sortRows(list, columns, orders);
				expect([...sorted].map((r) => list.indexOf(r)).sort((x, y) => x - y)).toEqual(list.map((_, i) => i));
				// Sorting what is sorted changes nothing: equal rows keep their places.
				expect(sortRows(sorted, columns, orders)).toEqual(sorted);
				const first = orders[0];
				if (first?.key === 'total') {
					const totals = sorted.flatMap((r) => r.total ?? []);
					expect(totals).toEqual([...totals].sort((x, y) => (first.down ? y - x : x - y)));
				}
			})
		);
	});
	it('sorts a stage by its place, not by its letters', () => {
		const place = ['Roof 10', 'Attic', 'roof 9'];
		const ranked = columns.map((c) => (c.key === 'name' ? { ...c, rank: (r: Row) => place.indexOf(r.name) } : c));
		expect(ids(sortRows(rows, ranked, [{ key: 'name', down: false }]))).toBe('acb');
	});
	it('keeps groups together: their columns are the first orders, each in its own direction', () => {
		expect(groupedOrders(['name'], [{ key: 'total', down: true }])).toEqual([
			{ key: 'name', down: false },
			{ key: 'total', down: true }
		]);
		expect(
			groupedOrders(
				['name'],
				[
					{ key: 'total', down: false },
					{ key: 'name', down: true }
				]
			)[0]
		).toEqual({ key: 'name', down: true });
		const able = columns.map((c) => ({ ...c, group: c.key !== 'total' }));
		expect(readGroups('name,total,name,id,x', able)).toEqual(['name', 'id']);
		expect(readGroups(null, able)).toEqual([]);
	});
	it('shows the chosen columns, and never none', () => {
		const keys = (chosen: string | null) => shownColumns(columns, chosen).map((c) => c.key);
		expect(keys(null)).toEqual(['name', 'total']);
		expect(keys('id,name')).toEqual(['name', 'id']);
		expect(keys('nonsense')).toEqual(['name', 'total']);
	});
	it('draws a window that always covers what is in sight', () => {
		fc.assert(
			fc.property(fc.nat(400_000), fc.integer({ min: 1, max: 2000 }), fc.nat(10_000), (top, height, count) => {
				const { from, to } = windowOf(top, height, 32, count);
				expect(from).toBeLessThanOrEqual(to);
				expect(to).toBeLessThanOrEqual(count);
				expect(to - from).toBeLessThan(height / 32 + 27);
				const first = Math.floor(top / 32);
				if (first < count) expect(from <= first && to >= Math.min(count, Math.ceil((top + height) / 32))).toBe(true);
			})
		);
	});
	it('changes an address without touching the rest of it', () => {
		expect(withParams('?q=slate&stage=won', { sort: '-total' })).toBe('?q=slate&stage=won&sort=-total');
		expect(withParams('?q=slate', { q: '' })).toBe('?');
	});
});
