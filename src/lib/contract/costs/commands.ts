import { Type } from '@sinclair/typebox';
import { KINDS } from '../../core/pricing';
import { command } from '../define';
import { DayText, Id, Name, Nothing, strict, Typed, Version } from '../inputs';

/** Material that was used, from the catalog, at catalog cost. */
export const useMaterial = command('costs.use-material', {
	right: 'field.record',
	input: Type.Object({ jobId: Id, itemId: Id, quantity: Typed }, strict),
	output: Type.Object({ costId: Type.String() }, strict)
});

/** A cost typed by the office: a subcontractor's bill, a permit, a machine. */
export const addCost = command('costs.add', {
	right: 'costs.change',
	input: Type.Object(
		{ jobId: Id, kind: Type.Union(KINDS.filter((k) => k !== 'labor').map((k) => Type.Literal(k))), name: Name, day: DayText, cost: Typed },
		strict
	),
	output: Nothing
});

/** Whether a cost is billed apart or lies within the contract. */
export const markCost = command('costs.mark', {
	right: 'costs.change',
	input: Type.Object({ costId: Id, state: Type.Union([Type.Literal('to bill'), Type.Literal('absorbed')]), version: Version }, strict),
	output: Nothing
});
