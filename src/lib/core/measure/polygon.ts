import { say } from './refusals';
import { Refusal } from '../refusal';

/** A corner of a plan, in nanometres. */
export interface Corner {
	x: number;
	y: number;
}
/** What an edge of a roof polygon is. */
export const EDGE_KINDS = ['eave', 'rake', 'hip', 'valley', 'ridge', 'wall'] as const;
export type EdgeKind = (typeof EDGE_KINDS)[number];

/** Raised when a polygon cannot be; the message is for people. */
export class PolygonError extends Refusal {}

export const MOST_CORNERS = 500;

/** Edges of a closed polygon, each from a corner to the next, in order. */
export const edgesOf = (points: readonly Corner[]): [Corner, Corner][] => points.map((p, i) => [p, points[(i + 1) % points.length] ?? p]);
const lengthOf = ([a, b]: [Corner, Corner]): number => Math.hypot(b.x - a.x, b.y - a.y);

/** Twice the signed area of a triangle: which side of a–b the point c lies on. */
const side = (a: Corner, b: Corner, c: Corner): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
const between = (a: Corner, b: Corner, c: Corner): boolean =>
	Math.min(a.x, b.x) <= c.x && c.x <= Math.max(a.x, b.x) && Math.min(a.y, b.y) <= c.y && c.y <= Math.max(a.y, b.y);

/** Whether two edges meet anywhere, touching ends included. */
function meet([a, b]: [Corner, Corner], [c, d]: [Corner, Corner]): boolean {
	const [s1, s2, s3, s4] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
	if (s1 > 0 !== s2 > 0 && s3 > 0 !== s4 > 0 && s1 !== 0 && s2 !== 0 && s3 !== 0 && s4 !== 0) return true;
	return (
		(s1 === 0 && between(a, b, c)) || (s2 === 0 && between(a, b, d)) || (s3 === 0 && between(c, d, a)) || (s4 === 0 && between(c, d, b))
	);
}

/**
 * Checks a polygon: three corners or more, none twice in a row, no edge that crosses or touches another, an area above 0.
 * @throws PolygonError
 */
export function checkPolygon(points: readonly Corner[]): void {
	if (points.length < 3) throw new PolygonError(say('polygon-has-at-least-three-corners'));
	if (points.length > MOST_CORNERS) throw new PolygonError(say('polygon-has-at-most-corners', { mostCorners: MOST_CORNERS }));
	if (points.some((p) => !Number.isFinite(p.x) || !Number.isFinite(p.y))) throw new PolygonError(say('corner-cannot-be-read'));
	const edges = edgesOf(points);
	if (edges.some((e) => lengthOf(e) === 0)) throw new PolygonError(say('two-corners-in-row-same'));
	for (let i = 0; i < edges.length; i++)
		for (let k = i + 1; k < edges.length; k++) {
			const [a, b] = [edges[i], edges[k]];
			if (!a || !b) continue;
			const next = k === i + 1 || (i === 0 && k === edges.length - 1);
			// Neighbors share a corner; folded back onto each other they cross all the same.
			const crosses = next ? folded(a, b) : meet(a, b);
			if (crosses) throw new PolygonError(say('edges-and-cross', { i: i + 1, k: k + 1 }));
		}
	if (polygonArea(points) === 0) throw new PolygonError(say('these-corners-lie-on-one-line'));
}

/** Two edges with a common corner that run back over each other. */
function folded(a: [Corner, Corner], b: [Corner, Corner]): boolean {
	const [joint, p, q] = a[1] === b[0] ? [a[1], a[0], b[1]] : [a[0], a[1], b[0]];
	return side(p, joint, q) === 0 && (p.x - joint.x) * (q.x - joint.x) + (p.y - joint.y) * (q.y - joint.y) > 0;
}

/** Area of a plan by the shoelace rule, nm²; never negative, whichever way round the corners are given. */
export function polygonArea(points: readonly Corner[]): number {
	let twice = 0;
	for (const [a, b] of edgesOf(points)) twice += a.x * b.y - b.x * a.y;
	return Math.abs(twice) / 2;
}

/** Perimeter of a plan, nm; edges that are shared (by their place from 0) count half. @throws PolygonError for an edge that is not there */
export function polygonPerimeter(points: readonly Corner[], shared: readonly number[] = []): number {
	const half = halves(points, shared);
	return edgesOf(points).reduce((n, e, i) => n + lengthOf(e) * half(i), 0);
}

