import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Text, strict, Id, Nothing } from '../inputs';

/** A customer asks beside a scope, a line or the whole. The person in charge gets a mail. */
export const askQuestion = command('quotes.ask', {
	right: 'quote link',
	input: Type.Object({ aboutId: Text(40), asked: Text(2000), name: Text(200) }, strict),
	output: Type.Object({ questionId: Type.String() }, strict)
});

/** Answers a question; the customer gets a mail with the link. */
export const answerQuestion = command('quotes.answer-question', {
	right: 'quotes.issue',
	input: Type.Object({ questionId: Id, answer: Text(4000) }, strict),
	output: Nothing
});
