import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, QuantityIn, strict } from '../inputs';

/**
 * Puts a flat-rate service on a scope: one line the customer reads, with title, wording and the whole price; its materials hang on it,
 * hidden, so that they are ordered and taxed as materials.
 */
export const addService = command('estimates.add-service', {
	right: 'estimates.change',
	input: Type.Object({ scopeId: Id, serviceId: Id, quantity: Type.Optional(QuantityIn) }, strict),
	output: Type.Object({ lineId: Type.String() }, strict)
});
