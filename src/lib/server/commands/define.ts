import type { Static, TObject } from '@sinclair/typebox';
import type { Right } from '../../core/access';
import type { Actor, Context, LinkKind } from './context';

/** Who may use a command: a right of the access table, a customer with a link of that kind, anyone, or the program itself. */
export type Access = Right | `${LinkKind} link` | 'public' | 'system';

export interface Command<I extends TObject = TObject, R = unknown> {
	name: string;
	access: Access;
	input: I;
	/**
	 * Only the program itself runs it, with input that it prepared: a picture that was decoded and made anew, a password that was hashed. Nobody can
	 * call it from outside, whatever their rights.
	 */
	inner?: true;
	/** The most bytes that its input may have when it comes from outside; absent: `USUAL_INPUT`. */
	size?: number;
	run(ctx: Context, input: Static<I>, actor: Actor): R;
}

/** Enough for every form; only what pastes or imports takes more, and says so. */
export const USUAL_INPUT = 256_000;

/** Declares a command: the only way to change data. */
export function defineCommand<I extends TObject, R>(command: Command<I, R>): Command<I, R> {
	return command;
}
