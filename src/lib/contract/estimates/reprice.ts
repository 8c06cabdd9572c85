import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';

/** Brings the lines of an open estimate to today's costs and prices. One step that Undo takes back whole. */
export const reprice = command('estimates.reprice', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id }, strict),
	output: Type.Object({ lines: Type.Integer() }, strict)
});
