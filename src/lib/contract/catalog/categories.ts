import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Version, strict, Nothing } from '../inputs';
import { RuleInput } from './rules';

/** Saves a category of the tree; a price rule that is not set is asked of the one it lies in. */
export const saveCategory = command('catalog.save-category', {
	right: 'catalog.change',
	input: Type.Object(
		{
			categoryId: Type.Optional(Id),
			name: Name,
			parentId: Type.Union([Id, Type.Null()]),
			/** By inheriting, markup or margin: a category has no fixed price. */
			rule: RuleInput,
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
