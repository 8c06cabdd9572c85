import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import {
	edgesOf,
	fromUnit,
	NM_PER_FOOT as FT,
	NM_PER_METRE as M,
	parseEdges,
	parseGates,
	parseMeasure,
	parseOpenings,
	parsePoints,
	polygonArea,
	roofPolygon,
	toUnit,
	unitName,
	type Dimension
} from '.';

describe('corners as they are typed', () => {
	it('are across and up, a semicolon between, also to the left and below', () => {
		expect(parsePoints("0,0; 40', 0; 40', 20' 6\"; -2.5, 0", 'imperial')).toEqual([
			{ x: 0, y: 0 },
			{ x: 40 * FT, y: 0 },
			{ x: 40 * FT, y: 20.5 * FT },
			{ x: -2.5 * FT, y: 0 }
		]);
		expect(parsePoints('0, 0; 3.2 m, 0', 'metric')[1]).toEqual({ x: 3.2 * M, y: 0 });
	});
	it.each(['1; 2', '1,2,3', '0,0; , 4', 'a, b'])('that are none are refused: %s', (text) => {
		expect(() => parsePoints(text, 'imperial')).toThrow(Refusal);
	});
	it('come back the same whatever whole feet they are', () => {
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 })), { maxLength: 20 }),
				(points) => {
					const read = parsePoints(points.map(([x, y]) => `${x}, ${y}`).join('; '), 'imperial');
					expect(read.map((p) => [Math.round(p.x / FT) + 0, Math.round(p.y / FT) + 0])).toEqual(points.map(([x, y]) => [x + 0, y + 0]));
				}
			)
		);
	});
});

describe('edges of a roof as they are typed', () => {
	it('are the trade’s words, in any case', () => {
		expect(parseEdges('Eave, rake; RIDGE, rake')).toEqual(['eave', 'rake', 'ridge', 'rake']);
	});
	it('of another word are refused with those that are known', () => {
		expect(() => parseEdges('eave, gable')).toThrow('“gable” is not one of eave, rake, hip, valley, ridge, wall.');
	});
	it('lie between a corner and the next, the last back to the first', () => {
		const points = parsePoints('0,0; 30,0; 30,20; 0,20', 'imperial');
		expect(edgesOf(points)).toHaveLength(4);
		expect(edgesOf(points)[3]).toEqual([points[3], points[0]]);
	});
	it('at no pitch are as long as on the plan; steeper ones never shorter, and eaves stay', () => {
		const points = parsePoints('0,0; 30,0; 25,20; 5,20', 'imperial');
		const kinds = parseEdges('eave, hip, ridge, hip');
		const flat = roofPolygon(points, kinds, 0);
		expect(flat.area).toBeCloseTo(polygonArea(points), -3);
		expect(flat.edges.eave / FT).toBeCloseTo(30, 9);
		fc.assert(
			fc.property(fc.double({ min: 0, max: 40, noNaN: true }), fc.double({ min: 0, max: 8, noNaN: true }), (pitch, more) => {
				const [a, b] = [roofPolygon(points, kinds, pitch), roofPolygon(points, kinds, pitch + more)];
				expect(b.area).toBeGreaterThanOrEqual(a.area);
				expect(b.edges.hip).toBeGreaterThanOrEqual(a.edges.hip);
				expect(b.edges.eave).toBeCloseTo(a.edges.eave, 3);
				expect(b.edges.ridge).toBeCloseTo(a.edges.ridge, 3);
			})
		);
	});
});

describe('openings and gates as they are typed', () => {
	it('are width by height; a door is said', () => {
		expect(parseOpenings("3' x 7' door, 4 × 3", 'imperial')).toEqual([
			{ width: 3 * FT, height: 7 * FT, door: true },
			{ width: 4 * FT, height: 3 * FT, door: false }
		]);
		expect(() => parseOpenings('3 by 7', 'imperial')).toThrow('width x height');
	});
	it('of a run have a width, and a position or none', () => {
		expect(parseGates("4', 3' 6\" at 20'", 'imperial')).toEqual([
			{ width: 4 * FT, position: null },
			{ width: 3.5 * FT, position: 20 * FT }
		]);
		expect(parseGates('', 'imperial')).toEqual([]);
		expect(() => parseGates('wide', 'imperial')).toThrow(Refusal);
	});
});

describe('a measure as it is typed', () => {
	it.each([
		['12', 'area', 'imperial', 12 * FT ** 2],
		['24 squares', 'area', 'imperial', 2400 * FT ** 2],
		['3 sq yd', 'area', 'imperial', 27 * FT ** 2],
		['10 m²', 'area', 'imperial', 10 * M ** 2],
		['1,250 sq ft', 'area', 'metric', 1250 * FT ** 2],
		['2 cu yd', 'volume', 'imperial', 54 * FT ** 3],
		['1.5', 'volume', 'metric', 1.5 * M ** 3],
		['12\' 6"', 'length', 'metric', 12.5 * FT],
		['7', 'length', 'metric', 7 * M],
		['42', 'count', 'imperial', 42]
	] as const)('%s of %s in %s', (text, dimension, system, value) => {
		expect(parseMeasure(text, dimension, system) / value).toBeCloseTo(1, 12);
	});
	it.each([
		['', 'area', 'needed'],
		['many', 'count', 'not a number'],
		['12 cu ft', 'area', 'not a unit of area'],
		['3 pieces', 'count', 'not a unit of a count'],
		['99999999999', 'area', 'thousand million']
	] as const)('“%s” of %s is refused: %s', (text, dimension, words) => {
		expect(() => parseMeasure(text, dimension, 'imperial')).toThrow(words);
	});
	it('goes to the company’s unit and back without loss that anybody sees', () => {
		const dimension = fc.constantFrom<Dimension>('length', 'area', 'volume', 'count');
		fc.assert(
			fc.property(fc.double({ min: 0, max: 1e6, noNaN: true }), dimension, fc.constantFrom('imperial', 'metric'), (n, d, system) => {
				const there = toUnit(fromUnit(n, d, system as 'imperial'), d, system as 'imperial');
				expect(Math.abs(there - n)).toBeLessThanOrEqual(Math.max(1, n) * 1e-12);
			})
		);
		expect((['length', 'area', 'volume', 'count'] as const).map((d) => unitName(d, 'metric'))).toEqual(['m', 'm²', 'm³', '']);
	});
});
