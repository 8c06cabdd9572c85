import { say } from './refusals';
import { Refusal } from '../refusal';
import { NM_PER_FOOT, NM_PER_METRE, parseLength, type UnitSystem } from './length';

/** What kind of number a measure is. The unit follows from the company's system. */
export type Dimension = 'length' | 'area' | 'volume' | 'count';

const BASE = { imperial: NM_PER_FOOT, metric: NM_PER_METRE };
const POWER: Record<Dimension, number> = { length: 1, area: 2, volume: 3, count: 0 };
const NAMES: Record<UnitSystem, Record<Dimension, string>> = {
	imperial: { length: 'ft', area: 'sq ft', volume: 'cu ft', count: '' },
	metric: { length: 'm', area: 'm²', volume: 'm³', count: '' }
};

/** A value in nanometres to the power of its dimension → the company's unit (ft, sq ft, cu ft, m …). Unrounded. */
export function toUnit(value: number, dimension: Dimension, system: UnitSystem): number {
	let v = value;
	for (let i = 0; i < POWER[dimension]; i++) v /= BASE[system];
	return v;
}

/** A number in the company's unit → nanometres to the power of its dimension. */
export function fromUnit(value: number, dimension: Dimension, system: UnitSystem): number {
	let v = value;
	for (let i = 0; i < POWER[dimension]; i++) v *= BASE[system];
	return v;
}

/** The short name of the company's unit: ft, sq ft, cu ft; empty for counts. */
export const unitName = (dimension: Dimension, system: UnitSystem): string => NAMES[system][dimension];

/** Units that may be typed after a number, whatever the company's system: how many of which base unit they are. */
const TYPED: Record<'area' | 'volume', { words: RegExp; base: number; of: number }[]> = {
	area: [
		{ words: /^(sq\.? ?ft|ft2|ft²|square feet)$/, base: NM_PER_FOOT, of: 1 },
		{ words: /^(sq|squares?)$/, base: NM_PER_FOOT, of: 100 },
		{ words: /^(sq\.? ?yd|square yards?)$/, base: NM_PER_FOOT, of: 9 },
		{ words: /^(sq\.? ?m|m2|m²|square met(?:er|re)s?)$/, base: NM_PER_METRE, of: 1 }
	],
	volume: [
		{ words: /^(cu\.? ?ft|ft3|ft³|cubic feet)$/, base: NM_PER_FOOT, of: 1 },
		{ words: /^(cu\.? ?yd|yd3|cubic yards?)$/, base: NM_PER_FOOT, of: 27 },
		{ words: /^(cu\.? ?m|m3|m³|cubic met(?:er|re)s?)$/, base: NM_PER_METRE, of: 1 }
	]
};

/**
 * Reads a typed measure into nanometres to the power of its dimension. A bare number is in the company's unit; areas and volumes
 * also take sq ft, squares, sq yd, sq m, cu ft, cu yd, cu m; lengths are typed like every length.
 * @throws Refusal
 */
export function parseMeasure(text: string, dimension: Dimension, system: UnitSystem): number {
	const m = /^([\d,]*\.?\d+)\s*(.*)$/.exec(text.trim().toLowerCase());
	const n = m ? Number((m[1] ?? '').replace(/,(?=\d{3}(\D|$))/g, '')) : NaN;
	if (text.trim() === '') throw new Refusal(say('needed'));
	const unit = m?.[2] ?? '';
	if (dimension === 'length' && unit !== '') return parseLength(text, system);
	if (!Number.isFinite(n)) throw new Refusal(say('not-number', { text }));
	if (n > 1e9) throw new Refusal(say('more-than-thousand-million'));
	if (unit === '') return fromUnit(n, dimension, system);
	const found = dimension === 'area' || dimension === 'volume' ? TYPED[dimension].find((u) => u.words.test(unit)) : undefined;
	if (!found) throw new Refusal(say('not-unit-of', { unit, dimension }));
	return n * found.of * found.base ** (dimension === 'area' ? 2 : 3);
}
