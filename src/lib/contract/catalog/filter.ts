import { Type, type Static } from '@sinclair/typebox';
import { KINDS } from '../../core/pricing';
import { Id, strict, Text } from '../inputs';

/** Which items are meant: by words, by what they are, or picked one by one. */
export const ItemFilter = Type.Object(
	{
		q: Type.Optional(Text(200)),
		kind: Type.Optional(Type.Union(KINDS.map((k) => Type.Literal(k)))),
		categoryId: Type.Optional(Id),
		supplierId: Type.Optional(Id),
		tag: Type.Optional(Text(40)),
		setAside: Type.Optional(Type.Boolean()),
		ids: Type.Optional(Type.Array(Id, { minItems: 1, maxItems: 5000 }))
	},
	strict
);
export type ItemFilter = Static<typeof ItemFilter>;
