import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Nothing, strict, Text, Version } from '../inputs';

/** A subcontractor is asked for days of a job, by a mail with a link; the days stand on the board as asked. */
export const askFirm = command('plan.ask-firm', {
	right: 'plan.change',
	input: Type.Object(
		{
			firmId: Id,
			jobId: Id,
			phase: Text(80),
			from: DayText,
			to: DayText,
			text: Text(2000),
			/** Although a paper of theirs does not hold then. */
			despite: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Type.Object({ askId: Type.String() }, strict)
});

/** They are not needed any more; they are told. */
export const withdrawAsk = command('plan.withdraw-ask', {
	right: 'plan.change',
	input: Type.Object({ askId: Id, version: Version }, strict),
	output: Nothing
});

/** What they say, by their link: yes, or no and why. Said once; the same again changes nothing. */
export const answerAsk = command('plan.answer-ask', {
	right: 'firm link',
	input: Type.Object(
		{
			answer: Type.Union([Type.Literal('yes'), Type.Literal('no')]),
			name: Text(120),
			why: Text(1000),
			/** With a no: from when on they could. */
			otherDay: Type.Optional(Type.Union([DayText, Type.Literal('')]))
		},
		strict
	),
	output: Nothing
});

/** The customer is told when somebody comes, in the words that are sent. */
export const tellCustomer = command('plan.tell-customer', {
	right: 'plan.change',
	input: Type.Object({ jobId: Id, to: Text(400), subject: Text(200), text: Text(4000) }, strict),
	output: Nothing
});

/** A feed of one's own days for a calendar outside: a new one ends the one before. */
export const renewCalendar = command('plan.renew-calendar', {
	right: 'own.account',
	input: Type.Object({ on: Type.Boolean() }, strict),
	output: Nothing
});
