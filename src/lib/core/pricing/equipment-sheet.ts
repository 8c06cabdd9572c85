import { exact, roundExact } from '../money/exact';
import type { UnitPrice } from '../money/types';
import { SheetError } from './labor-sheet';

/** What a machine costs an hour. Money in ten-thousandths of the currency unit, hours whole. */
export interface EquipmentSheet {
	purchase: UnitPrice;
	resale: UnitPrice;
	lifeHours: number;
	fixedPerYear: UnitPrice;
	hoursPerYear: number;
	fuelPerHour: UnitPrice;
	upkeepPerHour: UnitPrice;
}

/**
 * Hourly cost = (price − resale) ÷ life hours + yearly fixed cost ÷ hours a year + fuel + upkeep, rounded once.
 * @throws SheetError for life or yearly hours of 0
 */
export function equipmentCost(s: EquipmentSheet, hours = 1): UnitPrice {
	if (s.lifeHours <= 0) throw new SheetError('The life of the machine must be more than 0 hours.', 'lifeHours');
	if (s.hoursPerYear <= 0) throw new SheetError('The hours a year must be more than 0.', 'hoursPerYear');
	const hourly = exact(s.purchase - s.resale, s.lifeHours)
		.add(exact(s.fixedPerYear, s.hoursPerYear))
		.add(exact(s.fuelPerHour + s.upkeepPerHour));
	return roundExact(hourly.mul(exact(Math.round(hours * 10_000), 10_000))) as UnitPrice;
}
