import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict, Text, DayText, Typed, Name, Version, Nothing } from '../inputs';
import { KINDS } from '../../core/pricing';

export const clockOn = command('time.clock-on', {
	right: 'field.record',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Object({ entryId: Type.String() }, strict)
});

export const clockOff = command('time.clock-off', {
	right: 'field.record',
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

/** Material that was used, from the catalog, at catalog cost. */
export const useMaterial = command('costs.use-material', {
	right: 'field.record',
	input: Type.Object({ jobId: Id, itemId: Id, quantity: Typed }, strict),
	output: Type.Object({ costId: Type.String() }, strict)
});

/** A cost typed by the office: a subcontractor's bill, a permit, a machine. */
export const addCost = command('costs.add', {
	right: 'costs.change',
	input: Type.Object(
		{ jobId: Id, kind: Type.Union(KINDS.filter((k) => k !== 'labor').map((k) => Type.Literal(k))), name: Name, day: DayText, cost: Typed },
		strict
	),
	output: Nothing
});

/** Whether a cost is billed apart or lies within the contract. */
export const markCost = command('costs.mark', {
	right: 'costs.change',
	input: Type.Object({ costId: Id, state: Type.Union([Type.Literal('to bill'), Type.Literal('absorbed')]), version: Version }, strict),
	output: Nothing
});

export const addNote = command('field.note', {
	right: 'field.record',
	input: Type.Object({ jobId: Id, text: Text(2000), fileId: Type.Union([Id, Type.Null()]) }, strict),
	output: Nothing
});

/** A picture that was checked and re-encoded already. */
export const keepPicture = command('files.keep', {
	right: 'field.record',
	inner: true,
	input: Type.Object(
		{
			width: Type.Integer(),
			height: Type.Integer(),
			bytes: Type.Unsafe<Buffer>(Type.Any()),
			thumb: Type.Unsafe<Buffer>(Type.Any())
		},
		strict
	),
	output: Type.Object({ fileId: Type.String() }, strict)
});
