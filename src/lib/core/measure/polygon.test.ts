import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	checkPolygon,
	figureMeasures,
	NM_PER_FOOT as FT,
	parseFigure,
	polygonArea,
	polygonPerimeter,
	roofPolygon,
	straightened,
	type Corner,
	type EdgeKind
} from '.';

const ft = (...xy: [number, number][]): Corner[] => xy.map(([x, y]) => ({ x: x * FT, y: y * FT }));
const square = (n: number) => n / FT / FT;
const says = (points: Corner[]): string => {
	try {
		checkPolygon(points);
	} catch (e) {
		return (e as Error).message;
	}
	return 'fine';
};

describe('a polygon', () => {
	it('has its area and perimeter by the shoelace rule, whichever way round', () => {
		const ell = ft([0, 0], [40, 0], [40, 20], [20, 20], [20, 30], [0, 30]);
		expect(square(polygonArea(ell))).toBeCloseTo(1000, 6);
		expect(square(polygonArea([...ell].reverse()))).toBeCloseTo(1000, 6);
		expect(polygonPerimeter(ell) / FT).toBeCloseTo(140, 9);
	});
	it.each([
		['a bow tie', ft([0, 0], [10, 10], [10, 0], [0, 10]), 'cross'],
		['a touching corner', ft([0, 0], [10, 0], [10, 10], [5, 0], [0, 10]), 'cross'],
		['a fold', ft([0, 0], [10, 0], [5, 0], [5, 5]), 'cross'],
		['two corners', ft([0, 0], [10, 0]), 'at least three'],
		['a corner twice', ft([0, 0], [10, 0], [10, 0], [0, 10]), 'the same'],
		['a line', ft([0, 0], [10, 0], [20, 0]), ''],
		['nonsense', [{ x: NaN, y: 0 }, ...ft([1, 0], [0, 1])], 'cannot be read']
	])('that is %s is refused', (_, points, words) => {
		expect(says(points)).toContain(words);
		expect(says(points)).not.toBe('fine');
	});
	it('keeps its area when it is moved or turned by a quarter, and four times it when doubled', () => {
		const star = fc.array(fc.integer({ min: 5, max: 40 }), { minLength: 3, maxLength: 12 }).map((radii) =>
			radii.map((r, i) => {
				const angle = (2 * Math.PI * i) / radii.length;
				return { x: Math.round(r * FT * Math.cos(angle)), y: Math.round(r * FT * Math.sin(angle)) };
			})
		);
		fc.assert(
			fc.property(star, fc.integer({ min: -50, max: 50 }), (points, by) => {
				checkPolygon(points);
				const area = polygonArea(points);
				const near = (x: number, y: number) => Math.abs(x - y) <= 1e-9 * Math.max(x, y);
				return (
					near(polygonArea(points.map((p) => ({ x: p.x + by * FT, y: p.y - by * FT }))), area) &&
					near(polygonArea(points.map((p) => ({ x: -p.y, y: p.x }))), area) &&
					near(polygonArea(points.map((p) => ({ x: 2 * p.x, y: 2 * p.y }))), 4 * area)
				);
			})
		);
	});
});

