import type { Static, TObject, TSchema } from '@sinclair/typebox';
import { say } from '../../contract/refusals/asking';
import type { QueryContract } from '../../contract';
import { may } from '../../core/access';
import type { App } from '../app';
import { checkAnswer, Missing, NotAllowed, validate, type Person } from '../commands';

/** A query as the server answers it: what the contract says, and how it is found. */
export interface Query<N extends string = string, I extends TObject = TObject, O extends TSchema = TSchema> extends QueryContract<N, I, O> {
	// A method, not a property: every query can then be held as one whose input is not known yet, and is checked before it is answered.
	find(app: App, input: Static<I>, who: Person): Static<O>;
}

/** Says how a query of the contract is answered. It changes nothing. */
export const answerTo = <N extends string, I extends TObject, O extends TSchema>(
	contract: QueryContract<N, I, O>,
	find: (app: App, input: Static<I>, who: Person) => Static<O>
): Query<N, I, O> => ({ ...contract, find });

/**
 * Answers a query with what came from outside and may be anything: its right is asked first, then its schema.
 * @throws Missing where there is no such query, NotAllowed, BadInput, and what the query refuses
 */
export function ask(app: App, query: Query | undefined, input: unknown, who: Person): unknown {
	if (!query) throw new Missing(say('no-such-question'));
	if (!may(who, query.right)) throw new NotAllowed(say('you-may-not-do'));
	validate(query.input, input);
	const answer: unknown = query.find(app, input, who);
	if (process.env.VITEST !== undefined) checkAnswer(query, answer);
	return answer;
}
