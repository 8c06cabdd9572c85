import { say } from './refusals';
import { Refusal } from '../refusal';
import { parseLength, type UnitSystem } from './length';
import { EDGE_KINDS, type Corner, type EdgeKind } from './polygon';
import { dimensionOf, figureMeasures, isMeasure, ShapeError, type Figure, type Gate, type Opening } from './shapes';
import { parseMeasure } from './units';

/** What a person types for each kind of shape, in the order they are asked. */
export const SHAPE_FIELDS = {
	'roof face': ['length', 'run', 'pitch', 'ridge', 'shared'],
	'roof triangle': ['base', 'run', 'pitch', 'shared'],
	'roof polygon': ['points', 'edges', 'pitch', 'shared'],
	polygon: ['points', 'shared'],
	room: ['length', 'width', 'height', 'openings', 'shared'],
	slab: ['length', 'width', 'depth', 'shared'],
	run: ['length', 'height', 'spacing', 'gates', 'closed', 'shared ends'],
	count: ['count'],
	typed: ['measure', 'value']
} as const satisfies Record<Figure['kind'], readonly string[]>;
export type ShapeKind = Figure['kind'];
export type TypedShape = Record<string, string>;

/**
 * Reads a shape from what was typed. Every refusal names the field it is about.
 * Openings are typed like "3' x 7' door, 4' x 3'"; gates like "4', 4' at 20'".
 * @throws Refusal
 */
export function parseFigure(kind: ShapeKind, typed: TypedShape, system: UnitSystem): Figure {
	const text = (f: string): string => (typed[f] ?? '').trim();
	const len = (f: string, fallback?: string): number => inField(f, () => parseLength(text(f) || (fallback ?? ''), system));
	const yes = (f: string): boolean => /^(yes|y|true|on|1)$/i.test(text(f));
	const figure = ((): Figure => {
		switch (kind) {
			case 'roof face':
				return {
					kind,
					length: len('length'),
					run: len('run'),
					pitch: number(text('pitch'), 'pitch'),
					ridge: text('ridge') === '' || yes('ridge'),
					...shared(text('shared'), ['eaves', 'rakes', 'ridge'])
				};
			case 'roof triangle':
				return {
					kind,
					base: len('base'),
					run: len('run'),
					pitch: number(text('pitch'), 'pitch'),
					...shared(text('shared'), ['eaves', 'hips'])
				};
			case 'polygon':
				return { kind, points: inField('points', () => parsePoints(text('points'), system)), ...sharedEdges(text('shared'), []) };
			case 'roof polygon': {
				const edges = inField('edges', () => parseEdges(text('edges')));
				return {
					kind,
					points: inField('points', () => parsePoints(text('points'), system)),
					edges,
					pitch: number(text('pitch'), 'pitch'),
					...sharedEdges(text('shared'), edges)
				};
			}
			case 'room':
				return {
					kind,
					length: len('length'),
					width: len('width'),
					height: len('height'),
					openings: inField('openings', () => parseOpenings(text('openings'), system)),
					...sharedLengths(text('shared'), system)
				};
			case 'slab':
				return { kind, length: len('length'), width: len('width'), depth: len('depth', '0'), ...sharedLengths(text('shared'), system) };
			case 'run':
				return {
					kind,
					length: len('length'),
					height: len('height', '0'),
					spacing: len('spacing'),
					closed: yes('closed'),
					gates: inField('gates', () => parseGates(text('gates'), system)),
					sharedEnds: ends(text('shared ends'))
				};
			case 'count':
				return { kind, n: number(text('count'), 'count') };
			case 'typed': {
				const measure = text('measure');
				if (!isMeasure(measure)) throw new Refusal(say('choose-what-measured'), 'measure');
				return { kind, measure, value: inField('value', () => parseMeasure(text('value'), dimensionOf(measure), system)) };
			}
		}
	})();
	try {
		figureMeasures(figure, system);
	} catch (e) {
		// What names its own field keeps it; the rest is said at the first.
		if (e instanceof Refusal) throw new Refusal(e.said, e.field ?? SHAPE_FIELDS[kind][0]);
		throw e;
	}
	return figure;
}

