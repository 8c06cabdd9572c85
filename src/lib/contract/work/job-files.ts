import { Type } from '@sinclair/typebox';
import { SEEN_BY } from '../../core/work';
import { command } from '../define';
import { DayText, Id, Name, Nothing, Text, Version, orNull, strict } from '../inputs';

/** Keeps a file with a job, or a newer version of one that is there. Told by its content, not its name. */
export const attachToJob = command('jobs.attach', {
	right: 'jobs.change',
	inner: true,
	input: Type.Object(
		{
			jobId: Id,
			/** The file it is a newer version of. */
			fileId: orNull(Id),
			folder: Text(60),
			name: Type.String({ minLength: 1, maxLength: 200 }),
			bytes: Type.Unsafe<Buffer>(Type.Any())
		},
		strict
	),
	output: Type.Object({ fileId: Type.String() }, strict)
});

/** What a file is called, where it lies, who sees it, and until when it is good. */
export const changeJobFile = command('jobs.change-file', {
	right: 'jobs.change',
	input: Type.Object(
		{
			fileId: Id,
			name: Name,
			folder: Text(60),
			seenBy: Type.Union(SEEN_BY.map((s) => Type.Literal(s))),
			expiresOn: orNull(DayText),
			/** The task it is needed for; left out: as it was. */
			taskId: Type.Optional(orNull(Id)),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** A file is set aside, or taken back: it is never lost. */
export const setAsideJobFile = command('jobs.set-aside-file', {
	right: 'jobs.change',
	input: Type.Object({ fileId: Id, aside: Type.Boolean() }, strict),
	output: Nothing
});
