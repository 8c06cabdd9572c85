import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
	figureMeasures,
	formatLength,
	fromUnit,
	LengthError,
	NM_PER_FOOT as FT,
	NM_PER_INCH as IN,
	parseLength,
	scopeMeasures,
	ShapeError,
	slopeFactor,
	toUnit,
	type Shape
} from '.';

const sqft = (nm2: number | undefined) => toUnit(nm2 ?? NaN, 'area', 'imperial');
const ft = (nm: number | undefined) => toUnit(nm ?? NaN, 'length', 'imperial');
const one = (figure: Shape['figure'], more: Partial<Shape> = {}): Shape => ({ figure, times: 1, subtract: false, ...more });

describe('typed lengths', () => {
	it.each([
		[`12' 6"`, 12.5],
		['12.5 ft', 12.5],
		['12ft 6in', 12.5],
		[`12' 6 1/2"`, 12 + 6.5 / 12],
		['48', 48],
		[`6"`, 0.5],
		['1/2 in', 0.5 / 12],
		['1,200', 1200],
		['12 ′ 6 ″', 12.5],
		["12'6''", 12.5]
	])('reads %s', (text, feet) => {
		expect(parseLength(text, 'imperial')).toBe(Math.round(feet * FT));
	});
	it('reads metric, and a bare number in the company’s unit', () => {
		expect(parseLength('3.8 m', 'imperial')).toBe(3_800_000_000);
		expect(parseLength('3.8', 'metric')).toBe(3_800_000_000);
		expect(parseLength('3m 80cm', 'metric')).toBe(3_800_000_000);
	});
	it.each(['', '12 6', '-4', '12-6', 'abc', '12 parsecs', `6" 12'`, '1/0 in', '999999 m'])('refuses %s', (text) => {
		expect(() => parseLength(text, 'imperial')).toThrow(LengthError);
	});
	it('keeps a sixty-fourth of an inch exact', () => {
		expect(parseLength('1/64 in', 'imperial') * 64).toBe(IN);
	});
	it('shows what it reads', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 200_000 }), (sixteenths) => {
				const nm = (sixteenths * IN) / 16;
				expect(parseLength(formatLength(nm, 'imperial'), 'imperial')).toBe(nm);
			})
		);
		expect(formatLength(12.5 * FT, 'imperial')).toBe(`12' 6"`);
		expect(formatLength(3_800_000_000, 'metric')).toBe('3.8 m');
	});
});

