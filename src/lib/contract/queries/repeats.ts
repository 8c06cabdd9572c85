import { Type } from '@sinclair/typebox';
import { query } from '../define';
import { Id, orNull, RepeatInput, strict } from '../inputs';

/** What a rule will make: each by the day the rule gives it, and the day it comes to; null: left out. */
export const repeatComing = query('repeats.coming', {
	right: 'jobs.see',
	input: Type.Object({ ruleId: Id }, strict),
	output: Type.Array(
		Type.Object(
			{
				...{ occursOn: Type.String(), day: orNull(Type.String()), merged: Type.Boolean() },
				/** What else is different about it; null: nothing. */
				other: orNull(
					Type.Object(
						{
							...{ crewId: Type.Optional(orNull(Type.String())), note: Type.Optional(Type.String()) },
							...{ from: Type.Optional(orNull(Type.Integer())), to: Type.Optional(orNull(Type.Integer())) },
							price: Type.Optional(orNull(Type.Integer()))
						},
						strict
					)
				),
				...{ exception: Type.Boolean(), made: Type.Boolean(), jobId: orNull(Type.String()), number: orNull(Type.Integer()) }
			},
			strict
		)
	)
});

/** What a changed rule would add to what is still to come, and what it would drop. */
export const repeatChange = query('repeats.check-change', {
	right: 'jobs.change',
	input: Type.Object({ ruleId: Id, rule: RepeatInput }, strict),
	output: Type.Object({ added: Type.Array(Type.String()), dropped: Type.Array(Type.String()) }, strict)
});
