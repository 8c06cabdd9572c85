import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, strict } from '../inputs';

/** A job of its own that mends one that is won: same customer and site. Under warranty nothing of it is billed; else by time and materials. */
export const openCallback = command('jobs.open-callback', {
	right: 'jobs.change',
	input: Type.Object({ jobId: Id, name: Name, warranty: Type.Boolean() }, strict),
	output: Type.Object({ jobId: Type.String(), number: Type.Integer() }, strict)
});
