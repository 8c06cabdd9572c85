import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { PercentIn, strict, Nothing } from '../inputs';

/** Sets the margin that prices are held against from now on. */
export const setTarget = command('company.target-margin', {
	right: 'rates.change',
	input: Type.Object({ margin: PercentIn }, strict),
	output: Nothing
});
