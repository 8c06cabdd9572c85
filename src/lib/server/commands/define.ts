import type { Static, TObject } from '@sinclair/typebox';
import type { Right } from '../../core/access';
import type { Actor, Context } from './context';

/** Who may use a command: a right of the access table, a customer with a link of that kind, anyone, or the program itself. */
export type Access = Right | 'quote link' | 'invoice link' | 'public' | 'system';

export interface Command<I extends TObject = TObject, R = unknown> {
	name: string;
	access: Access;
	input: I;
	run(ctx: Context, input: Static<I>, actor: Actor): R;
}

/** Declares a command: the only way to change data. */
export function defineCommand<I extends TObject, R>(command: Command<I, R>): Command<I, R> {
	return command;
}
