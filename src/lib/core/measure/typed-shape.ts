import { Refusal } from '../refusal';
import { parseLength, type UnitSystem } from './length';
import { figureMeasures, MEASURES, ShapeError, type Figure, type Gate, type MeasureName, type Opening } from './shapes';
import { fromUnit } from './units';

/** What a person types for each kind of shape, in the order they are asked. */
export const SHAPE_FIELDS = {
	'roof face': ['length', 'run', 'pitch', 'ridge'],
	'roof triangle': ['base', 'run', 'pitch'],
	room: ['length', 'width', 'height', 'openings'],
	slab: ['length', 'width', 'depth'],
	run: ['length', 'height', 'spacing', 'gates', 'closed'],
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
					ridge: text('ridge') === '' || yes('ridge')
				};
			case 'roof triangle':
				return { kind, base: len('base'), run: len('run'), pitch: number(text('pitch'), 'pitch') };
			case 'room':
				return {
					kind,
					length: len('length'),
					width: len('width'),
					height: len('height'),
					openings: inField('openings', () => parseOpenings(text('openings'), system))
				};
			case 'slab':
				return { kind, length: len('length'), width: len('width'), depth: len('depth', '0') };
			case 'run':
				return {
					kind,
					length: len('length'),
					height: len('height', '0'),
					spacing: len('spacing'),
					closed: yes('closed'),
					gates: inField('gates', () => parseGates(text('gates'), system)),
					sharedEnds: 0
				};
			case 'count':
				return { kind, n: number(text('count'), 'count') };
			case 'typed': {
				const measure = text('measure') as MeasureName;
				if (!Object.hasOwn(MEASURES, measure)) throw new Refusal('Choose what is measured.', 'measure');
				return { kind, measure, value: fromUnit(number(text('value'), 'value'), MEASURES[measure], system) };
			}
		}
	})();
	inField(SHAPE_FIELDS[kind][0], () => figureMeasures(figure));
	return figure;
}

function inField<T>(field: string, read: () => T): T {
	try {
		return read();
	} catch (e) {
		if (e instanceof Refusal) throw new Refusal(e.message, field);
		throw e;
	}
}

function number(text: string, field: string): number {
	const s = text.replace(/,(?=\d{3}(\D|$))/g, '').replace(/\s*(in|\/|:)\s*12$/, '');
	if (!/^(\d+(\.\d+)?|\.\d+)$/.test(s)) throw new Refusal(text === '' ? 'This is needed.' : `“${text}” is not a number.`, field);
	const n = Number(s);
	if (n > 1e9) throw new Refusal('That is more than a thousand million.', field);
	return n;
}

/** "3' x 7' door, 4' x 3'" → openings. */
export function parseOpenings(text: string, system: UnitSystem): Opening[] {
	return list(text).map((part) => {
		const m = /^(.+?)\s*[x×*]\s*(.+?)(\s+door)?$/i.exec(part);
		if (!m) throw new ShapeError(`“${part}” is not an opening. Type width x height, and “door” for a door.`);
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
