import { Type } from '@sinclair/typebox';
import { TIME_OFF_KINDS, TOLD_BY } from '../../core/planning';
import { WeekInput } from '../company/weeks';
import { command } from '../define';
import { DayText, Id, Name, Nothing, orNull, strict, Text, Version } from '../inputs';

/** What the plan has to know of somebody: how they are told, what they can do, and the week they work (null: their branch's, or the company's). */
export const setPlanning = command('people.set-planning', {
	right: 'plan.change',
	input: Type.Object(
		{
			personId: Id,
			phone: Text(60),
			toldBy: Type.Union(TOLD_BY.map((t) => Type.Literal(t))),
			skills: Text(200),
			hours: orNull(WeekInput),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** A license or training of somebody, and until when it holds; null: for good. */
export const savePersonPaper = command('people.save-paper', {
	right: 'plan.change',
	input: Type.Object({ paperId: Type.Optional(Id), personId: Id, name: Name, validUntil: orNull(DayText), version: Version }, strict),
	output: Nothing
});
export const removePersonPaper = command('people.remove-paper', {
	right: 'plan.change',
	input: Type.Object({ paperId: Id }, strict),
	output: Nothing
});

export const TimeOffKindName = Type.Union(TIME_OFF_KINDS.map((k) => Type.Literal(k)));

/** Somebody asks for days off; they stand on the plan when the office grants them. */
export const askTimeOff = command('time-off.ask', {
	right: 'field.record',
	input: Type.Object({ from: DayText, to: DayText, kind: TimeOffKindName, note: Text(200) }, strict),
	output: Nothing
});
/** What one asked for oneself and nobody answered yet is not wanted any more. */
export const takeBackTimeOff = command('time-off.take-back', {
	right: 'field.record',
	input: Type.Object({ timeOffId: Id }, strict),
	output: Nothing
});
/** Granted, or refused with a reason. */
export const answerTimeOff = command('time-off.answer', {
	right: 'plan.change',
	input: Type.Object({ timeOffId: Id, granted: Type.Boolean(), answer: Text(400), version: Version }, strict),
	output: Nothing
});
