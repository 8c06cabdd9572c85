import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filterRows, nextOrder, readOrder, shownColumns, sortRows, windowOf, withParams, writeOrder, type Column } from './view';

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
		expect(ids(sortRows(rows, columns, { key: 'name', down: false }))).toBe('cba');
		expect(ids(sortRows(rows, columns, { key: 'total', down: false }))).toBe('cab');
		expect(ids(sortRows(rows, columns, { key: 'total', down: true }))).toBe('acb');
		expect(ids(sortRows(rows, columns, null))).toBe('abc');
	});
	it('finds rows by all the words typed, in any column', () => {
		expect(ids(filterRows(rows, columns, 'ROOF 3.00'))).toBe('a');
		expect(ids(filterRows(rows, columns, '  '))).toBe('abc');
		expect(filterRows(rows, columns, 'roof attic')).toEqual([]);
	});
	it('goes up, down and back by clicks on a heading, and keeps the order in the address', () => {
		let order = nextOrder(null, 'total');
		expect(writeOrder(order)).toBe('total');
		order = nextOrder(order, 'total');
		expect(writeOrder(order)).toBe('-total');
		expect(readOrder('-total', ['total'])).toEqual(order);
		expect(nextOrder(order, 'total')).toBeNull();
		expect(readOrder('password', ['total'])).toBeNull();
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
