import { say } from './refusals';
import { Refusal } from '../refusal';
import { formatLength, type Nanometres, type UnitSystem } from './length';
import { checkPolygon, polygonArea, polygonPerimeter, roofPolygon, type Corner, type EdgeKind } from './polygon';
import { toUnit, unitName, type Dimension } from './units';

/** The measures that shapes give, with what kind of number each is. */
export const MEASURES = {
	area: 'area',
	eaves: 'length',
	rakes: 'length',
	ridge: 'length',
	hips: 'length',
	valleys: 'length',
	'wall edges': 'length',
	walls: 'area',
	ceiling: 'area',
	floor: 'area',
	perimeter: 'length',
	'perimeter less doors': 'length',
	volume: 'volume',
	length: 'length',
	posts: 'count',
	bays: 'count',
	gates: 'count',
	count: 'count'
} as const satisfies Record<string, Dimension>;
/** A measure that the company named itself: its name, and in brackets what kind of number it is. */
export type OwnMeasure = `${string} (${Dimension})`;
export type MeasureName = keyof typeof MEASURES | OwnMeasure;

/** What kind of number a measure is. */
export const dimensionOf = (name: MeasureName): Dimension =>
	(MEASURES as Partial<Record<string, Dimension>>)[name] ?? ((/\((length|area|volume|count)\)$/.exec(name)?.[1] ?? 'count') as Dimension);
/** A measure's name as people read it. */
export const measureLabel = (name: MeasureName): string => name.replace(/ \((length|area|volume|count)\)$/, '');
/** Whether a text is the name of a measure: one of ours, or one of the company's own. */
export const isMeasure = (text: string): text is MeasureName =>
	Object.hasOwn(MEASURES, text) || /^[\p{L}\p{N}][^()]{0,38} \((length|area|volume|count)\)$/u.test(text);
/** Values in nanometres to the power of the measure's dimension. */
export type Measures = Partial<Record<MeasureName, number>>;

export interface Opening {
	width: Nanometres;
	height: Nanometres;
	door: boolean;
}
export interface Gate {
	width: Nanometres;
	position: Nanometres | null;
}

/**
 * A figure as it was measured. `sharedLengths` is the length in nanometres of edges that it shares with other shapes, which bound nothing.
 */
export type Figure =
	/** Pitch is the rise over a run of 12, whole or broken: 8 is 8 in 12. */
	| { kind: 'roof face'; length: Nanometres; run: Nanometres; pitch: number; ridge: boolean; shared?: ('eaves' | 'rakes' | 'ridge')[] }
	| { kind: 'roof triangle'; base: Nanometres; run: Nanometres; pitch: number; shared?: ('eaves' | 'hips')[] }
	| { kind: 'room'; length: Nanometres; width: Nanometres; height: Nanometres; openings: Opening[]; sharedLengths?: number }
	| { kind: 'slab'; length: Nanometres; width: Nanometres; depth: Nanometres; sharedLengths?: number }
	| { kind: 'run'; length: Nanometres; height: Nanometres; spacing: Nanometres; closed: boolean; gates: Gate[]; sharedEnds: 0 | 1 | 2 }
	/** `shared` are edges by their place from 0. */
	| { kind: 'polygon'; points: Corner[]; shared?: number[] }
	| { kind: 'roof polygon'; points: Corner[]; edges: EdgeKind[]; pitch: number; shared?: number[] }
	| { kind: 'count'; n: number }
	| { kind: 'typed'; measure: MeasureName; value: number };

/** A figure in a scope: how often it counts, and whether it takes off. */
export interface Shape {
	figure: Figure;
	times: number;
	subtract: boolean;
	/** A subtracted shape takes off its lengths only where this is ticked. */
	subtractLengths?: boolean;
}

/** Raised when a shape cannot be; the message is for people. */
export class ShapeError extends Refusal {}

/** √(1 + (rise ÷ 12)²), by which a sloped length exceeds its plan. */
export const slopeFactor = (pitch: number): number => Math.sqrt(1 + (pitch / 12) ** 2);

/**
 * Measures of one figure, before ×n and subtraction. Lengths in nm, areas nm², volumes nm³; unrounded. An edge that is shared with a
 * neighbor counts half as an edge; areas stay whole.
 * @param system what a refusal tells its figures in
 * @throws ShapeError
 */
