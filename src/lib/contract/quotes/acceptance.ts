import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { strict } from '../inputs';

/** Makes the records that could not be made with their acceptance. @returns how many */
export const makeDueRecords = command('quotes.make-due-records', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ made: Type.Integer() }, strict)
});
