import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Typed, Version, strict, Nothing } from '../inputs';

/** Saves a category of the tree; a price rule that is not set is asked of the one it lies in. */
export const saveCategory = command('catalog.save-category', {
	right: 'catalog.change',
	input: Type.Object(
		{
			categoryId: Type.Optional(Id),
			name: Name,
			parentId: Type.Union([Id, Type.Null()]),
			ruleBy: Type.Union(['inherit', 'markup', 'margin'].map((b) => Type.Literal(b))),
			ruleValue: Typed,
			version: Version
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const removeCategory = command('catalog.remove-category', {
	right: 'catalog.change',
	input: Type.Object({ categoryId: Id }, strict),
	output: Nothing
});
