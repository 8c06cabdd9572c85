import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { CentsIn, Id, strict, PriceIn, QuantityIn, Typed, Text, Name, Nothing, ShapeKindName, ShapeTyped } from '../inputs';
import { KINDS } from '../../core/pricing';
import { LINE_FIELDS } from '../../core/estimate';
import { PERIODS } from '../../core/quotes';

/** Adds a shape or changes one, from what was typed. */
export const putShape = command('estimates.put-shape', {
	right: 'estimates.change',
	input: Type.Object(
		{
			scopeId: Id,
			shapeId: Type.Optional(Id),
			kind: ShapeKindName,
			typed: ShapeTyped,
			times: Type.Optional(Type.Integer({ minimum: 1, maximum: 10_000 })),
			subtract: Type.Optional(Type.Boolean()),
			subtractLengths: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Type.Object({ shapeId: Type.String() }, strict)
});

export const removeShape = command('estimates.remove-shape', {
	right: 'estimates.change',
	input: Type.Object({ shapeId: Id }, strict),
	output: Nothing
});

/** Puts an assembly on a scope: its questions answered, one line for each part that holds, quantities from the scope's measures. */
export const putAssembly = command('estimates.put-assembly', {
	right: 'estimates.change',
	input: Type.Object(
		{
			scopeId: Id,
			assemblyId: Id,
			answered: Type.Optional(Type.Record(Type.String({ maxLength: 400 }), Type.String({ maxLength: 40 }))),
			/** Measures that the scope lacks, as typed: they become typed shapes of it. */
			measures: Type.Optional(Type.Record(Type.String({ maxLength: 60 }), Typed))
		},
		strict
	),
	output: Nothing
});

/** Adds a line by hand: a catalog item, hours of a rate sheet, or free text and price. */
export const addLine = command('estimates.add-line', {
	right: 'estimates.change',
	input: Type.Object(
		{
			scopeId: Id,
			itemId: Type.Optional(Id),
			sheetId: Type.Optional(Id),
			/** Another price of the sheet's hour, by its name there. */
			variant: Type.Optional(Text(80)),
			name: Type.Optional(Name),
			kind: Type.Optional(Type.Union(KINDS.map((k) => Type.Literal(k)))),
			quantity: Type.Optional(QuantityIn),
			unit: Type.Optional(Type.String({ minLength: 1, maxLength: 20 })),
			cost: Type.Optional(PriceIn),
			price: Type.Optional(PriceIn),
			option: Type.Optional(Type.Boolean()),
			phase: Type.Optional(Text(80))
		},
		strict
	),
	output: Type.Object({ lineId: Type.String() }, strict)
});

/**
 * Changes one cell of a line, from what was typed. `seen` is what the person had before them: if somebody changed the same
 * cell meanwhile it is said, and nothing is lost; other cells of the line merge.
 */
export const changeLine = command('estimates.change-line', {
	right: 'estimates.change',
	input: Type.Object(
		{
			lineId: Id,
			field: Type.Union(LINE_FIELDS.map((f) => Type.Literal(f))),
			value: Type.String({ maxLength: 2000 }),
			seen: Type.Optional(Type.String({ maxLength: 2000 }))
		},
		strict
	),
	output: Type.Object({ version: Type.Integer() }, strict)
});

export const moveLine = command('estimates.move-line', {
	right: 'estimates.change',
	input: Type.Object({ lineId: Id, by: Type.Union([Type.Literal(-1), Type.Literal(1)]) }, strict),
	output: Nothing
});

export const removeLine = command('estimates.remove-line', {
	right: 'estimates.change',
	input: Type.Object({ lineId: Id }, strict),
	output: Nothing
});

/** Sets the whole: a total, a margin, or a discount on the discountable lines. */
export const setWhole = command('estimates.set-whole', {
	right: 'estimates.change',
	input: Type.Object(
		{
			estimateId: Id,
			what: Type.Union((['total', 'margin', 'markup', 'per size', 'discount'] as const).map((w) => Type.Literal(w))),
			value: Typed,
			/** Only this scope, or this kind. */
			scopeId: Type.Optional(Id),
			kind: Type.Optional(Type.Union(KINDS.map((k) => Type.Literal(k))))
		},
		strict
	),
	output: Nothing
});

/** Takes the own last change back, or makes the one taken back again. Works after a reload: the history is the memory. */
export const undoRedo = command('estimates.undo', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, redo: Type.Optional(Type.Boolean()) }, strict),
	output: Type.Object({ text: Type.String() }, strict)
});

/** What is charged again and again beside the total, all of it: so much a month, a quarter, a year. */
export const setRecurring = command('estimates.set-recurring', {
	right: 'estimates.change',
	input: Type.Object(
		{
			estimateId: Id,
			lines: Type.Array(
				Type.Object(
					{
						text: Name,
						period: Type.Union(PERIODS.map((p) => Type.Literal(p))),
						amount: CentsIn,
						cost: CentsIn,
						taxCodeId: Type.Union([Id, Type.Null()])
					},
					strict
				),
				{ maxItems: 20 }
			)
		},
		strict
	),
	output: Nothing
});

export const writeIntro = command('estimates.write-intro', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, title: Name, intro: Text() }, strict),
	output: Nothing
});
