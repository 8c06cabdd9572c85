import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Nothing, Version, orNull, strict } from '../inputs';

const Words = Type.String({ minLength: 1, maxLength: 2000, pattern: '\\S' });

/** Says something on a job, or on one of its tasks. Whoever is named with @ gets a mail and finds it on Today until they read it. */
export const sayOnJob = command('work.comment', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ jobId: Id, taskId: orNull(Id), text: Words }, strict),
	output: Nothing
});

/** One's own words put right: it shows that they were. */
export const changeComment = command('work.change-comment', {
	right: 'field.record',
	input: Type.Object({ commentId: Id, text: Words, version: Version }, strict),
	output: Nothing
});

/** One's own words taken back: that something stood there still shows. */
export const takeBackComment = command('work.take-back-comment', {
	right: 'field.record',
	input: Type.Object({ commentId: Id }, strict),
	output: Nothing
});

/** What names me on this job is read. */
export const readComments = command('work.read-comments', {
	right: 'field.record',
	input: Type.Object({ jobId: Id }, strict),
	output: Nothing
});
