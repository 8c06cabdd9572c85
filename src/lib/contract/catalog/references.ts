import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, PriceIn, strict, Nothing } from '../inputs';

/** Keeps what a supplier calls an item of ours and asks for it; once for each supplier. */
export const saveReference = command('catalog.save-reference', {
	right: 'catalog.change',
	input: Type.Object({ itemId: Id, supplierId: Id, code: Type.String({ minLength: 1, maxLength: 60 }), cost: PriceIn }, strict),
	output: Type.Object({ referenceId: Type.String() }, strict)
});

export const dropReference = command('catalog.drop-reference', {
	right: 'catalog.change',
	input: Type.Object({ referenceId: Id }, strict),
	output: Nothing
});

/**
 * Buys an item from another supplier from now on: its cost is what that one asks. The supplier it came from so far stays with its
 * code and cost, so that the way back is one click.
 */
export const buyFrom = command('catalog.buy-from', {
	right: 'catalog.change',
	input: Type.Object({ referenceId: Id }, strict),
	output: Nothing
});
