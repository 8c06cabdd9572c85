import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Name, Nothing, orNull, strict, Text } from '../inputs';

/** A feed of a crew's, a branch's or everybody's days for calendars outside: a new one ends the one before; off: it ends. */
export const renewFeed = command('plan.renew-feed', {
	right: 'plan.change',
	input: Type.Object(
		{ of: Type.Union([Type.Literal('crew'), Type.Literal('branch'), Type.Literal('all')]), id: orNull(Id), on: Type.Boolean() },
		strict
	),
	output: Nothing
});

/** A calendar outside whose times somebody is taken at: by its address, or the text of a file. */
export const addCalendar = command('plan.add-calendar', {
	right: 'plan.change',
	input: Type.Object({ personId: Id, name: Name, address: Text(1000), file: Text(2_000_000) }, strict),
	output: Type.Object({ calendarId: Type.String() }, strict)
});
export const removeCalendar = command('plan.remove-calendar', {
	right: 'plan.change',
	input: Type.Object({ calendarId: Id }, strict),
	output: Nothing
});
/** A calendar is fetched again the next moment. */
export const refreshCalendar = command('plan.refresh-calendar', {
	right: 'plan.change',
	input: Type.Object({ calendarId: Id }, strict),
	output: Nothing
});
/** What was read of a calendar outside, or why it could not be. */
export const takeCalendar = command('plan.take-calendar', {
	right: 'system',
	input: Type.Object({ calendarId: Id, text: Text(6_000_000), problem: Text(300) }, strict),
	output: Nothing
});

/** Who is called first on these days. */
export const putOnCall = command('plan.put-on-call', {
	right: 'plan.change',
	input: Type.Object({ personId: Id, from: DayText, to: DayText }, strict),
	output: Nothing
});
export const takeOffCall = command('plan.take-off-call', {
	right: 'plan.change',
	input: Type.Object({ onCallId: Id }, strict),
	output: Nothing
});