describe('shapes', () => {
	it('roof face: 48 by 14 at pitch 8', () => {
		const m = figureMeasures({ kind: 'roof face', length: 48 * FT, run: 14 * FT, pitch: 8, ridge: true });
		expect(slopeFactor(8)).toBeCloseTo(1.2019, 4);
		expect(sqft(m.area)).toBeCloseTo(807.64, 2);
		expect(ft(m.rakes)).toBeCloseTo(33.65, 2);
		expect(ft(m.eaves)).toBeCloseTo(48, 9);
		expect(ft(m.ridge)).toBeCloseTo(48, 9);
	});
	it('counts a shared edge half', () => {
		const m = figureMeasures({ kind: 'roof face', length: 48 * FT, run: 14 * FT, pitch: 8, ridge: true, shared: ['ridge'] });
		expect(ft(m.ridge)).toBeCloseTo(24, 9);
	});
	it('hip end', () => {
		const m = figureMeasures({ kind: 'roof triangle', base: 24 * FT, run: 12 * FT, pitch: 12 });
		expect(sqft(m.area)).toBeCloseTo(144 * Math.SQRT2, 9);
		expect(ft(m.hips)).toBeCloseTo(2 * Math.sqrt(432), 9);
	});
	it('room with a door and a window', () => {
		const m = figureMeasures({
			kind: 'room',
			length: 12 * FT,
			width: 10 * FT,
			height: 8 * FT,
			openings: [
				{ width: 3 * FT, height: 7 * FT, door: true },
				{ width: 4 * FT, height: 3 * FT, door: false }
			]
		});
		expect(sqft(m.walls)).toBeCloseTo(352 - 33, 9);
		expect(ft(m['perimeter less doors'])).toBeCloseTo(41, 9);
		expect(sqft(m.ceiling)).toBeCloseTo(120, 9);
	});
	it('refuses openings larger than the walls, with both figures', () => {
		expect(() =>
			figureMeasures({ kind: 'room', length: FT, width: FT, height: FT, openings: [{ width: 5 * FT, height: 5 * FT, door: false }] })
		).toThrow('25.0 sq ft');
	});
	it('slab', () => {
		const m = figureMeasures({ kind: 'slab', length: 10 * FT, width: 8 * FT, depth: FT / 2 });
		expect([sqft(m.area), ft(m.perimeter), toUnit(m.volume ?? 0, 'volume', 'imperial')].map((n) => Math.round(n * 1e6) / 1e6)).toEqual([
			80, 36, 40
		]);
	});
	const run = (gates: { width: number; position: number | null }[], closed = false, sharedEnds: 0 | 1 | 2 = 0) =>
		figureMeasures({ kind: 'run', length: 100 * FT, height: 6 * FT, spacing: 8 * FT, closed, gates, sharedEnds });
	it('open run: posts are bays and one', () => {
		expect(run([])).toMatchObject({ bays: 13, posts: 14 });
		expect(run([], false, 1)).toMatchObject({ posts: 13 });
	});
	it('gates cut the run into stretches, spread evenly without a position', () => {
		expect(run([{ width: 4 * FT, position: null }])).toMatchObject({ bays: 12, posts: 14, gates: 1 });
		expect(sqft(run([{ width: 4 * FT, position: null }]).area)).toBeCloseTo(576, 6);
		expect(run([{ width: 4 * FT, position: 0 }])).toMatchObject({ bays: 12, posts: 14 });
	});
	it('closed run: each gate ends one stretch and begins the next', () => {
		expect(run([], true)).toMatchObject({ bays: 13, posts: 13 });
		expect(run([{ width: 4 * FT, position: 20 * FT }], true)).toMatchObject({ bays: 12, posts: 13 });
	});
	it('refuses gates that overlap, overflow or are placed only in part', () => {
		expect(() =>
			run([
				{ width: 4 * FT, position: 0 },
				{ width: 4 * FT, position: 2 * FT }
			])
		).toThrow('overlap');
		expect(() => run([{ width: 4 * FT, position: 98 * FT }])).toThrow('beyond');
		expect(() =>
			run([
				{ width: 4 * FT, position: 0 },
				{ width: 4 * FT, position: null }
			])
		).toThrow('every gate');
		expect(() => run([{ width: 101 * FT, position: null }])).toThrow(ShapeError);
	});
	it('sums, multiplies and takes off, lengths only where ticked', () => {
		const slab = (l: number): Shape['figure'] => ({ kind: 'slab', length: l * FT, width: 10 * FT, depth: 0 });
		const m = scopeMeasures([one(slab(20), { times: 3 }), one(slab(5), { subtract: true })]);
		expect(sqft(m.area)).toBeCloseTo(550, 9);
		expect(ft(m.perimeter)).toBeCloseTo(180, 9);
		expect(ft(scopeMeasures([one(slab(20)), one(slab(5), { subtract: true, subtractLengths: true })]).perimeter)).toBeCloseTo(30, 9);
		expect(() => scopeMeasures([one(slab(5)), one(slab(20), { subtract: true })])).toThrow('taken off');
	});
	it('refuses nothing-shapes and wild pitches', () => {
		expect(() => figureMeasures({ kind: 'slab', length: 0, width: 1, depth: 0 })).toThrow(ShapeError);
		expect(() => figureMeasures({ kind: 'roof face', length: 1, run: 1, pitch: NaN, ridge: false })).toThrow(ShapeError);
		expect(() => figureMeasures({ kind: 'count', n: -1 })).toThrow(ShapeError);
	});
	it('n times a shape is n times its measures', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 500 }),
				fc.integer({ min: 1, max: 500 }),
				fc.integer({ min: 1, max: 20 }),
				fc.integer({ min: 0, max: 24 }),
				(l, r, n, pitch) => {
					const figure = { kind: 'roof face', length: l * FT, run: r * FT, pitch, ridge: true } as const;
					const many = scopeMeasures([one(figure, { times: n })]);
					const again = scopeMeasures(Array.from({ length: n }, () => one(figure)));
					expect(many.area! / again.area!).toBeCloseTo(1, 9);
				}
			)
		);
	});
	it('converts units there and back', () => {
		expect(toUnit(fromUnit(2340, 'area', 'imperial'), 'area', 'imperial')).toBeCloseTo(2340, 9);
	});
});