/** Edges that lie against a neighbor and count half: "ridge, rakes". */
function shared<E extends string>(text: string, of: readonly E[]): { shared?: E[] } {
	const named = list(text.toLowerCase());
	for (const n of named)
		if (!(of as readonly string[]).includes(n)) throw new Refusal(say('not-one-of', { typed: n, of: of.join(', ') }), 'shared');
	return named.length ? { shared: named as E[] } : {};
}

/** Edges of a polygon that lie against a neighbor: by their number from 1, or of a roof by what they are: "ridge, 3". */
function sharedEdges(text: string, kinds: readonly EdgeKind[]): { shared?: number[] } {
	const edges = list(text.toLowerCase()).flatMap((n) => {
		const named = kinds.flatMap((k, at) => (k === n || `${k}s` === n ? [at] : []));
		if (named.length > 0) return named;
		if (!/^\d{1,3}$/.test(n) || n === '0') throw new Refusal(say('not-edge', { typed: n, kindsCount: kinds.length }), 'shared');
		return [Number(n) - 1];
	});
	return edges.length ? { shared: [...new Set(edges)].sort((a, b) => a - b) } : {};
}

/** Lengths that lie against a neighbor: "12', 8' 6\"" are added up. */
function sharedLengths(text: string, system: UnitSystem): { sharedLengths?: number } {
	const all = list(text).map((part) => inField('shared', () => parseLength(part, system)));
	return all.length ? { sharedLengths: all.reduce((a, b) => a + b, 0) } : {};
}

/** How many ends of an open run another run shares. */
function ends(text: string): 0 | 1 | 2 {
	const n = text === '' ? 0 : Number(text);
	if (n !== 0 && n !== 1 && n !== 2) throw new Refusal(say('run-shares-none-one-or-both'), 'shared ends');
	return n;
}

/** "0, 0; 40', 0; 40', 20'" → corners. */
export function parsePoints(text: string, system: UnitSystem): Corner[] {
	const coordinate = (part: string): number => {
		const minus = /^[-−]/.test(part);
		const size = parseLength(minus ? part.slice(1) : part, system);
		return minus ? -size : size;
	};
	return text
		.split(';')
		.map((p) => p.trim())
		.filter(Boolean)
		.map((p) => {
			const [x, y, more] = p.split(',').map((c) => c.trim());
			if (!x || !y || more !== undefined) throw new ShapeError(say('not-corner', { p }));
			return { x: coordinate(x), y: coordinate(y) };
		});
}

/** "eave, rake, ridge, rake" → what each edge is. */
export function parseEdges(text: string): EdgeKind[] {
	return list(text.toLowerCase()).map((e) => {
		if (!(EDGE_KINDS as readonly string[]).includes(e))
			throw new ShapeError(say('not-kind-of-edge', { typed: e, edgeKinds: EDGE_KINDS.join(', ') }));
		return e as EdgeKind;
	});
}

function inField<T>(field: string, read: () => T): T {
	try {
		return read();
	} catch (e) {
		if (e instanceof Refusal) throw new Refusal(e.said, field);
		throw e;
	}
}

function number(text: string, field: string): number {
	const s = text.replace(/,(?=\d{3}(\D|$))/g, '').replace(/\s*(in|\/|:)\s*12$/, '');
	if (!/^(\d+(\.\d+)?|\.\d+)$/.test(s)) throw new Refusal(text === '' ? say('needed') : say('not-number', { text }), field);
	const n = Number(s);
	if (n > 1e9) throw new Refusal(say('more-than-thousand-million'), field);
	return n;
}

/** "3' x 7' door, 4' x 3'" → openings. */
export function parseOpenings(text: string, system: UnitSystem): Opening[] {
	return list(text).map((part) => {
		const m = /^(.+?)\s*[x×*]\s*(.+?)(\s+door)?$/i.exec(part);
		if (!m) throw new ShapeError(say('not-opening', { part }));
		return { width: parseLength(m[1] ?? '', system), height: parseLength(m[2] ?? '', system), door: m[3] !== undefined };
	});
}

/** "4', 4' at 20'" → gates, with a position or without. */
export function parseGates(text: string, system: UnitSystem): Gate[] {
	return list(text).map((part) => {
		const [width = '', position] = part.split(/\s+at\s+/i);
		return { width: parseLength(width, system), position: position === undefined ? null : parseLength(position, system) };
	});
}

const list = (text: string): string[] =>
	text
		.split(/[,;]/)
		.map((s) => s.trim())
		.filter(Boolean);
