import { say } from './refusals';
import { exact, roundExact, mulDiv } from '../money/exact';
import type { Percent, Rate, UnitPrice } from '../money/types';
import { SheetError } from './sheet-error';

/** A named part of the paid day that no customer is charged for. */
export interface NonBillablePart {
	name: string;
	minutes: number;
	/** Driving: it must not stand in estimates as well. */
	driving?: boolean;
}
/** A named part of the burden: payroll tax, insurance, benefits. */
export interface BurdenPart {
	name: string;
	percent: Percent;
	/** False: it is computed on the plain wage, not on what overtime adds. */
	onPremium: boolean;
}

/**
 * The share of a paid day that its parts take, as a computed percentage (ten-thousandths of a percent), rounded once.
 * @example 100 of 540 minutes → 185185, 18.5185 %
 * @param dayMinutes paid minutes of a day
 * @throws SheetError for negative minutes, a day without minutes, or parts that fill the whole day
 */
export function nonBillableOf(parts: readonly NonBillablePart[], dayMinutes: number): Rate {
	if (dayMinutes <= 0) throw new SheetError(say('paid-minutes-of-day-must-be'), 'dayMinutes');
	if (parts.some((p) => p.minutes < 0)) throw new SheetError(say('minutes-cannot-be-negative'), 'parts');
	const minutes = parts.reduce((a, p) => a + p.minutes, 0);
	if (minutes >= dayMinutes) throw new SheetError(say('these-parts-fill-whole-paid-day'), 'parts');
	return mulDiv(minutes, 1_000_000, dayMinutes) as Rate;
}

/**
 * The burden in all, and what of it is not computed on the overtime premium, both in hundredths of a percent.
 * @throws SheetError for a negative part
 * @example 7.65 % on the premium too and 4 % not on it → 11.65 % in all, 4 % of it not on the premium
 */
export function burdenOf(parts: readonly BurdenPart[]): { burden: Percent; notOnPremium: Percent } {
	if (parts.some((p) => p.percent < 0)) throw new SheetError(say('part-of-burden-cannot-be-negative'), 'burden');
	const sum = (list: readonly BurdenPart[]) => list.reduce((a, p) => a + p.percent, 0) as Percent;
	return { burden: sum(parts), notOnPremium: sum(parts.filter((p) => !p.onPremium)) };
}

/** What must not be counted twice, said in words; empty when nothing is. */
export function doubleCounted(parts: readonly NonBillablePart[], drivingIsEstimated: boolean): string {
	const driving = parts.filter((p) => p.driving && p.minutes > 0);
	return drivingIsEstimated && driving.length > 0
		? `${driving.map((p) => p.name).join(' and ')} stands in the non-billable time, and estimates charge driving too: it would be paid twice.`
		: '';
}

/**
 * Another price of the same hour: after hours, call-out. A multiplier (15000 = 1.5) of the rounded price, rounded to the cent.
 * @throws SheetError for a multiplier of 0 or less
 * @example variantPrice(unitPrice(625_000), 15_000) // 93.75 an hour
 */
export function variantPrice(price: UnitPrice, multiplier: number): UnitPrice {
	if (multiplier <= 0) throw new SheetError(say('multiplier-must-be-more-than-0'), 'variants');
	return (roundExact(exact(price).mul(exact(multiplier, 10_000)).div(exact(100))) * 100) as UnitPrice;
}
