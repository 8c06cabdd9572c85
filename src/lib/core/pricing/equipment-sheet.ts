import { say } from './refusals';
import { exact, roundExact } from '../money/exact';
import { formatUnitPrice } from '../money/format';
import { step, type Step } from '../explain';
import type { UnitPrice } from '../money/types';
import { SheetError } from './sheet-error';

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
	if (s.lifeHours <= 0) throw new SheetError(say('life-of-machine-must-be-more'), 'lifeHours');
	if (s.hoursPerYear <= 0) throw new SheetError(say('hours-year-must-be-more-than'), 'hoursPerYear');
	const hourly = exact(s.purchase - s.resale, s.lifeHours)
		.add(exact(s.fixedPerYear, s.hoursPerYear))
		.add(exact(s.fuelPerHour + s.upkeepPerHour));
	return roundExact(hourly.mul(exact(Math.round(hours * 10_000), 10_000))) as UnitPrice;
}

/** Whether two names mean the same machine: letters and figures are what counts. */
export const sameMachine = (a: string, b: string): boolean => {
	const plain = (t: string) => t.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
	return plain(a) !== '' && plain(a) === plain(b);
};

/** The steps behind the hourly cost of a machine. */
export function explainEquipment(s: EquipmentSheet, hoursPerDay: number, source?: string): Step {
	const hours = (n: number) => `${n.toLocaleString('en-US')} h`;
	return step('Cost a day', formatUnitPrice(equipmentCost(s, hoursPerDay)), {
		formula: `${hoursPerDay} h × the exact hourly cost`,
		...(source ? { source } : {}),
		steps: [
			step('Cost an hour', formatUnitPrice(equipmentCost(s)), {
				steps: [
					step('Wearing out', formatUnitPrice(roundExact(exact(s.purchase - s.resale, s.lifeHours))), {
						formula: `(${formatUnitPrice(s.purchase)} − ${formatUnitPrice(s.resale)}) ÷ ${hours(s.lifeHours)}`
					}),
					step('Fixed', formatUnitPrice(roundExact(exact(s.fixedPerYear, s.hoursPerYear))), {
						formula: `${formatUnitPrice(s.fixedPerYear)} a year ÷ ${hours(s.hoursPerYear)}`
					}),
					step('Fuel', formatUnitPrice(s.fuelPerHour)),
					step('Upkeep', formatUnitPrice(s.upkeepPerHour))
				]
			})
		]
	});
}
