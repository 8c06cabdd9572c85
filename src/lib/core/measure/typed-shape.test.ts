import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Refusal } from '../refusal';
import {
	dimensionOf,
	figureMeasures,
	isMeasure,
	measureLabel,
	NM_PER_FOOT as FT,
	parseFigure,
	SHAPE_FIELDS,
	toUnit,
	type MeasureName,
	type ShapeKind
} from '.';

describe('typed shapes', () => {
	it('read the way people write them', () => {
		expect(parseFigure('roof face', { length: "48'", run: '14', pitch: '8 in 12' }, 'imperial')).toEqual({
			kind: 'roof face',
			length: 48 * FT,
			run: 14 * FT,
			pitch: 8,
			ridge: true
		});
		const room = parseFigure('room', { length: '12', width: '10', height: '8', openings: "3' x 7' door, 4' x 3'" }, 'imperial');
		expect(toUnit(figureMeasures(room).walls!, 'area', 'imperial')).toBeCloseTo(319, 9);
		expect(parseFigure('run', { length: '100', height: '6', spacing: '8', gates: "4' at 20'; 4' at 60'" }, 'imperial')).toMatchObject({
			gates: [
				{ width: 4 * FT, position: 20 * FT },
				{ width: 4 * FT, position: 60 * FT }
			]
		});
		expect(
			toUnit(figureMeasures(parseFigure('typed', { measure: 'area', value: '2,340' }, 'imperial')).area!, 'area', 'imperial')
		).toBeCloseTo(2340, 9);
	});
	it.each<[ShapeKind, Record<string, string>, string]>([
		['roof face', { length: 'long', run: '14', pitch: '8' }, 'length'],
		['roof face', { length: '48', run: '14', pitch: 'steep' }, 'pitch'],
		['slab', { length: '10', width: '0' }, 'length'],
		['room', { length: '1', width: '1', height: '1', openings: '9 x 9' }, 'length'],
		['room', { length: '1', width: '1', height: '1', openings: 'wide' }, 'openings'],
		['count', { count: '-2' }, 'count'],
		['typed', { measure: 'toString', value: '1' }, 'measure']
	])('%s refuses %j at %s', (kind, typed, field) => {
		try {
			parseFigure(kind, typed, 'imperial');
			expect.unreachable();
		} catch (e) {
			expect(e).toBeInstanceOf(Refusal);
			expect((e as Refusal).field).toBe(field);
		}
	});
	it('never throw anything but a refusal, whatever is typed', () => {
		const kinds = Object.keys(SHAPE_FIELDS) as ShapeKind[];
		fc.assert(
			fc.property(fc.constantFrom(...kinds), fc.array(fc.string(), { minLength: 5, maxLength: 5 }), (kind, texts) => {
				const typed = Object.fromEntries(SHAPE_FIELDS[kind].map((f, i) => [f, texts[i]!]));
				try {
					for (const value of Object.values(figureMeasures(parseFigure(kind, typed, 'imperial'))))
						expect(Number.isFinite(value)).toBe(true);
				} catch (e) {
					expect(e).toBeInstanceOf(Refusal);
				}
			})
		);
	});
});

describe('a typed measure', () => {
	const typed = (measure: string, value: string) => figureMeasures(parseFigure('typed', { measure, value }, 'imperial'));
	const inFeet = (measure: string, value: string) =>
		toUnit(Object.values(typed(measure, value))[0]!, dimensionOf(measure as MeasureName), 'imperial');
	it.each([
		['area', '340', 340],
		['area', '3.4 squares', 340],
		['area', '1,250 sq ft', 1250],
		['area', '30 sq yd', 270],
		['area', '10 sq m', 107.6391],
		['volume', '2 cu yd', 54],
		['eaves', '12\' 6"', 12.5],
		['eaves', '3.048 m', 10],
		['count', '7', 7],
		['wall flashing (length)', '22', 22]
	] as const)('of %s may be %s', (measure, value, feet) => expect(inFeet(measure, value)).toBeCloseTo(feet, 3));
	it.each([
		['area', '3 acres', 'value'],
		['count', '7 ft', 'value'],
		['area', '', 'value'],
		['area', '-3', 'value'],
		['girth', '3', 'measure'],
		['<b> (length)', '3', 'measure']
	] as const)('of %s as “%s” is refused at its field', (measure, value, field) => {
		expect(() => typed(measure, value)).toThrow(expect.objectContaining({ field }));
	});
	it('of the company’s own is summed, and shared out by what it is', () => {
		expect(measureLabel('wall flashing (length)')).toBe('wall flashing');
		expect(dimensionOf('wall flashing (length)')).toBe('length');
		expect([isMeasure('ridge'), isMeasure('x (weight)')]).toEqual([true, false]);
	});
});
