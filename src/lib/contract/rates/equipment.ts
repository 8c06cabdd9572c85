import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, PriceIn, QuantityIn, Version, strict } from '../inputs';

/** Saves what a machine costs an hour and a day. In job cost, it is a catalog item by the day whose cost follows the sheet. */
export const saveEquipment = command('rates.save-equipment', {
	right: 'rates.change',
	input: Type.Object(
		{
			sheetId: Type.Optional(Id),
			name: Name,
			place: Type.Union([Type.Literal('job cost'), Type.Literal('overhead')]),
			purchase: PriceIn,
			resale: PriceIn,
			lifeHours: QuantityIn,
			fixedPerYear: PriceIn,
			hoursPerYear: QuantityIn,
			fuelPerHour: PriceIn,
			upkeepPerHour: PriceIn,
			hoursPerDay: QuantityIn,
			version: Version
		},
		strict
	),
	output: Type.Object({ id: Type.String(), itemId: Type.Union([Type.Null(), Type.String()]) }, strict)
});
