import { NM_PER_FOOT, NM_PER_METRE, type UnitSystem } from './length';

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