export function figureMeasures(f: Figure, system: UnitSystem = 'imperial'): Measures {
	switch (f.kind) {
		case 'roof face': {
			positive(f.length, 'The length along the eave');
			positive(f.run, 'The run');
			pitchOk(f.pitch);
			const slope = slopeFactor(f.pitch);
			const half = (edge: 'eaves' | 'rakes' | 'ridge') => (f.shared?.includes(edge) ? 0.5 : 1);
			return {
				area: f.length * f.run * slope,
				eaves: f.length * half('eaves'),
				rakes: 2 * f.run * slope * half('rakes'),
				ridge: f.ridge ? f.length * half('ridge') : 0
			};
		}
		case 'roof triangle': {
			positive(f.base, 'The base');
			positive(f.run, 'The run');
			pitchOk(f.pitch);
			const half = (edge: 'eaves' | 'hips') => (f.shared?.includes(edge) ? 0.5 : 1);
			return {
				area: ((f.base * f.run) / 2) * slopeFactor(f.pitch),
				eaves: f.base * half('eaves'),
				hips: 2 * Math.sqrt((f.base / 2) ** 2 + f.run ** 2 + ((f.run * f.pitch) / 12) ** 2) * half('hips')
			};
		}
		case 'room':
			return room(f, system);
		case 'slab': {
			positive(f.length, 'The length');
			positive(f.width, 'The width');
			notNegative(f.depth, 'The depth');
			const perimeter = 2 * (f.length + f.width);
			return {
				area: f.length * f.width,
				perimeter: perimeter - sharedHalf(f.sharedLengths, perimeter, system),
				volume: f.length * f.width * f.depth
			};
		}
		case 'run':
			return run(f, system);
		case 'polygon': {
			checkPolygon(f.points);
			return { area: polygonArea(f.points), perimeter: polygonPerimeter(f.points, f.shared) };
		}
		case 'roof polygon': {
			pitchOk(f.pitch);
			const { area, edges } = roofPolygon(f.points, f.edges, f.pitch, f.shared);
			return {
				area,
				eaves: edges.eave,
				rakes: edges.rake,
				ridge: edges.ridge,
				hips: edges.hip,
				valleys: edges.valley,
				'wall edges': edges.wall
			};
		}
		case 'count': {
			if (!Number.isFinite(f.n) || f.n < 0) throw new ShapeError(say('count-cannot-be-negative'));
			return { count: f.n };
		}
		case 'typed': {
			if (!Number.isFinite(f.value) || f.value < 0) throw new ShapeError(say('measure-cannot-be-negative'));
			return { [f.measure]: f.value };
		}
	}
}

/** Half of the lengths that lie against a neighbor. @throws ShapeError when more is shared than there is */
function sharedHalf(lengths: number | undefined, perimeter: number, system: UnitSystem): number {
	const shared = lengths ?? 0;
	if (!Number.isFinite(shared) || shared < 0) throw new ShapeError(say('shared-length-cannot-be-negative'));
	if (shared > perimeter + 1)
		throw new ShapeError(
			say('more-shared-than-around', {
				system: formatLength(Math.round(shared), system),
				system2: formatLength(Math.round(perimeter), system)
			}),
			'shared'
		);
	return shared / 2;
}

function room(f: Extract<Figure, { kind: 'room' }>, system: UnitSystem): Measures {
	positive(f.length, 'The length');
	positive(f.width, 'The width');
	positive(f.height, 'The height');
	let openings = 0;
	let doors = 0;
	for (const o of f.openings) {
		positive(o.width, 'The width of an opening');
		positive(o.height, 'The height of an opening');
		openings += o.width * o.height;
		if (o.door) doors += o.width;
	}
	const perimeter = 2 * (f.length + f.width);
	const gross = perimeter * f.height;
	if (openings > gross)
		throw new ShapeError(say('openings-larger-than-walls', { system: inUnit(openings, system), system2: inUnit(gross, system) }));
	if (doors > perimeter) throw new ShapeError(say('doors-wider-than-room-around'));
	// A shared wall counts half as an edge; its wall area stays whole.
	const shared = sharedHalf(f.sharedLengths, perimeter, system);
	return {
		walls: gross - openings,
		ceiling: f.length * f.width,
		floor: f.length * f.width,
		perimeter: perimeter - shared,
		'perimeter less doors': perimeter - shared - doors
	};
}

