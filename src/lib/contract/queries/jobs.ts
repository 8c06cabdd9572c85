import { Type } from '@sinclair/typebox';
import { query } from '../define';
import { Id, strict } from '../inputs';

/** The tasks of a job in their order, to say which one time was worked on. */
export const jobTasks = query('work.tasks', {
	right: 'own.account',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Array(Type.Object({ id: Type.String(), text: Type.String() }, strict))
});

/** What of a job is still open: what somebody wants to know before it is closed. Empty: nothing. */
export const openEnds = query('jobs.open-ends', {
	right: 'jobs.see',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Array(Type.Object({ words: Type.String(), path: Type.String() }, strict))
});
