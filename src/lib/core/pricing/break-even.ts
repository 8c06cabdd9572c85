import { divideRounded } from '../money/exact';
import { unitPrice, type UnitPrice } from '../money/types';
import type { Kind } from './price-rule';

/** The hours of a unit and what an hour carries, both in ten-thousandths. */
export interface UnitHours {
	hoursPerUnit: number;
	overheadPerHour: number;
}

/**
 * Break-even of a unit, unrounded: cost + the overhead percent of its kind (§4) + hours × overhead an hour, in millionths of a
 * ten-thousandth of the currency unit. Prices by margin are computed from it.
 */
export function exactBreakEven(cost: number, kind: Kind, overheadPercent: Partial<Record<Kind, number>>, hours?: UnitHours): bigint {
	const own = BigInt(cost) * BigInt(1_000_000 + (overheadPercent[kind] ?? 0));
	return hours ? own + BigInt(hours.hoursPerUnit) * BigInt(hours.overheadPerHour) * 100n : own;
}

/** Break-even of a unit without hours, rounded to the ten-thousandth for showing. */
export const breakEvenOf = (cost: number, kind: Kind, overheadPercent: Partial<Record<Kind, number>>): UnitPrice =>
	unitPrice(divideRounded(exactBreakEven(cost, kind, overheadPercent), 1_000_000n));

/** Break-even of a unit with its hours, rounded to the ten-thousandth for showing. */
export const breakEvenWithHours = (
	line: { kind: Kind } & UnitHours,
	cost: number,
	overheadPercent: Partial<Record<Kind, number>>
): UnitPrice => unitPrice(divideRounded(exactBreakEven(cost, line.kind, overheadPercent, line), 1_000_000n));
