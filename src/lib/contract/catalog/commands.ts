import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, PriceIn, QuantityIn, Text, Version, strict } from '../inputs';
import { RuleInput } from './rules';
import { KINDS } from '../../core/pricing';

export const KindInput = Type.Union(KINDS.map((k) => Type.Literal(k)));

export const saveItem = command('catalog.save-item', {
	right: 'catalog.change',
	input: Type.Object(
		{
			itemId: Type.Optional(Id),
			code: Type.String({ minLength: 1, maxLength: 60 }),
			name: Name,
			kind: KindInput,
			unit: Type.String({ minLength: 1, maxLength: 20 }),
			cost: PriceIn,
			rule: RuleInput,
			taxCodeId: Type.Union([Id, Type.Null()]),
			categoryId: Type.Union([Id, Type.Null()]),
			wording: Text(1000),
			supplierId: Type.Optional(Type.Union([Id, Type.Null()])),
			purchaseUnit: Type.Optional(Text(20)),
			pack: Type.Optional(QuantityIn),
			tags: Type.Optional(Text(300)),
			note: Type.Optional(Text(2000)),
			fileId: Type.Optional(Type.Union([Id, Type.Null()])),
			/** What comes along, one a line: code × how many for one of it. */
			companions: Type.Optional(Text(1000)),
			fine: Type.Optional(Type.Boolean()),
			setAside: Type.Optional(Type.Boolean()),
			version: Version
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const MappingInput = Type.Object(
	{
		headerRow: Type.Integer({ minimum: -1, maximum: 1000 }),
		code: Type.Integer({ minimum: -1, maximum: 300 }),
		name: Type.Integer({ minimum: -1, maximum: 300 }),
		unit: Type.Integer({ minimum: -1, maximum: 300 }),
		cost: Type.Integer({ minimum: -1, maximum: 300 }),
		decimal: Type.Optional(Type.Union([Type.Literal('.'), Type.Literal(',')])),
		units: Type.Optional(Type.Record(Type.String({ maxLength: 20 }), Type.String({ minLength: 1, maxLength: 20 })))
	},
	strict
);

/**
 * Applies a supplier's price list: new items are added, changed ones updated, the rest left; the mapping is remembered. A long list is applied in
 * portions, so that nobody waits for it: `more` says that it has only begun.
 */
export const importPrices = command('catalog.import', {
	right: 'catalog.change',
	size: 62_000_000,
	input: Type.Object(
		{
			supplierId: Id,
			fileName: Text(200),
			text: Type.String({ maxLength: 60_000_000 }),
			mapping: MappingInput,
			categoryId: Type.Union([Id, Type.Null()]),
			taxCodeId: Type.Union([Id, Type.Null()]),
			/** Codes that are not taken this time. */
			skip: Type.Optional(Type.Array(Type.String({ maxLength: 60 }), { maxItems: 200_000 })),
			/** Whether this supplier's items that the list does not have are set aside. */
			asideMissing: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Type.Object(
		{
			importId: Type.String(),
			changeId: Type.String(),
			added: Type.Integer(),
			changed: Type.Integer(),
			unchanged: Type.Integer(),
			rejected: Type.Integer(),
			more: Type.Boolean()
		},
		strict
	)
});
