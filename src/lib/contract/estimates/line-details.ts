import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';
import { LINE_FIELDS } from '../../core/estimate';

export const Value = Type.String({ maxLength: 2000 });

export const FIELDS = [...LINE_FIELDS];

/** Changes several fields of one line in one step, which Undo takes back whole; each is compared with what the person saw. */
export const changeLineFields = command('estimates.change-line-fields', {
	right: 'estimates.change',
	input: Type.Object(
		{
			lineId: Id,
			fields: Type.Array(
				Type.Object({ field: Type.Union(FIELDS.map((f) => Type.Literal(f))), value: Value, seen: Type.Optional(Value) }, strict),
				{ minItems: 1, maxItems: 20 }
			)
		},
		strict
	),
	output: Type.Object({ version: Type.Integer() }, strict)
});

/**
 * Makes the price of a line the price of its catalog item from now on, on purpose: what is typed on an estimate is for that quote
 * alone otherwise. Estimates that have the item keep theirs.
 */
export const pushPrice = command('catalog.take-line-price', {
	right: 'catalog.change',
	input: Type.Object({ lineId: Id }, strict),
	output: Type.Object({ price: Type.Integer() }, strict)
});
