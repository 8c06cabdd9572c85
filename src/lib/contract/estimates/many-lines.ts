import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict, Name, Nothing } from '../inputs';
import { LINE_FIELDS, type LineField, PASTE_COLUMNS } from '../../core/estimate';

export const Ids = Type.Array(Id, { minItems: 1, maxItems: 2000, uniqueItems: true });

export const MANY: LineField[] = [
	'setAside',
	'option',
	'hidden',
	'locked',
	'discountable',
	'margin',
	'markup',
	'phase',
	'tax',
	'placeholder'
];

/** Changes the same cell of many lines in one step, which Undo takes back whole. All of them or none. */
export const changeLines = command('estimates.change-lines', {
	right: 'estimates.change',
	input: Type.Object(
		{
			lineIds: Ids,
			field: Type.Union(LINE_FIELDS.filter((f) => MANY.includes(f)).map((f) => Type.Literal(f))),
			value: Type.String({ maxLength: 200 })
		},
		strict
	),
	output: Type.Object({ lines: Type.Integer() }, strict)
});

/** Buys the same item once for several parts of a scope: one line stays, with one rounding on the sum of their needs. */
export const poolPicked = command('estimates.pool-lines', {
	right: 'estimates.change',
	input: Type.Object({ lineIds: Ids }, strict),
	output: Nothing
});

export const removeLines = command('estimates.remove-lines', {
	right: 'estimates.change',
	input: Type.Object({ lineIds: Ids }, strict),
	output: Nothing
});

/** Moves lines before another one, or to the end of a scope; in their order. What hangs on a line stays with it. */
export const moveLines = command('estimates.move-lines', {
	right: 'estimates.change',
	input: Type.Object({ lineIds: Ids, scopeId: Id, beforeId: Type.Union([Id, Type.Null()]) }, strict),
	output: Nothing
});

/** Adds the rows of a pasted block as lines. A row that is a catalog item by name or code and says no money is priced as that item. */
export const pasteBlock = command('estimates.paste-block', {
	right: 'estimates.change',
	size: 6_000_000,
	input: Type.Object(
		{
			scopeId: Id,
			text: Type.String({ minLength: 1, maxLength: 2_000_000 }),
			columns: Type.Array(Type.Union(PASTE_COLUMNS.map((c) => Type.Literal(c))), { maxItems: 300 }),
			headed: Type.Boolean()
		},
		strict
	),
	output: Type.Object({ lines: Type.Integer(), left: Type.Integer() }, strict)
});

/** A heading between lines: words only. */
export const addHeading = command('estimates.add-heading', {
	right: 'estimates.change',
	input: Type.Object({ scopeId: Id, text: Name }, strict),
	output: Type.Object({ lineId: Type.String() }, strict)
});
