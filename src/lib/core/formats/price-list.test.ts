import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseUnitPrice } from '../money';
import { comparePriceList, guessDecimal, readPriceList, strangeUnits, type Known, type Mapping, type PriceRow } from './price-list';

const MAPPING: Mapping = { headerRow: 0, code: 0, name: 1, unit: 2, cost: 3 };
const HEAD = ['Code', 'Name', 'Unit', 'Cost'];
const codes = fc.uniqueArray(fc.integer({ min: 1, max: 9999 }), { minLength: 1, maxLength: 40 });
const row = (n: number, cents: number): PriceRow => ({
	row: n,
	code: `P-${n}`,
	name: `Part ${n}`,
	unit: 'each',
	cost: parseUnitPrice((cents / 100).toFixed(2))
});
const knownAs = (r: PriceRow, more: Partial<Known> = {}): Known => ({
	id: `id-${r.code}`,
	code: r.code,
	name: r.name,
	unit: r.unit,
	cost: r.cost,
	...more
});

describe('reading a price list', () => {
	it('accounts for every row that is not blank: read, or rejected with its number', () => {
		const cell = fc.oneof(fc.constant(''), fc.constant('=A1'), fc.constant('n/a'), fc.string({ maxLength: 12 }), fc.constant('12.40'));
		fc.assert(
			fc.property(fc.array(fc.array(cell, { minLength: 4, maxLength: 4 }), { maxLength: 30 }), (cells) => {
				const { prices, rejected } = readPriceList([HEAD, ...cells], MAPPING);
				const told = [...prices, ...rejected].map((r) => r.row).sort((a, b) => a - b);
				const written = cells.flatMap((c, i) => (c.every((t) => t.trim() === '') ? [] : [i + 2]));
				expect(told).toEqual(written);
				expect(new Set(prices.map((p) => p.code.toLowerCase())).size).toBe(prices.length);
				expect(prices.every((p) => p.cost >= 0 && p.code !== '' && p.name !== '')).toBe(true);
			})
		);
	});
	it('reads the same money whichever mark stands before the cents', () => {
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 100_000, max: 99_999_999 }), { minLength: 1, maxLength: 12 }), (cents) => {
				const write = (n: number, thousands: string, mark: string) =>
					`${String(Math.floor(n / 100)).replace(/\B(?=(\d{3})+$)/g, thousands)}${mark}${String(n % 100).padStart(2, '0')}`;
				const list = (thousands: string, mark: string) => cents.map((n, i) => [`P-${i}`, `Part ${i}`, 'each', write(n, thousands, mark)]);
				const [ours, theirs] = [list(',', '.'), list('.', ',')];
				expect([guessDecimal(ours, 3), guessDecimal(theirs, 3)]).toEqual(['.', ',']);
				const costs = (cells: string[][], decimal: '.' | ',') =>
					readPriceList([HEAD, ...cells], { ...MAPPING, decimal }).prices.map((p) => p.cost);
				expect(costs(theirs, ',')).toEqual(costs(ours, '.'));
				expect(costs(ours, '.')).toHaveLength(cents.length);
			})
		);
	});
	it('puts the supplier’s words for units into ours, and names those it does not know, the most frequent first', () => {
		const rows = [HEAD, ['A', 'Board', 'STK', '1'], ['B', 'Nail', 'pk', '2'], ['C', 'Tape', 'RL', '3'], ['D', 'Foil', 'rl', '4']];
		const plain = readPriceList(rows, MAPPING).prices;
		expect(strangeUnits(plain, ['pk', 'each'])).toEqual([
			{ unit: 'STK', rows: 1 },
			{ unit: 'RL', rows: 1 },
			{ unit: 'rl', rows: 1 }
		]);
		const read = readPriceList(rows, { ...MAPPING, units: { stk: 'each', rl: 'roll' } }).prices;
		expect(read.map((p) => p.unit)).toEqual(['each', 'pk', 'roll', 'roll']);
		expect(strangeUnits(read, ['pk', 'each'])).toEqual([{ unit: 'roll', rows: 2 }]);
	});
});

describe('comparing a price list with what is known', () => {
	it('puts every row and every known item in exactly one place, and finds its own work done the second time', () => {
		fc.assert(
			fc.property(codes, codes, fc.integer({ min: 1, max: 500_000 }), (listed, kept, cents) => {
				const list = listed.map((n) => row(n, cents));
				const known = kept.map((n) => knownAs(row(n, n % 2 ? cents : cents + 1)));
				const was = comparePriceList(list, known);
				expect(was.fresh.length + was.changed.length + was.unchanged.length + was.rejected.length).toBe(list.length);
				expect(was.changed.length + was.unchanged.length + was.missing.length).toBe(known.length);
				expect(was.changed.every((c) => c.known.cost !== c.row.cost && c.known.code === c.row.code)).toBe(true);
				const taken = [...was.fresh, ...was.changed.map((c) => c.row), ...was.unchanged.map((c) => c.row)].map((r) => knownAs(r));
				const again = comparePriceList(list, [...taken, ...was.missing]);
				expect([again.fresh, again.changed, again.unchanged.length]).toEqual([[], [], list.length]);
			})
		);
	});
	it('says nothing about an item set aside until the list has it again, and puts it back unchanged in price', () => {
		const aside = knownAs(row(7, 450), { setAside: true });
		expect(comparePriceList([], [aside]).missing).toEqual([]);
		expect(comparePriceList([row(7, 450)], [aside]).changed.map((c) => c.known.code)).toEqual(['P-7']);
	});
	it('takes the price of a box as the price of one, and leaves a price by the unit alone', () => {
		const boxed = knownAs(row(1, 10), { purchaseUnit: 'box', pack: 500_000 });
		const priced = (unit: string, cents: number) => comparePriceList([{ ...row(1, cents), unit }], [boxed]);
		expect(priced('BOX', 1_200).changed[0]?.row).toMatchObject({ unit: 'each', cost: parseUnitPrice('0.24') });
		expect(priced('box', 500).unchanged).toHaveLength(1);
		expect(priced('each', 24).changed[0]?.row.cost).toBe(parseUnitPrice('0.24'));
	});
	it('lets a supplier’s code say what ours costs and no more; in another unit it is refused with what to do', () => {
		const ours = { ...knownAs(row(3, 900)), name: 'Our own name', reference: { id: 'r', main: true } };
		const dearer = comparePriceList([row(3, 950)], [ours]).changed[0]?.row;
		expect(dearer).toMatchObject({ name: 'Our own name', unit: 'each', cost: parseUnitPrice('9.50') });
		const wrong = comparePriceList([{ ...row(3, 950), unit: 'roll' }], [ours]);
		expect(wrong.rejected[0]?.reason).toContain('sold by the roll here, and kept by the each');
		expect([wrong.changed, wrong.missing]).toEqual([[], []]);
		expect(comparePriceList([{ ...row(3, 950), unit: '' }], [ours]).changed[0]?.row.unit).toBe('each');
	});
	it('misses an item that is bought from this supplier, not one that only could be', () => {
		const of = (main: boolean) => comparePriceList([], [{ ...knownAs(row(5, 100)), reference: { id: 'r', main } }]).missing;
		expect([of(true).length, of(false).length]).toEqual([1, 0]);
	});
});
