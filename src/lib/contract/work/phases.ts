import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Name, Nothing, strict, Version } from '../inputs';

/** A phase of a job gets another name, or is laid over days: both included; null for both: not laid over days. */
export const changePhase = command('jobs.change-phase', {
	right: 'jobs.change',
	input: Type.Object(
		{
			phaseId: Id,
			name: Name,
			from: Type.Union([DayText, Type.Null()]),
			to: Type.Union([DayText, Type.Null()]),
			version: Version
		},
		strict
	),
	output: Nothing
});