function run(f: Extract<Figure, { kind: 'run' }>, system: UnitSystem): Measures {
	positive(f.length, 'The length');
	notNegative(f.height, 'The height');
	positive(f.spacing, 'The spacing');
	let gateWidth = 0;
	for (const g of f.gates) {
		positive(g.width, 'The width of a gate');
		gateWidth += g.width;
	}
	if (gateWidth > f.length) throw new ShapeError(say('gates-wider-than-run-long'));
	const placed = f.gates.filter((g) => g.position !== null).length;
	if (placed !== 0 && placed !== f.gates.length) throw new ShapeError(say('give-every-gate-position-or-none'));
	const stretches = placed > 0 ? placedStretches(f, system) : evenStretches(f, gateWidth);
	let bays = 0;
	for (const s of stretches) bays += ceilTolerant(s / f.spacing);
	const posts = f.closed ? bays + f.gates.length : bays + stretches.length - f.sharedEnds;
	return { length: f.length, area: (f.length - gateWidth) * f.height, posts: Math.max(0, posts), bays, gates: f.gates.length };
}

/** Gates without a position are spread evenly: an open run has one stretch more than gates, a closed one as many. */
function evenStretches(f: Extract<Figure, { kind: 'run' }>, gateWidth: number): number[] {
	const n = f.closed ? Math.max(1, f.gates.length) : f.gates.length + 1;
	return Array.from({ length: n }, () => (f.length - gateWidth) / n);
}

function placedStretches(f: Extract<Figure, { kind: 'run' }>, system: UnitSystem): number[] {
	const gates = f.gates.map((g) => ({ from: g.position ?? 0, to: (g.position ?? 0) + g.width })).sort((a, b) => a.from - b.from);
	const stretches: number[] = [];
	let at = 0;
	for (const g of gates) {
		if (g.from < at) throw new ShapeError(say('two-gates-overlap'));
		if (g.to > f.length)
			throw new ShapeError(say('gate-ends-beyond-run-of', { system: formatLength(g.to, system), system2: formatLength(f.length, system) }));
		stretches.push(g.from - at);
		at = g.to;
	}
	stretches.push(f.length - at);
	if (!f.closed) return stretches;
	const last = stretches.pop() ?? 0;
	stretches[0] = (stretches[0] ?? 0) + last;
	return stretches;
}

/**
 * The measures of a scope: the sum over its shapes, each ×n, subtracted ones taken off.
 * @param system what a refusal tells its figures in
 * @throws ShapeError when a sum is negative.
 */
export function scopeMeasures(shapes: readonly Shape[], system: UnitSystem = 'imperial'): Measures {
	const total: Measures = {};
	for (const s of shapes) {
		if (!Number.isInteger(s.times) || s.times < 1 || s.times > 10_000) throw new ShapeError(say('shape-counts-whole-number-of-times'));
		const one = figureMeasures(s.figure, system);
		for (const [name, value] of Object.entries(one) as [MeasureName, number][]) {
			if (s.subtract && dimensionOf(name) === 'length' && !s.subtractLengths) continue;
			total[name] = (total[name] ?? 0) + value * s.times * (s.subtract ? -1 : 1);
		}
	}
	for (const [name, value] of Object.entries(total) as [MeasureName, number][]) {
		// What two equal shapes leave behind when one is taken off the other is not a negative measure.
		if (value < 0 && value > -1) total[name] = 0;
		else if (value < 0) throw new ShapeError(say('more-taken-off-than', { name: measureLabel(name) }));
	}
	return total;
}

/** Rounds up, but takes what is within 10⁻⁹ of a whole number as that number. */
export function ceilTolerant(x: number): number {
	const nearest = Math.round(x);
	return Math.abs(x - nearest) <= 1e-9 * Math.max(1, x) ? nearest : Math.ceil(x);
}

function positive(n: number, what: string): void {
	if (!Number.isFinite(n) || n <= 0) throw new ShapeError(say('must-be-more-than-0', { what }));
}
function notNegative(n: number, what: string): void {
	if (!Number.isFinite(n) || n < 0) throw new ShapeError(say('cannot-be-negative', { what }));
}
function pitchOk(pitch: number): void {
	if (!Number.isFinite(pitch) || pitch < 0 || pitch > 48) throw new ShapeError(say('pitch-must-be-between-0-and'));
}
const inUnit = (nm2: number, system: UnitSystem): string => `${toUnit(nm2, 'area', system).toFixed(1)} ${unitName('area', system)}`;
