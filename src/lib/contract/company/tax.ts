import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, DayText, strict, Text, Version, Nothing } from '../inputs';

/** A tax component: the state's, the county's. A rate, in ten-thousandths of a percent, holds from a day on; what holds already is never rewritten. */
export const saveTaxComponent = command('tax.save-component', {
	right: 'company.change',
	input: Type.Object(
		{ componentId: Type.Optional(Id), name: Name, rate: Type.Integer({ minimum: -1e9, maximum: 1e9 }), from: DayText },
		strict
	),
	output: Type.Object({ componentId: Type.String() }, strict)
});

/** A tax code: which components a line is taxed with. */
export const saveTaxCode = command('tax.save-code', {
	right: 'company.change',
	input: Type.Object(
		{ codeId: Type.Optional(Id), name: Name, componentIds: Type.Array(Id, { minItems: 1, maxItems: 20, uniqueItems: true }) },
		strict
	),
	output: Type.Object({ codeId: Type.String() }, strict)
});

/** A branch: where it is, and what its taxable lines are taxed with. */
export const saveBranch = command('branches.save', {
	right: 'company.change',
	input: Type.Object(
		{
			branchId: Type.Optional(Id),
			name: Name,
			address: Text(300),
			lat: Type.Union([Type.Number({ minimum: -90, maximum: 90 }), Type.Null()]),
			lng: Type.Union([Type.Number({ minimum: -180, maximum: 180 }), Type.Null()]),
			taxCodeId: Type.Union([Id, Type.Null()])
		},
		strict
	),
	output: Type.Object({ branchId: Type.String() }, strict)
});

/** A customer's exemption: certificate, what it frees from, and the last day on which it holds. */
export const setExemption = command('customers.set-exemption', {
	right: 'customers.change',
	input: Type.Object(
		{
			customerId: Id,
			/** Empty: none. */
			certificate: Text(80),
			/** Empty: all taxes. */
			componentIds: Type.Array(Id, { maxItems: 20 }),
			expires: Type.Union([DayText, Type.Null()]),
			version: Version
		},
		strict
	),
	output: Nothing
});
