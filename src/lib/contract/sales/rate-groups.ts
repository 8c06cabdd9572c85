import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, PercentIn, Version, strict, Nothing } from '../inputs';

/** Saves a rate group: a percentage of the price by kind; an empty one leaves that kind alone. */
export const saveRateGroup = command('rate-groups.save', {
	right: 'rates.change',
	input: Type.Object(
		{
			groupId: Type.Optional(Id),
			name: Name,
			percents: Type.Record(Type.String({ maxLength: 20 }), PercentIn),
			onFixed: Type.Boolean(),
			setAside: Type.Optional(Type.Boolean()),
			version: Version
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

/** Gives a customer a rate group, or takes it away. What is priced already keeps its price. */
export const setRateGroup = command('customers.set-rate-group', {
	right: 'customers.change',
	input: Type.Object({ customerId: Id, groupId: Type.Union([Id, Type.Null()]), version: Version }, strict),
	output: Nothing
});
