import { describe, expect, it } from 'vitest';
import { changesOf, figuresOf, readRow, typedOf, writtenInAll, type Sold } from './site-table';

const site = (id: string, more: Partial<Sold> = {}): Sold => ({
	...{ id, address: `${id} Harbor Row`, sold: 14, hours: 630_000, price: 52_000, version: 3 },
	...more
});
const way = { crew: 3, setUp: 20, step: 5 };

describe('the table of a choice', () => {
	it('begins with what was sold, and says what a visit comes to while it is typed', () => {
		const t = typedOf(site('a'));
		expect(t).toEqual({ visits: '14', hours: '63', price: '520', block: '' });
		expect(figuresOf(t, way)).toEqual({ labor: 270, onSite: 90, block: 110, perVisit: 3714 });
		expect(figuresOf({ ...t, visits: '7' }, way)).toEqual({ labor: 540, onSite: 180, block: 200, perVisit: 7429 });
		expect([figuresOf({ ...t, hours: 'some' }, way), figuresOf({ ...t, visits: '0' }, way)]).toEqual([null, null]);
		expect(typedOf(site('a', { price: null }), 95).block).toBe('1:35');
	});
	it('saves what differs alone, with the blocks that were set', () => {
		const rows = [site('a'), site('b'), site('c')];
		const typed = { a: { ...typedOf(rows[0]!), hours: '70.5' }, b: { ...typedOf(rows[1]!), block: '1h 30' }, c: typedOf(rows[2]!) };
		expect(changesOf(rows, typed)).toEqual({
			changes: [{ agreementId: 'a', visits: 14, hours: 705_000, price: 52_000, version: 3 }],
			blocks: { b: 90 }
		});
	});
	it('leaves a price alone that is not seen', () => {
		const row = site('a', { price: null });
		expect(changesOf([row], { a: { ...typedOf(row), visits: '12' } })).toEqual({
			changes: [{ agreementId: 'a', visits: 12, hours: 630_000, version: 3 }],
			blocks: {}
		});
	});
	it('names the site and the cell that cannot be saved', () => {
		const rows = [site('a'), site('b')];
		const wrong = (of: Partial<ReturnType<typeof typedOf>>) =>
			changesOf(rows, { a: typedOf(rows[0]!), b: { ...typedOf(rows[1]!), ...of } });
		expect(wrong({ visits: '3.5' })).toMatchObject({ id: 'b', cell: 'visits' });
		expect(wrong({ visits: '400' })).toMatchObject({ id: 'b', cell: 'visits' });
		expect(wrong({ hours: 'x' })).toMatchObject({ id: 'b', cell: 'hours' });
		expect(wrong({ price: '1,2,3.x' })).toMatchObject({ id: 'b', cell: 'price' });
		expect(wrong({ price: '' })).toMatchObject({ id: 'b', cell: 'price', message: 'Say for how much.' });
		expect(wrong({ block: '2 min' })).toMatchObject({ id: 'b', cell: 'block', message: 'From 5 minutes to a day.' });
		expect(wrong({ block: 'long' })).toMatchObject({ id: 'b', cell: 'block' });
	});
	it('writes one cell for all of them, and no other', () => {
		const typed = { a: typedOf(site('a')), b: typedOf(site('b', { sold: 9 })) };
		const all = writtenInAll(typed, 'hours', '80');
		expect(Object.values(all).map((t) => t.hours)).toEqual(['80', '80']);
		expect([all.a?.visits, all.b?.visits]).toEqual(['14', '9']);
		expect(readRow(all.a!).hours).toBe(800_000);
	});
});