describe('a roof polygon', () => {
	it('that is a rectangle is the roof face of the same size', () => {
		const face = figureMeasures({ kind: 'roof face', length: 48 * FT, run: 14 * FT, pitch: 8, ridge: true });
		const polygon = figureMeasures({
			kind: 'roof polygon',
			points: ft([0, 0], [48, 0], [48, 14], [0, 14]),
			edges: ['eave', 'rake', 'ridge', 'rake'],
			pitch: 8
		});
		for (const m of ['area', 'eaves', 'rakes', 'ridge'] as const) expect(polygon[m]! / FT).toBeCloseTo(face[m]! / FT, 3);
	});
	it('that is a triangle is the hip end of the same size', () => {
		const hip = figureMeasures({ kind: 'roof triangle', base: 24 * FT, run: 12 * FT, pitch: 6 });
		const polygon = figureMeasures({
			kind: 'roof polygon',
			points: ft([0, 0], [24, 0], [12, 12]),
			edges: ['eave', 'hip', 'hip'],
			pitch: 6
		});
		for (const m of ['area', 'eaves', 'hips'] as const) expect(polygon[m]! / FT).toBeCloseTo(hip[m]! / FT, 3);
	});
	it('lies at any angle on the plan, and names valleys and walls of its own', () => {
		const flat = ft([0, 0], [30, 0], [30, 10], [20, 20], [0, 20]);
		const kinds = ['eave', 'rake', 'valley', 'ridge', 'wall'] as const;
		const turn = (p: Corner, a: number): Corner => ({ x: p.x * Math.cos(a) - p.y * Math.sin(a), y: p.x * Math.sin(a) + p.y * Math.cos(a) });
		const here = roofPolygon(flat, kinds, 9);
		const there = roofPolygon(
			flat.map((p) => turn(p, 0.6)),
			kinds,
			9
		);
		expect(there.area / here.area).toBeCloseTo(1, 9);
		for (const k of kinds) expect(there.edges[k] / here.edges[k]).toBeCloseTo(1, 9);
		// The valley runs ten feet across and ten along the slope: √(200 + 7.5²).
		expect(here.edges.valley / FT).toBeCloseTo(Math.sqrt(200 + 7.5 ** 2), 6);
		expect(here.edges.wall / FT).toBeCloseTo(20 * Math.sqrt(1 + 0.75 ** 2), 6);
	});
	it('needs an eave or a ridge, all of them parallel, and a name for every edge', () => {
		const points = ft([0, 0], [10, 0], [10, 10], [0, 10]);
		expect(() => roofPolygon(points, ['rake', 'rake', 'rake', 'rake'], 6)).toThrow('needs an eave or a ridge');
		expect(() => roofPolygon(points, ['eave', 'eave', 'rake', 'rake'], 6)).toThrow('parallel');
		expect(() => roofPolygon(points, ['eave', 'rake'], 6)).toThrow('4 edges; 2 are named');
	});
	it('is typed as people say it, and wrong input names its field', () => {
		const typed = { points: "0, 0; 48', 0; 48', 14'; 0, 14'", edges: 'eave, rake, ridge, rake', pitch: '8' };
		expect(figureMeasures(parseFigure('roof polygon', typed, 'imperial')).eaves).toBe(48 * FT);
		const field = (more: Record<string, string>) => {
			try {
				parseFigure('roof polygon', { ...typed, ...more }, 'imperial');
			} catch (e) {
				return (e as { field: string | null }).field;
			}
			return 'taken';
		};
		expect(field({ points: '0; 1, 1' })).toBe('points');
		expect(field({ points: '0, 0; 10, 10; 10, 0; 0, 10' })).toBe('points');
		expect(field({ edges: 'eave, rake, roof, rake' })).toBe('edges');
		expect(field({ edges: 'eave, eave, rake, rake' })).toBe('edges');
		expect(field({ pitch: 'steep' })).toBe('pitch');
		expect(parseFigure('polygon', { points: '-1, 0; 4 m, 0; 0, 3 m' }, 'metric')).toMatchObject({
			points: [{ x: -1_000_000_000 }, {}, {}]
		});
	});
});

describe('an edge that is shared with a neighbor', () => {
	it('counts half, where it is named', () => {
		const whole = figureMeasures(parseFigure('roof face', { length: '48', run: '14', pitch: '8' }, 'imperial'));
		const half = figureMeasures(parseFigure('roof face', { length: '48', run: '14', pitch: '8', shared: 'ridge, rakes' }, 'imperial'));
		expect([half.eaves, half.ridge! * 2, half.rakes! * 2]).toEqual([whole.eaves, whole.ridge, whole.rakes]);
		expect(() => parseFigure('roof face', { length: '48', run: '14', pitch: '8', shared: 'hips' }, 'imperial')).toThrow('not one of');
		const run = (n: string) => figureMeasures(parseFigure('run', { length: '40', spacing: '8', 'shared ends': n }, 'imperial')).posts;
		expect([run('0'), run('1'), run('2')]).toEqual([6, 5, 4]);
		expect(() => run('3')).toThrow('none, one or both');
	});
});

