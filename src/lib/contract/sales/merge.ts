import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';

/** Makes one customer of two: all that belonged to the second belongs to the first; what the first does not know is taken over. */
export const mergeCustomers = command('customers.merge', {
	right: 'customers.change',
	input: Type.Object({ keepId: Id, goneId: Id }, strict),
	output: Type.Object({ moved: Type.Integer() }, strict)
});

/**
 * Makes two of them again: the one that went is back, with everything that came from it and still lies with the one that stayed.
 * What was done since stays: a new job of the one that stayed stays there.
 */
export const undoMerge = command('customers.undo-merge', {
	right: 'customers.change',
	input: Type.Object({ customerId: Id }, strict),
	output: Type.Object({ customerId: Type.String() }, strict)
});
