import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Text, strict, Nothing, ShapeKindName, ShapeTyped } from '../inputs';

export const addScope = command('estimates.add-scope', {
	right: 'estimates.change',
	input: Type.Object(
		{
			estimateId: Id,
			name: Name,
			wording: Type.Optional(Text()),
			option: Type.Optional(Type.Boolean()),
			/** Its first shape, in the words of its fields. */
			shape: Type.Optional(Type.Object({ kind: ShapeKindName, typed: ShapeTyped }, strict))
		},
		strict
	),
	output: Type.Object({ scopeId: Type.String() }, strict)
});

export const changeScope = command('estimates.change-scope', {
	right: 'estimates.change',
	input: Type.Object(
		{
			scopeId: Id,
			name: Type.Optional(Name),
			wording: Type.Optional(Text()),
			option: Type.Optional(Type.Boolean()),
			setAside: Type.Optional(Type.Boolean()),
			move: Type.Optional(Type.Union([Type.Literal(-1), Type.Literal(1)]))
		},
		strict
	),
	output: Nothing
});

/** Copies a scope with its shapes and lines; what hangs on a line in it hangs on the copy's own line. */
export const copyScope = command('estimates.copy-scope', {
	right: 'estimates.change',
	input: Type.Object(
		{
			scopeId: Id,
			name: Name,
			option: Type.Optional(Type.Boolean()),
			/** Other dimensions for some of its shapes, as typed: “10 x 9”; and how many times each counts. */
			sizes: Type.Optional(
				Type.Array(
					Type.Object({ shapeId: Id, size: Text(200), times: Type.Optional(Type.Integer({ minimum: 1, maximum: 10_000 })) }, strict),
					{
						maxItems: 100
					}
				)
			)
		},
		strict
	),
	output: Type.Object({ scopeId: Type.String() }, strict)
});

export const removeScope = command('estimates.remove-scope', {
	right: 'estimates.change',
	input: Type.Object({ scopeId: Id }, strict),
	output: Nothing
});

/** Puts a scope before another one, or at the end. */
export const placeScope = command('estimates.place-scope', {
	right: 'estimates.change',
	input: Type.Object({ scopeId: Id, beforeId: Type.Union([Id, Type.Null()]) }, strict),
	output: Nothing
});
