import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict, Text, DayText } from '../inputs';

export const clockOn = command('time.clock-on', {
	right: 'field.record',
	offline: true,
	/** The task that is begun, where somebody says so: a job may ask for it. */
	input: Type.Object({ jobId: Id, taskId: Type.Optional(Id) }, strict),
	output: Type.Object({ entryId: Type.String() }, strict)
});

export const clockOff = command('time.clock-off', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ note: Text(500), breakMinutes: Type.Integer({ minimum: 0, maximum: 600 }) }, strict),
	output: Type.Object({ entryId: Type.String() }, strict)
});

/** Time that was forgotten, typed as from and to of a day. In the office an overlap is refused. */
export const addTime = command('time.add', {
	right: 'field.record',
	input: Type.Object(
		{
			personId: Type.Optional(Id),
			jobId: Id,
			taskId: Type.Optional(Id),
			day: DayText,
			from: Type.String({ pattern: '^([01]?\\d|2[0-3]):[0-5]\\d$' }),
			to: Type.String({ pattern: '^([01]?\\d|2[0-3]):[0-5]\\d$' }),
			breakMinutes: Type.Integer({ minimum: 0, maximum: 600 }),
			note: Text(500),
			which: Type.Optional(Type.Union([Type.Literal('first'), Type.Literal('second')]))
		},
		strict
	),
	output: Type.Object({ entryId: Type.String() }, strict)
});
