import { Refusal } from '../refusal';
import { formatLength, parseLength } from './length';
import { say } from './refusals';
import { figureMeasures, type Figure } from './shapes';
import type { ShapeKind } from './typed-shape';
import type { UnitSystem } from './length';

/** The dimensions that make a figure larger or smaller, in the order in which people say them. */
const SIZES: Partial<Record<ShapeKind, readonly string[]>> = {
	'roof face': ['length', 'run'],
	'roof triangle': ['base', 'run'],
	room: ['length', 'width', 'height'],
	slab: ['length', 'width'],
	run: ['length']
};
const TIMES = /\s*[x×]\s*/i;

/**
 * A figure's dimensions in one line; null for one that has none to say so (corners, a count).
 * @example sizeText(room, 'imperial') // 14' × 12' × 8'
 */
export function sizeText(figure: Figure, system: UnitSystem): string | null {
	const fields = SIZES[figure.kind];
	const own = figure as unknown as Record<string, number>;
	return fields ? fields.map((f) => formatLength(own[f] ?? 0, system)).join(' × ') : null;
}

/**
 * The same figure with other dimensions; those left off at the end stay: a room of “10 x 9” keeps its height.
 * What else it has (pitch, openings, gates) stays too.
 * @throws Refusal for a length that cannot be read, more dimensions than it has, or a figure that cannot be
 */
export function resized(figure: Figure, text: string, system: UnitSystem): Figure {
	const fields = SIZES[figure.kind];
	const typed = text.trim().split(TIMES);
	if (!fields || typed.length > fields.length)
		throw new Refusal(say('size-of-so-many', { kind: figure.kind, fields: fields?.join(' × ') ?? '' }), 'sizes');
	const next = { ...figure, ...Object.fromEntries(typed.map((t, n) => [fields[n] ?? '', read(t, system)])) } as Figure;
	try {
		figureMeasures(next, system);
	} catch (e) {
		throw e instanceof Refusal ? new Refusal(e.said, 'sizes') : e;
	}
	return next;
}

const read = (text: string, system: UnitSystem): number => {
	try {
		return parseLength(text, system);
	} catch (e) {
		throw e instanceof Refusal ? new Refusal(e.said, 'sizes') : e;
	}
};

/** A scope that is typed with its size: what it is called, and the shape in the words of its fields. */
export interface ScopeTyped {
	name: string;
	kind: 'room' | 'slab' | 'roof face';
	typed: Record<string, string>;
}

const LENGTH = String.raw`\d[\d.,'’′"”″/\s]*(?:ft|feet|in|yd|mm|cm|m)?`;
const sized = (name: string): RegExp =>
	new RegExp(String.raw`^(${name})[,:]?\s+(${LENGTH}(?:\s*[x×]\s*${LENGTH}){1,2})(?:\s+at\s+(\d+(?:\.\d+)?)(?:\s*\/\s*12)?)?$`, 'i');
/** A name as short as can be, else as long: “Office 12 x 10”, but also “Bedroom 2 14x12x8”. */
const READINGS = [sized(String.raw`.*?[^\s,:]`), sized(String.raw`.*[^\s,:]`)];

/**
 * Reads a scope with its size from one line: three dimensions are a room, two with a pitch a roof face, two a slab. Null: no size in it.
 * @example scopeTyped("Living room 14x12x8", 'imperial') // { name: 'Living room', kind: 'room', typed: { length: '14', width: '12', height: '8' } }
 * @example scopeTyped("Main roof 48' x 14' at 8", 'imperial') // roof face, pitch 8
 */
export function scopeTyped(text: string, system: UnitSystem): ScopeTyped | null {
	for (const reading of READINGS) {
		const found = readAs(reading, text.trim(), system);
		if (found) return found;
	}
	return null;
}

function readAs(reading: RegExp, text: string, system: UnitSystem): ScopeTyped | null {
	const m = reading.exec(text);
	const sizes = (m?.[2] ?? '').trim().split(TIMES);
	const name = m?.[1] ?? '';
	if (!m || name === '' || (m[3] !== undefined && sizes.length !== 2)) return null;
	try {
		for (const s of sizes) parseLength(s, system);
	} catch {
		return null;
	}
	const [a = '', b = '', c = ''] = sizes.map((s) => s.trim());
	if (sizes.length === 3) return { name, kind: 'room', typed: { length: a, width: b, height: c } };
	return m[3] === undefined
		? { name, kind: 'slab', typed: { length: a, width: b } }
		: { name, kind: 'roof face', typed: { length: a, run: b, pitch: m[3] } };
}
