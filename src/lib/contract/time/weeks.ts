import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Name, Nothing, strict, Version } from '../inputs';

/** A person's payroll week stands as it is: nothing of it is changed until it is opened again. Approved twice is approved once. */
export const approveWeek = command('time.approve-week', {
	right: 'hours.change',
	input: Type.Object({ personId: Id, week: DayText }, strict),
	output: Nothing
});

/** Opens an approved week again, with the reason. */
export const openWeek = command('time.open-week', {
	right: 'hours.change',
	input: Type.Object({ personId: Id, week: DayText, reason: Name }, strict),
	output: Nothing
});

const Threshold = Type.Object(
	{ minutes: Type.Integer({ minimum: 1, maximum: 10_080 }), multiplier: Type.Integer({ minimum: 10_001, maximum: 100_000 }) },
	strict
);

/** From when on hours are paid more, of a day and of a week, and the weekday the payroll week begins on. */
export const setPayroll = command('company.payroll', {
	right: 'company.change',
	input: Type.Object(
		{
			firstDay: Type.Integer({ minimum: 1, maximum: 7 }),
			day: Type.Array(Threshold, { maxItems: 4 }),
			week: Type.Array(Threshold, { maxItems: 4 }),
			version: Version
		},
		strict
	),
	output: Nothing
});
