import { Type } from '@sinclair/typebox';
import { KINDS } from '../../core/pricing';
import { command } from '../define';
import { DayText, Id, Name, Nothing, strict, CentsIn, QuantityIn, Version } from '../inputs';

/** Material that was used, from the catalog, at catalog cost. */
export const useMaterial = command('costs.use-material', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ jobId: Id, itemId: Id, quantity: QuantityIn }, strict),
	/** null: it was ordered for this job, so its supplier's bill is the cost. */
	output: Type.Object({ costId: Type.Union([Type.String(), Type.Null()]) }, strict)
});

/** A cost entered by the office: a subcontractor's bill, a permit, a machine. */
export const addCost = command('costs.add', {
	right: 'costs.change',
	input: Type.Object(
		{
			jobId: Id,
			kind: Type.Union(KINDS.filter((k) => k !== 'labor').map((k) => Type.Literal(k))),
			name: Name,
			day: DayText,
			cost: CentsIn
		},
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

/** What somebody expects a phase and kind of a job still to cost, in cents; null: as the budget says again. */
export const setRemainder = command('costs.set-remainder', {
	right: 'costs.change',
	input: Type.Object(
		{
			jobId: Id,
			phaseId: Type.Union([Id, Type.Null()]),
			kind: Type.Union(KINDS.map((k) => Type.Literal(k))),
			amount: Type.Union([Type.Integer({ minimum: 0, maximum: 1e12 }), Type.Null()])
		},
		strict
	),
	output: Nothing
});

/** How far a phase is, hundredths of a percent, as somebody sees it; null: not said. */
export const setComplete = command('costs.set-complete', {
	right: 'costs.change',
	input: Type.Object(
		{ phaseId: Id, percent: Type.Union([Type.Integer({ minimum: 0, maximum: 10_000 }), Type.Null()]), version: Version },
		strict
	),
	output: Nothing
});
