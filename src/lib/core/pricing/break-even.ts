import { mulDiv } from '../money/exact';
import { unitPrice, type UnitPrice } from '../money/types';
import type { Kind } from './price-rule';

/** Break-even of a unit without hours: cost + the overhead percent of its kind (§4), rounded to the ten-thousandth. */
export function breakEvenOf(cost: number, kind: Kind, overheadPercent: Partial<Record<Kind, number>>): UnitPrice {
	return unitPrice(cost + mulDiv(cost, overheadPercent[kind] ?? 0, 1_000_000));
}

/** Break-even of a unit with its hours: cost + the overhead percent of its kind + hours × overhead an hour. */
export const breakEvenWithHours = (
	line: { kind: Kind; hoursPerUnit: number; overheadPerHour: number },
	cost: number,
	overheadPercent: Partial<Record<Kind, number>>
): UnitPrice => unitPrice(breakEvenOf(cost, line.kind, overheadPercent) + mulDiv(line.hoursPerUnit, line.overheadPerHour, 10_000));
