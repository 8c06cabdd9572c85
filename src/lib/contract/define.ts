import type { Static, TObject, TSchema } from '@sinclair/typebox';
import type { Right } from '../core/access';

/** What a link opens: a quote or an invoice to its customer, the choice of a password to a person, an ask to a subcontractor, a person's days to their calendar, a document to
 * whom it was sent, the days on which somebody comes to a customer. */
export type LinkKind = 'quote' | 'invoice' | 'password' | 'firm' | 'calendar' | 'document' | 'visits';

/** Who may use a command: a right of the access table, a customer with a link of that kind, anyone, or the program itself. */
export type Access = Right | `${LinkKind} link` | 'public' | 'system';

/** What can be asked of the program: the name, who may, what is given and what is answered. No logic. */
export interface Contract<N extends string = string, I extends TObject = TObject, O extends TSchema = TSchema> {
	name: N;
	right: Access;
	input: I;
	/** Checked against what is answered wherever tests run: what the contract says is what comes. */
	output: O;
	/**
	 * Only the program itself runs it, with input that it prepared: a picture that was decoded and made anew, a password that was hashed. Nobody can
	 * call it from outside, whatever their rights.
	 */
	inner?: true;
	/**
	 * It may wait on a device without reception: it is kept there and sent later, with the time it was done. Its input refers to nothing that only
	 * an answer would tell.
	 */
	offline?: true;
	/** The most bytes that its input may have when it comes from outside; absent: `USUAL_INPUT`. */
	size?: number;
}

/** What a command is given, as it comes in: what has a default may be left out. */
export type InputOf<C extends Contract> = Static<C['input']>;
/** What a command answers. */
export type OutputOf<C extends Contract> = Static<C['output']>;

/** Enough for every form; only what pastes or imports takes more, and says so. */
export const USUAL_INPUT = 256_000;

/**
 * Declares what a command asks and answers. How it is done stands in the server, under the same path.
 * @example command('payments.record', { right: 'payments.record', input: Type.Object({ … }, strict), output: Nothing })
 */
export function command<const N extends string, I extends TObject, O extends TSchema>(
	name: N,
	c: Omit<Contract<N, I, O>, 'name'>
): Contract<N, I, O> {
	return { name, ...c };
}

/** What can be asked without changing anything: the same, but that it is asked as often as somebody likes and waits on no device. */
export type QueryContract<N extends string = string, I extends TObject = TObject, O extends TSchema = TSchema> = Pick<
	Contract<N, I, O>,
	'name' | 'input' | 'output' | 'size'
> & { right: Right };

/**
 * Declares what a query asks and answers. How it is answered stands in the server, in `screens/asked`.
 * @example query('find.items', { right: 'field.see', input: Type.Object({ text: Text(100) }, strict), output: Type.Array(…) })
 */
export function query<const N extends string, I extends TObject, O extends TSchema>(
	name: N,
	c: Omit<QueryContract<N, I, O>, 'name'>
): QueryContract<N, I, O> {
	return { name, ...c };
}