/** What of each edge counts: half where it is shared with a neighbor. */
function halves(points: readonly Corner[], shared: readonly number[]): (edge: number) => number {
	const beyond = shared.find((e) => !Number.isInteger(e) || e < 0 || e >= points.length);
	if (beyond !== undefined) throw new PolygonError(say('edge-beyond', { pointsCount: points.length, beyond: beyond + 1 }), 'shared');
	return (edge) => (shared.includes(edge) ? 0.5 : 1);
}

/**
 * The direction in which a roof polygon slopes, a unit vector at right angles to its eaves and ridges.
 * @throws PolygonError when there is none, or they are not parallel (within a thousandth)
 */
function slopeOf(edges: readonly [Corner, Corner][], kinds: readonly EdgeKind[]): Corner {
	const level = edges.filter((_, i) => kinds[i] === 'eave' || kinds[i] === 'ridge');
	const [first] = level;
	if (!first) throw new PolygonError(say('sloped-polygon-needs-eave-or-ridge'), 'edges');
	const [along, size] = [{ x: first[1].x - first[0].x, y: first[1].y - first[0].y }, lengthOf(first)];
	const unit = { x: along.x / size, y: along.y / size };
	for (const e of level) {
		const across = Math.abs((e[1].x - e[0].x) * unit.y - (e[1].y - e[0].y) * unit.x);
		if (across > lengthOf(e) / 1000) throw new PolygonError(say('eaves-and-ridges-of-one-face'), 'edges');
	}
	return { x: -unit.y, y: unit.x };
}

/**
 * A roof face of any outline: plan area × slope factor, and every edge at its true length √(plan² + (its plan part along the slope ×
 * rise ÷ 12)²), summed by what it is.
 * @param kinds what each edge is, in the order of the edges
 * @param shared edges, by their place from 0, that lie against a neighbor and count half
 * @throws PolygonError
 */
export function roofPolygon(
	points: readonly Corner[],
	kinds: readonly EdgeKind[],
	pitch: number,
	shared: readonly number[] = []
): { area: number; edges: Record<EdgeKind, number> } {
	checkPolygon(points);
	if (kinds.length !== points.length)
		throw new PolygonError(say('edges-not-all-named', { pointsCount: points.length, kindsCount: kinds.length }), 'edges');
	const all = edgesOf(points);
	const half = halves(points, shared);
	const slope = slopeOf(all, kinds);
	const edges = Object.fromEntries(EDGE_KINDS.map((k) => [k, 0])) as Record<EdgeKind, number>;
	all.forEach((e, i) => {
		const rise = (((e[1].x - e[0].x) * slope.x + (e[1].y - e[0].y) * slope.y) * pitch) / 12;
		const kind = kinds[i];
		if (kind) edges[kind] += Math.hypot(lengthOf(e), rise) * half(i);
	});
	return { area: polygonArea(points) * Math.sqrt(1 + (pitch / 12) ** 2), edges };
}

/** How far an eave or ridge that was drawn by hand may lean and still be meant parallel: five degrees. */
const MEANT_PARALLEL = Math.sin((5 * Math.PI) / 180);

/**
 * Corners drawn by hand, with eaves and ridges that are meant parallel made so: each that leans little from the longest is turned
 * about its middle and keeps its length. What leans more is left, and refused where parallels are asked for.
 */
export function straightened(points: readonly Corner[], kinds: readonly EdgeKind[]): Corner[] {
	const level = points.flatMap((a, i) => {
		const j = (i + 1) % points.length;
		const b = points[j];
		return b && (kinds[i] === 'eave' || kinds[i] === 'ridge') ? [{ i, j, size: Math.hypot(b.x - a.x, b.y - a.y) }] : [];
	});
	const longest = level.reduce<(typeof level)[0] | null>((most, e) => (most && most.size >= e.size ? most : e), null);
	const [from, to] = longest ? [points[longest.i], points[longest.j]] : [];
	if (!longest || !from || !to || longest.size === 0) return [...points];
	const unit = { x: (to.x - from.x) / longest.size, y: (to.y - from.y) / longest.size };
	const out = [...points];
	for (const { i, j, size } of level) {
		const [a, b] = [out[i], out[j]];
		if (i === longest.i || !a || !b || size === 0) continue;
		const [x, y] = [b.x - a.x, b.y - a.y];
		if (Math.abs(x * unit.y - y * unit.x) / size > MEANT_PARALLEL) continue;
		const half = (Math.sign(x * unit.x + y * unit.y) * size) / 2;
		const mid = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
		out[i] = { x: mid.x - unit.x * half, y: mid.y - unit.y * half };
		out[j] = { x: mid.x + unit.x * half, y: mid.y + unit.y * half };
	}
	return out;
}
