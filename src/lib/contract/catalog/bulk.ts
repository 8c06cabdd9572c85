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

/** Changes all items of a filter at once. What they were before is kept: the change can be taken back whole. */
export const changeItems = command('catalog.change-items', {
	right: 'catalog.change',
	size: 1_000_000,
	input: Type.Object({ filter: ItemFilter, change: Change }, strict),
	output: Type.Object({ changeId: Type.String(), changed: Type.Integer() }, strict)
});

/** Takes a change of many items back: each goes to what it was, but for those that somebody changed since. */
export const undoChange = command('catalog.undo-change', {
	right: 'catalog.change',
	input: Type.Object({ changeId: Id }, strict),
	output: Type.Object({ restored: Type.Integer(), left: Type.Integer() }, strict)
});
