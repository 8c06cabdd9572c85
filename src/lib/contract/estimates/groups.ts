import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, strict, Nothing } from '../inputs';

export const Member = Type.Object({ kind: Type.Union([Type.Literal('scope'), Type.Literal('line')]), id: Id }, strict);

/** Makes a group of options or changes one: its members become options, and one of them counts until the customer chooses. */
export const putGroup = command('estimates.put-group', {
	right: 'estimates.change',
	input: Type.Object(
		{
			estimateId: Id,
			groupId: Type.Optional(Id),
			name: Name,
			atLeast: Type.Integer({ minimum: 0, maximum: 50 }),
			atMost: Type.Integer({ minimum: 1, maximum: 50 }),
			members: Type.Array(Member, { minItems: 2, maxItems: 50 }),
			presetId: Type.Union([Id, Type.Null()])
		},
		strict
	),
	output: Type.Object({ groupId: Type.String() }, strict)
});

/** Takes a group apart: its members stay options, each for itself. */
export const removeGroup = command('estimates.remove-group', {
	right: 'estimates.change',
	input: Type.Object({ groupId: Id }, strict),
	output: Nothing
});
