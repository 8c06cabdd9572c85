import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, DayText, Name, Version, orNull, strict, Nothing } from '../inputs';

export const Clock = Type.String({ pattern: '^([01]?\\d|2[0-3]):[0-5]\\d$' });

/** Puts time right that was booked wrongly, with the reason; its cost and charge follow. What overlaps is refused, with what it overlaps. */
export const correctTime = command('time.correct', {
	right: 'hours.change',
	input: Type.Object(
		{
			entryId: Id,
			day: DayText,
			from: Clock,
			to: Clock,
			breakMinutes: Type.Integer({ minimum: 0, maximum: 600 }),
			/** Another task of the same job, or none; absent: it stays. */
			taskId: Type.Optional(orNull(Id)),
			reason: Name,
			version: Version
		},
		strict
	),
	output: Nothing
});

/** Takes off time that was booked by mistake, with its cost and the reason. */
export const removeTime = command('time.remove', {
	right: 'hours.change',
	input: Type.Object({ entryId: Id, reason: Name }, strict),
	output: Nothing
});
