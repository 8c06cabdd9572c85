import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict, CentsIn, PercentIn, orNull, Text, Nothing } from '../inputs';

/** Says something beside a line, a scope or the whole. Whoever is named with @ gets a mail; the customer never sees it. */
export const comment = command('estimates.comment', {
	right: 'estimates.see',
	input: Type.Object(
		{
			estimateId: Id,
			scopeId: Type.Optional(Type.Union([Id, Type.Null()])),
			lineId: Type.Optional(Type.Union([Id, Type.Null()])),
			text: Type.String({ minLength: 1, maxLength: 2000, pattern: '\\S' })
		},
		strict
	),
	output: Type.Object({ commentId: Type.String() }, strict)
});

export const settleComment = command('estimates.settle-comment', {
	right: 'estimates.see',
	input: Type.Object({ commentId: Id, settled: Type.Boolean() }, strict),
	output: Nothing
});

/** When somebody must sign off. Empty: that rule is off. */
export const setSignOffRules = command('company.set-sign-off', {
	right: 'company.change',
	input: Type.Object(
		{
			belowMargin: orNull(PercentIn),
			aboveAmount: orNull(CentsIn),
			discountAbove: orNull(PercentIn),
			kindsOfWork: Type.Array(Text(80), { maxItems: 50 })
		},
		strict
	),
	output: Nothing
});

/** Asks for a sign-off of the estimate as it stands; whoever may give it is told. */
export const askSignOff = command('estimates.ask-sign-off', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, note: Text(1000) }, strict),
	output: Nothing
});

/** Signs off the estimate as it was asked for, or sends it back with words. */
export const answerSignOff = command('estimates.answer-sign-off', {
	right: 'quotes.sign-off',
	input: Type.Object({ signOffId: Id, give: Type.Boolean(), answer: Text(1000) }, strict),
	output: Nothing
});
