import { Type } from '@sinclair/typebox';
import { PERMIT_STATES } from '../../core/work';
import { command } from '../define';
import { DayText, Id, Name, Nothing, Text, Version, orNull, strict } from '../inputs';

/** A permit or an inspection of a job, or of one of its phases: new, or where it stands now. */
export const savePermit = command('work.save-permit', {
	right: 'jobs.change',
	input: Type.Object(
		{
			jobId: Id,
			permitId: orNull(Id),
			/** Null: the whole job waits for it. */
			phaseId: orNull(Id),
			kind: Type.Union([Type.Literal('permit'), Type.Literal('inspection')]),
			name: Name,
			authority: Text(120),
			state: Type.Union(PERMIT_STATES.map((s) => Type.Literal(s))),
			askedOn: orNull(DayText),
			dueOn: orNull(DayText),
			answeredOn: orNull(DayText),
			expiresOn: orNull(DayText),
			note: Text(1000),
			version: Version
		},
		strict
	),
	output: Type.Object({ permitId: Type.String() }, strict)
});

export const removePermit = command('work.remove-permit', {
	right: 'jobs.change',
	input: Type.Object({ permitId: Id }, strict),
	output: Nothing
});
