import { Type } from '@sinclair/typebox';
import { STAGE_MARKS } from '../../core/sales';
import { command } from '../define';
import { CentsIn, orNull, Text, strict, Id, Name, Nothing } from '../inputs';

export const Words = Type.Array(Text(80), { maxItems: 60 });

/** Kinds of work, sources, reasons for losing: what is offered where they are typed. Jobs keep what they have. */
export const nameLists = command('company.sales-lists', {
	right: 'company.change',
	input: Type.Object({ kinds: Words, sources: Words, reasons: Words }, strict),
	output: Nothing
});

const StageOrNone = Type.Union([Type.Literal(''), Id]);

/** Where a card moves by itself when its quote went out, when it was declined; won: when its deposit is paid, work on it begins (null: on the first stage under way), the last task is done. '' it stays. */
export const setCardMoves = command('company.card-moves', {
	right: 'company.change',
	input: Type.Object(
		{ issued: StageOrNone, declined: StageOrNone, deposit: StageOrNone, clockOn: orNull(StageOrNone), lastTask: StageOrNone },
		strict
	),
	output: Nothing
});

/** Whom a text message tells that a quote of this much or more was accepted: phone numbers with commas; empty: nobody. */
export const setWonText = command('company.won-text', {
	right: 'company.change',
	input: Type.Object({ above: CentsIn, to: Text(200) }, strict),
	output: Nothing
});

/**
 * The stages of a track in their order: renamed, moved, added, taken away. Jobs of a stage that goes stand in the first one left
 * that means the same; a meaning the program relies on cannot go.
 */
export const saveStages = command('company.save-stages', {
	right: 'company.change',
	input: Type.Object(
		{
			track: Type.Union([Type.Literal('winning'), Type.Literal('doing')]),
			stages: Type.Array(
				Type.Object(
					{
						id: Type.Union([Id, Type.Null()]),
						name: Name,
						meaning: Type.Union((['bidding', 'lost', 'ready', 'under way', 'finished', 'closed'] as const).map((m) => Type.Literal(m))),
						/** The shape it is known by; left out: as it was. */
						mark: Type.Optional(orNull(Type.Union(STAGE_MARKS.map((m) => Type.Literal(m))))),
						/** Hundredths of a percent. */
						chance: Type.Integer({ minimum: 0, maximum: 10_000 })
					},
					strict
				),
				{ minItems: 1, maxItems: 30 }
			)
		},
		strict
	),
	output: Nothing
});
