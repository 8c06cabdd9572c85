import { parseUnitPrice, parseQuantity } from '../lib/core/money';
import type { Input } from '../lib/contract';
import { addDays } from '../lib/core/time';
import type { Yard } from './yard';

/** Two years ago wages were lower; the sheets of today follow. Machines, and the budget of the year. */
export function buildRates(yard: Yard, today: string): void {
	const year = Number(today.slice(0, 4));
	const machine = (
		name: string,
		place: 'job cost' | 'overhead',
		figures: readonly [string, string, string, string, string, string, string]
	) => {
		const [purchase, resale, lifeHours, fixedPerYear, hoursPerYear, fuelPerHour, upkeepPerHour] = figures;
		yard.call('imogen', 'rates.save-equipment', {
			name,
			place,
			purchase: parseUnitPrice(purchase),
			resale: parseUnitPrice(resale),
			lifeHours: parseQuantity(lifeHours),
			fixedPerYear: parseUnitPrice(fixedPerYear),
			hoursPerYear: parseQuantity(hoursPerYear),
			fuelPerHour: parseUnitPrice(fuelPerHour),
			upkeepPerHour: parseUnitPrice(upkeepPerHour),
			hoursPerDay: 80_000
		});
	};
	yard.at(addDays(today, -400), '10:00');
	machine('Boom lift', 'job cost', ['62,000', '14,000', '6,000', '4,200', '900', '9.50', '3.25']);
	machine('Gutter machine', 'job cost', ['11,400', '2,000', '5,000', '380', '700', '1.10', '0.90']);
	machine('Crew trucks', 'overhead', ['48,000', '9,000', '7,500', '5,600', '1,500', '7.80', '2.40']);

	// Inland the county takes nothing, the township a little.
	const { componentId } = yard.call('imogen', 'tax.save-component', {
		name: 'Upper Marle township tax',
		rate: 12_500,
		from: '2015-01-01'
	});
	const { codeId } = yard.call('imogen', 'tax.save-code', {
		name: 'Materials, inland',
		componentIds: ['state', componentId]
	});
	yard.call('imogen', 'branches.save', {
		branchId: 'upper',
		name: 'Upper Marle',
		address: '12 Mill Rise, Upper Marle',
		lat: -46.972,
		lng: -130.958,
		taxCodeId: codeId
	});

	yard.call('imogen', 'rate-groups.save', { name: 'General contractors', percents: { material: 9_200, labor: 9_500 }, onFixed: false });
	yard.call('imogen', 'rate-groups.save', { name: 'Property managers', percents: { labor: 9_400 }, onFixed: false });

	const line = (name: string, lastYear: number, amount: number) => ({ name, lastYear: lastYear * 100, amount: amount * 100 });
	const crew = (name: string, sheetId: string, heads: number) => ({ name, sheetId, heads, paidHours: 1880, nonBillable: 0, loadedCost: 0 });
	const budget = (of: number, grown: number): Input<'budget.save'> => ({
		year: of,
		sales: [
			line('Re-roof', 1_560_000, 1_640_000 + grown),
			line('Low slope', 520_000, 560_000),
			line('Gutters', 388_000, 410_000),
			line('Insulation', 121_000, 130_000),
			line('Repair', 142_000, 155_000)
		],
		crews: [crew('Slate', 'steep', 4), crew('Copper', 'low', 3), crew('Gutter', 'gutter', 2), crew('Upper Marle', 'upper', 3)],
		direct: [
			{ ...line('Materials', 1_081_000, 1_148_000), kind: 'material' },
			{ ...line('Subcontract', 198_000, 212_693), kind: 'subcontract' },
			{ ...line('Containers and lifts', 88_000, 94_000), kind: 'equipment' },
			{ ...line('Permits and disposal', 22_000, 24_000), kind: 'other' }
		],
		overhead: [
			line('Office wages', 131_000, 138_000),
			line('Rent and yard', 44_400, 45_600),
			line('Crew trucks', 51_000, 54_200),
			line('Insurance', 38_600, 41_300),
			line('Telephone, software, bank', 14_900, 15_800),
			line('Advertising', 17_200, 16_500),
			line('Training and tools', 20_100, 21_306)
		],
		method: 'split' as const,
		onHours: 8000
	});
	yard.at(`${year - 1}-01-08`, '11:00').call('imogen', 'budget.save', budget(year - 1, -80_000));
	yard.at(addDays(today, -60), '11:00').call('imogen', 'budget.save', budget(year, 0));
	yard.call('imogen', 'budget.save-scenario', {
		year,
		name: 'A wet spring: a tenth fewer hours',
		whatIf: { hours: 9000, wages: 10_000, overhead: 10_000, sales: 9300, other: 9400 }
	});
	yard.call('imogen', 'budget.save-scenario', {
		year,
		name: 'Wages up by five percent',
		whatIf: { hours: 10_000, wages: 10_500, overhead: 10_000, sales: 10_000, other: 10_000 }
	});
}
