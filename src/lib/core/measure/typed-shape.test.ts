import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Refusal } from '../refusal';
import { figureMeasures, NM_PER_FOOT as FT, parseFigure, SHAPE_FIELDS, toUnit, type ShapeKind } from '.';

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
