import { Type, type TSchema } from '@sinclair/typebox';
import type { RepeatRule } from '../core/repeats';
import { MEASURES, SHAPE_FIELDS, type MeasureName, type ShapeKind } from '../core/measure';

/** Pieces of input that many commands share. */
export const Id = Type.String({ minLength: 1, maxLength: 40 });
export const Name = Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' });
export const Text = (max = 4000) => Type.String({ maxLength: max });
/** Values, each in its own whole unit: what people type is read by the core's parsers in the interface, beside the field. */
const whole = (most: number) => Type.Integer({ minimum: -most, maximum: most });
/** Cents. */
export const CentsIn = whole(1e12);
/** Ten-thousandths of a unit, or of a dollar a unit. */
export const QuantityIn = whole(1e13);
export const PriceIn = whole(1e13);
/** Hundredths of a percent: 10,000 is 100 %. */
export const PercentIn = whole(1e8);
export const orNull = <T extends TSchema>(of: T) => Type.Union([of, Type.Null()]);

/** Text as typed, for what only its record can read: a cell of an estimate, the side of a shape. */
export const Typed = Type.String({ maxLength: 60 });
export const MailOrEmpty = Type.Union([Type.Literal(''), Type.String({ format: 'email', maxLength: 200 })]);
export const Version = Type.Optional(Type.Integer());
export const DayText = Type.String({ format: 'date' });
/** The name of a measure: one that shapes give, or one of the company's own with its kind in brackets. */
export const MeasureInput = Type.Unsafe<MeasureName>(
	Type.Union([
		...Object.keys(MEASURES).map((m) => Type.Literal(m)),
		Type.String({ pattern: '^[\\p{L}\\p{N}][^()]{0,38} \\((length|area|volume|count)\\)$' })
	])
);
/** A shape as typed: what it is, and its fields. */
export const ShapeKindName = Type.Union((Object.keys(SHAPE_FIELDS) as ShapeKind[]).map((k) => Type.Literal(k)));
export const ShapeTyped = Type.Record(Type.String({ maxLength: 20 }), Type.String({ maxLength: 4000 }));
export const strict = { additionalProperties: false };
/** What a command answers that has nothing to tell but that it was done. */
export const Nothing = Type.Unsafe<void>({});

const bounds = {
	start: DayText,
	until: Type.Optional(DayText),
	count: Type.Optional(Type.Integer({ minimum: 1, maximum: 1000 })),
	every: Type.Integer({ minimum: 1, maximum: 1000 })
};
const Weekday = Type.Integer({ minimum: 1, maximum: 7 });
/** A rule by which something comes again. */
export const RepeatInput = Type.Unsafe<RepeatRule>(
	Type.Union([
		Type.Object({ by: Type.Literal('day'), ...bounds }, strict),
		Type.Object(
			{ by: Type.Literal('week'), weekdays: Type.Array(Weekday, { minItems: 0, maxItems: 7, uniqueItems: true }), ...bounds },
			strict
		),
		Type.Object({ by: Type.Literal('month day'), day: Type.Integer({ minimum: 1, maximum: 31 }), ...bounds }, strict),
		Type.Object(
			{ by: Type.Literal('month weekday'), nth: Type.Union([1, 2, 3, 4, 5, -1].map((n) => Type.Literal(n))), weekday: Weekday, ...bounds },
			strict
		),
		Type.Object(
			{
				by: Type.Literal('year'),
				month: Type.Integer({ minimum: 1, maximum: 12 }),
				day: Type.Integer({ minimum: 1, maximum: 31 }),
				...bounds
			},
			strict
		)
	])
);
