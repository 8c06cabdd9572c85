import { say } from './refusals';
import { exact, roundExact, mulDiv } from '../money/exact';
import type { Cents, Percent, Rate, UnitPrice } from '../money/types';
import { SheetError } from './sheet-error';

/** Billable hours = heads × paid hours × (1 − non-billable), whole hours rounded half away from zero. */
export function billableHours(heads: number, paidHours: number, nonBillable: Percent): number {
	return mulDiv(heads * paidHours, 10_000 - nonBillable, 10_000);
}

/** What each hour and each dollar of direct cost carries of the overhead. */
export interface Recovery {
	perHour: UnitPrice;
	perDollar: Rate;
}

/**
 * All the overhead on hours.
 * @param parts what the hours are counted in: 10000 for ten-thousandths, so that no part of an hour is rounded away
 * @throws SheetError without billable hours
 */
export function recoverByHours(overhead: Cents, hours: number, parts = 1): Recovery {
	if (hours <= 0) throw new SheetError(say('no-billable-hours-to-carry-overhead'), 'hours');
	return { perHour: mulDiv(overhead, 100 * parts, hours) as UnitPrice, perDollar: 0 as Rate };
}

/** All the overhead on dollars of direct cost. @throws SheetError without direct cost */
export function recoverByDollars(overhead: Cents, directCost: Cents): Recovery {
	if (directCost <= 0) throw new SheetError(say('no-direct-cost-to-carry-overhead'), 'directCost');
	return { perHour: 0 as UnitPrice, perDollar: mulDiv(overhead, 1_000_000, directCost) as Rate };
}

/**
 * A share on hours, the rest on dollars of materials, subcontract and equipment; each rounded once.
 * @param overhead cents a year @param onHours its share on hours, hundredths of a percent @param hours billable hours a year, in `parts` of one
 * @param otherDirect cents a year of everything direct but labor
 * @returns per hour in ten-thousandths of a dollar, per dollar as a computed percentage
 * @throws SheetError where a share has nothing that carries it
 * @example recoverSplit(cents(10_000_000), percent(6000), 6_000, cents(20_000_000)) // 10.0000 an hour and 20 % of dollars
 */
export function recoverSplit(overhead: Cents, onHours: Percent, hours: number, otherDirect: Cents, parts = 1): Recovery {
	if (onHours > 0 && hours <= 0) throw new SheetError(say('no-billable-hours-to-carry-overhead'), 'hours');
	if (onHours < 10_000 && otherDirect <= 0) throw new SheetError(say('no-other-direct-cost-to-carry'), 'directCost');
	const share = exact(overhead).mul(exact(onHours, 10_000));
	return {
		perHour: (hours > 0 ? roundExact(share.mul(exact(100 * parts, hours))) : 0) as UnitPrice,
		perDollar: (otherDirect > 0 ? roundExact(exact(overhead).sub(share).mul(exact(1_000_000, otherDirect))) : 0) as Rate
	};
}

/**
 * Break-even sales = overhead ÷ (1 − direct cost ÷ expected sales), all in cents a year, rounded once.
 * @throws SheetError when direct cost leaves nothing of the sales
 * @example breakEvenSales(cents(300_000), cents(600_000), cents(1_000_000)) // 750,000 cents
 */
export function breakEvenSales(overhead: Cents, directCost: Cents, expectedSales: Cents): Cents {
	if (expectedSales <= directCost) throw new SheetError(say('direct-cost-leaves-nothing-of-sales'), 'sales');
	return mulDiv(overhead, expectedSales, expectedSales - directCost) as Cents;
}
