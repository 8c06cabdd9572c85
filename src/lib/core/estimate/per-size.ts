import { dimensionOf, toUnit, unitName, type MeasureName, type UnitSystem } from '../measure';
import { quantity, type Quantity } from '../money';
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

/** A unit of size as it stands on a job. */
const ON_JOB: Record<string, string> = { square: 'squares', piece: 'pieces', 'sq ft of floor': 'sq ft', 'm² of floor': 'm²' };

/**
 * The size of a job as its estimate measures it, to two decimals, in the words of a job; null when nothing is measured.
 * @example a roof of 1,611 sq ft // 161,100 (16.11), squares
 */
export function measuredSize(result: EstimateResult, system: UnitSystem): { size: Quantity; unit: string } | null {
	const found = perSize(result, system);
	return found && { size: quantity(Math.round(found.size * 100) * 100), unit: ON_JOB[found.per] ?? found.per };
}
