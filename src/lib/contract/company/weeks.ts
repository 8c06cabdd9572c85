import { Type } from '@sinclair/typebox';
import type { HolidayRule, WorkingHours } from '../../core/planning';
import { command } from '../define';
import { DayText, Id, Name, Nothing, orNull, strict, Version } from '../inputs';

const Minutes = Type.Integer({ minimum: 0, maximum: 2160 });
const WorkingDay = Type.Object(
	{ from: Minutes, to: Minutes, breaks: Type.Array(Type.Object({ from: Minutes, to: Minutes }, strict), { maxItems: 6 }) },
	strict
);
/** Working hours by weekday, Monday = 1; a day that is not there is free. */
export const WeekInput = Type.Unsafe<WorkingHours>(
	Type.Object(Object.fromEntries([1, 2, 3, 4, 5, 6, 7].map((d) => [d, Type.Optional(WorkingDay)])), strict)
);

const Month = Type.Integer({ minimum: 1, maximum: 12 });
/** Days on which nobody works: every year by date or by weekday of a month, or once. */
export const HolidayInput = Type.Unsafe<HolidayRule>(
	Type.Union([
		Type.Object(
			{
				...{ by: Type.Literal('date'), month: Month, day: Type.Integer({ minimum: 1, maximum: 31 }) },
				...{ observed: Type.Boolean(), name: Name }
			},
			strict
		),
		Type.Object(
			{
				...{ by: Type.Literal('nth'), month: Month, weekday: Type.Integer({ minimum: 1, maximum: 7 }) },
				...{ nth: Type.Union([1, 2, 3, 4, 5, -1].map((n) => Type.Literal(n))), name: Name }
			},
			strict
		),
		Type.Object({ by: Type.Literal('single'), date: DayText, name: Name }, strict)
	])
);

/** The company's week and its holidays. */
export const setWeek = command('company.set-week', {
	right: 'company.change',
	input: Type.Object({ hours: WeekInput, holidays: Type.Array(HolidayInput, { maxItems: 200 }), version: Version }, strict),
	output: Nothing
});

/** The week that a branch's people work; null: the company's. */
export const setBranchWeek = command('branches.set-week', {
	right: 'company.change',
	input: Type.Object({ branchId: Id, hours: orNull(WeekInput) }, strict),
	output: Nothing
});
