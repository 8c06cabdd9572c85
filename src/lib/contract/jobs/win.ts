import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';

/** Work that starts on a word, billed by time and materials: won without a quote. */
export const winByHand = command('jobs.win', {
	right: 'quotes.accept-by-hand',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Object({ number: Type.Integer() }, strict)
});
