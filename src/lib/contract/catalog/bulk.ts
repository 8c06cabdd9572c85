import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { ItemFilter } from './filter';
import { PercentIn, strict, Id, Text } from '../inputs';
import { RuleInput } from './rules';

export const Change = Type.Union([
	Type.Object({ what: Type.Literal('cost'), percent: PercentIn }, strict),
	Type.Object({ what: Type.Literal('rule'), rule: RuleInput }, strict),
	Type.Object({ what: Type.Literal('category'), categoryId: Type.Union([Id, Type.Null()]) }, strict),
	Type.Object({ what: Type.Literal('tax'), taxCodeId: Type.Union([Id, Type.Null()]) }, strict),
	Type.Object({ what: Type.Literal('aside'), setAside: Type.Boolean() }, strict),
	Type.Object({ what: Type.Literal('tag'), tag: Text(40), add: Type.Boolean() }, strict)
]);

/**
 * Changes all items of a filter at once. What they were before is kept: the change can be taken back whole. Very many are changed in portions:
 * `more` says that the rest follows.
 */
export const changeItems = command('catalog.change-items', {
	right: 'catalog.change',
	size: 1_000_000,
	input: Type.Object({ filter: ItemFilter, change: Change }, strict),
	output: Type.Object({ changeId: Type.String(), changed: Type.Integer(), more: Type.Boolean() }, strict)
});

/**
 * Takes a change of many items back: each goes to what it was, but for those that somebody changed since. What is still being carried out stops. Very many
 * are taken back in portions: `more` says that the rest follows.
 */
export const undoChange = command('catalog.undo-change', {
	right: 'catalog.change',
	input: Type.Object({ changeId: Id }, strict),
	output: Type.Object({ restored: Type.Integer(), left: Type.Integer(), more: Type.Boolean() }, strict)
});

const Rejected = Type.Object({ row: Type.Integer(), text: Type.String(), reason: Type.String() }, strict);

/** A long import has been read and compared: how much there is to do. */
export const planImport = command('catalog.plan-import', {
	right: 'system',
	input: Type.Object(
		{
			changeId: Id,
			total: Type.Integer(),
			unchanged: Type.Integer(),
			rejected: Type.Array(Rejected, { maxItems: 2000 }),
			asideOf: Type.Integer()
		},
		strict
	),
	output: Type.Null()
});

/** A row of a price list to be written: a new item, or one that is known. */
export const ListedRow = Type.Object(
	{
		code: Type.String(),
		name: Type.String(),
		unit: Type.String(),
		cost: Type.Integer({ minimum: 0 }),
		/** The item as it is known; null: it is new. */
		itemId: Type.Union([Type.String(), Type.Null()]),
		/** Another supplier’s item: only what this supplier asks for it is heard, on this reference. */
		referenceId: Type.Union([Type.String(), Type.Null()])
	},
	strict
);

/** What is under way cannot go on: it ends where it is, with the reason, and keeps nothing after it waiting. What was done can be taken back. */
export const giveUp = command('catalog.give-up', {
	right: 'system',
	input: Type.Object({ changeId: Id, why: Text(400) }, strict),
	output: Type.Null()
});

/** The next portion of what is under way in the catalog; the rows of an import come along. */
export const goOn = command('catalog.go-on', {
	right: 'system',
	size: 1_000_000,
	input: Type.Object(
		{
			changeId: Id,
			rows: Type.Array(ListedRow, { maxItems: 1000 }),
			aside: Type.Array(Id, { maxItems: 1000 }),
			last: Type.Boolean(),
			rejected: Type.Integer()
		},
		strict
	),
	output: Type.Object({ more: Type.Boolean() }, strict)
});
