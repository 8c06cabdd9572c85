import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Text, strict, Version, Nothing } from '../inputs';
import { OWN_FIELD_OF } from '../../core/sales';

/** Defines the fields of the company's own. A field that goes is not shown any more; what was in it is kept. */
export const defineOwnFields = command('company.own-fields', {
	right: 'company.change',
	input: Type.Object(
		{
			fields: Type.Array(
				Type.Object(
					{
						id: Id,
						of: Type.Union(OWN_FIELD_OF.map((o) => Type.Literal(o))),
						label: Text(60),
						kind: Type.Union([Type.Literal('text'), Type.Literal('number'), Type.Literal('choice'), Type.Literal('date')]),
						choices: Type.Array(Text(80), { maxItems: 60 })
					},
					strict
				),
				{ maxItems: 80 }
			),
			version: Version
		},
		strict
	),
	output: Nothing
});

export const Values = Type.Record(Id, Text(500), { maxProperties: 80 });

/** Values of own fields of a customer or one of its sites. */
export const setCustomerOwn = command('customers.set-own', {
	right: 'customers.change',
	input: Type.Object({ of: Type.Union([Type.Literal('customer'), Type.Literal('site')]), id: Id, values: Values }, strict),
	output: Nothing
});

/** Values of own fields of a job or one of its quotes. */
export const setJobOwn = command('jobs.set-own', {
	right: 'jobs.change',
	input: Type.Object({ of: Type.Union([Type.Literal('job'), Type.Literal('quote')]), id: Id, values: Values }, strict),
	output: Nothing
});
