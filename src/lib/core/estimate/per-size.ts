import { dimensionOf, toUnit, unitName, type MeasureName, type UnitSystem } from '../measure';
import type { EstimateResult } from './compute';

/** What a job's size is told by, the first that it has. */
const BY: MeasureName[] = ['area', 'floor', 'length', 'count'];
export interface PerSize {
	/** What it is per: “square”, “sq ft of floor”, “ft”. */
	per: string;
	size: number;
	/** Cents per unit of size, rounded for showing. */
	price: number;
	profit: number;
}

/**
 * Price and profit per unit of size of what counts: roofs by the square (100 sq ft; metric: m²), else floor, length or count.
 * Null when nothing is measured. For showing only: nothing is computed from it.
 */
export function perSize(result: EstimateResult, system: UnitSystem): PerSize | null {
	for (const name of BY) {
		const dimension = dimensionOf(name);
		const size = result.scopes
			.filter((s) => s.state === 'in')
			.reduce((sum, s) => sum + toUnit(s.measures[name] ?? 0, dimension, system), 0);
		if (size <= 0) continue;
		const squares = name === 'area' && system === 'imperial';
		const units = squares ? size / 100 : size;
		const per = squares ? 'square' : name === 'count' ? 'piece' : `${unitName(dimension, system)}${name === 'floor' ? ' of floor' : ''}`;
		return { per, size: units, price: Math.round(result.total.price / units), profit: Math.round(result.total.profit / units) };
	}
	return null;
}
