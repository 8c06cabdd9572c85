import { Type } from '@sinclair/typebox';
import type { SettingsGiven } from '../../core/company';
import { CURRENCIES, type Rate } from '../../core/money';
import type { PriceRule } from '../../core/pricing';
import type { HolidayRule, WorkingHours } from '../../core/planning';
import { command } from '../define';
import { TimeOffKindName } from '../people/planning';
import { Name, Text, Id, Version, strict, MeasureInput, DayText, Nothing } from '../inputs';

/** What the program itself hands on when a company begins; it checks it before. */
const given = <T>() => Type.Unsafe<T>(Type.Any());
const PriceCategory = given<{ id: string; name: string; rule: PriceRule | null }[]>();

/** The first command of a company: who it is, its week, its stages, taxes and defaults. */
export const setUpCompany = command('company.set-up', {
	right: 'system',
	input: Type.Object({
		name: Name,
		zone: Name,
		mail: Text(200),
		phone: Text(60),
		address: Text(300),
		hours: given<WorkingHours>(),
		holidays: given<HolidayRule[]>(),
		settings: given<SettingsGiven>(),
		stages: Type.Array(
			Type.Object({
				id: Id,
				track: Type.Union([Type.Literal('winning'), Type.Literal('doing')]),
				name: Name,
				meaning: given<'bidding' | 'won' | 'lost' | 'ready' | 'under way' | 'finished' | 'closed'>()
			})
		),
		branches: Type.Array(Type.Object({ id: Id, name: Name, address: Text(300), lat: Type.Number(), lng: Type.Number() })),
		crews: Type.Array(Type.Object({ id: Id, name: Name })),
		taxComponents: given<{ id: string; name: string; rates: { from: string; rate: Rate }[] }[]>(),
		taxCodes: given<{ id: string; name: string; componentIds: string[] }[]>(),
		categories: PriceCategory,
		suppliers: Type.Array(Type.Object({ id: Id, name: Name }))
	}),
	output: Nothing
});

export const changeCompany = command('company.change', {
	right: 'company.change',
	input: Type.Object(
		{
			name: Name,
			mail: Text(200),
			phone: Text(60),
			address: Text(300),
			terms: Text(4000),
			depositPercent: Type.Integer({ minimum: 0, maximum: 10_000 }),
			paymentDays: Type.Integer({ minimum: 0, maximum: 365 }),
			quoteDays: Type.Integer({ minimum: 1, maximum: 365 }),
			currency: Type.Optional(Type.Union(CURRENCIES.map((c) => Type.Literal(c)))),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** Names the measures that the company uses beside those that shapes give: “flashing at walls”, a length. */
export const nameMeasures = command('company.name-measures', {
	right: 'catalog.change',
	input: Type.Object({ measures: Type.Array(MeasureInput, { maxItems: 60 }) }, strict),
	output: Nothing
});

export const addTimeOff = command('time-off.add', {
	right: 'plan.change',
	input: Type.Object({ personId: Id, from: DayText, to: DayText, note: Text(200), kind: Type.Optional(TimeOffKindName) }, strict),
	output: Nothing
});

export const removeTimeOff = command('time-off.remove', {
	right: 'plan.change',
	input: Type.Object({ timeOffId: Id }, strict),
	output: Nothing
});