describe('corners drawn by hand', () => {
	const kinds: EdgeKind[] = ['eave', 'hip', 'ridge', 'hip'];
	/** A face of 40 by 14 feet, turned by an angle, each corner a little off. */
	const drawn = (turn: number, off: readonly number[]): Corner[] =>
		(
			[
				[0, 0],
				[40, 0],
				[30, 14],
				[10, 14]
			] as const
		).map(([x, y], i) => ({
			x: (x * Math.cos(turn) - y * Math.sin(turn) + (off[2 * i] ?? 0)) * FT,
			y: (x * Math.sin(turn) + y * Math.cos(turn) + (off[2 * i + 1] ?? 0)) * FT
		}));
	it('become a face that slopes, whichever way the house stands, and keep the lengths of their eaves and ridges', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 6.28, noNaN: true }),
				fc.array(fc.double({ min: -0.3, max: 0.3, noNaN: true }), { minLength: 8, maxLength: 8 }),
				(turn, off) => {
					const raw = drawn(turn, off);
					const points = straightened(raw, kinds);
					const size = (p: Corner[], i: number, j: number) => Math.hypot(p[i]!.x - p[j]!.x, p[i]!.y - p[j]!.y);
					expect(size(points, 0, 1)).toBeCloseTo(size(raw, 0, 1), -3);
					expect(size(points, 2, 3)).toBeCloseTo(size(raw, 2, 3), -3);
					expect(Math.abs(polygonArea(points) / polygonArea(raw) - 1)).toBeLessThan(0.05);
					expect(roofPolygon(points, kinds, 8).edges.eave).toBeGreaterThan(0);
				}
			)
		);
	});
	it('that lean far are left as they are, and said', () => {
		const raw = drawn(0, [0, 0, 0, 0, 0, 4, 0, 0]);
		expect(straightened(raw, kinds)).toEqual(raw);
		expect(() => roofPolygon(raw, kinds, 8)).toThrow('parallel');
	});
	it('without an eave or ridge are nobody’s to turn', () => {
		const raw = drawn(1, []);
		expect(straightened(raw, ['hip', 'hip', 'hip', 'hip'])).toEqual(raw);
	});
});

describe('shared edges', () => {
	const ft = (n: number | undefined) => Math.round(((n ?? 0) / FT) * 1000) / 1000;
	it('of a hip roof: its ridge lies between two faces and counts half on each', () => {
		const typed = { points: '0, 0; 56, 0; 44, 12; 12, 12', edges: 'eave, hip, ridge, hip', pitch: '8' };
		expect(ft(figureMeasures(parseFigure('roof polygon', typed, 'imperial')).ridge)).toBe(32);
		for (const shared of ['ridge', 'ridges', '3']) {
			const m = figureMeasures(parseFigure('roof polygon', { ...typed, shared }, 'imperial'));
			expect([ft(m.ridge), ft(m.eaves)]).toEqual([16, 56]);
		}
	});
	it('of polygon, slab and room count half as edges, their areas stay whole', () => {
		const polygon = figureMeasures(parseFigure('polygon', { points: '0, 0; 10, 0; 10, 6; 0, 6', shared: '1, 2' }, 'imperial'));
		expect([ft(polygon.perimeter), Math.round(polygon.area! / FT / FT)]).toEqual([24, 60]);
		const slab = figureMeasures(parseFigure('slab', { length: '10', width: '6', shared: '10, 6' }, 'imperial'));
		expect([ft(slab.perimeter), Math.round(slab.area! / FT / FT)]).toEqual([24, 60]);
		const room = figureMeasures(parseFigure('room', { length: '12', width: '12', height: '8', shared: '12' }, 'imperial'));
		expect([ft(room.perimeter), Math.round(room.walls! / FT / FT)]).toEqual([42, 384]);
	});
	it.each([
		['polygon', { points: '0, 0; 10, 0; 10, 6', shared: '4' }, 'There are 3 edges'],
		['polygon', { points: '0, 0; 10, 0; 10, 6', shared: 'ridge' }, 'is not an edge'],
		['room', { length: '12', width: '12', height: '8', shared: '50' }, 'More is shared'],
		['slab', { length: '10', width: '6', shared: 'all' }, 'all']
	] as const)('of a %s %j are refused beside their field: %s', (kind, typed, says) => {
		const read = () => parseFigure(kind, typed, 'imperial');
		expect(read).toThrow(says);
		expect(read).toThrow(expect.objectContaining({ field: 'shared' }));
	});
	it('refusals tell their figures in the company’s unit', () => {
		const room = { length: '4', width: '3', height: '2.5', openings: '9 x 9' };
		expect(() => parseFigure('room', room, 'metric')).toThrow('81.0 m²');
		expect(() => parseFigure('room', room, 'imperial')).toThrow('81.0 sq ft');
		const run = { length: '10', spacing: '2', gates: '2 at 9' };
		expect(() => parseFigure('run', run, 'metric')).toThrow('11 m of 10 m');
	});
});
