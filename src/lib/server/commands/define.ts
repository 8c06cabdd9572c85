import type { TObject, TSchema } from '@sinclair/typebox';
import type { Contract, InputOf, OutputOf } from '../../contract';
import type { Actor, Context } from './context';

/** A command as the server runs it: what the contract says, and how it is done. */
export interface Command<N extends string = string, I extends TObject = TObject, O extends TSchema = TSchema> extends Contract<N, I, O> {
	// A method, not a property: every command can then be held as one whose input is not known yet, and is checked before it runs.
	run(ctx: Context, input: InputOf<Contract<N, I, O>>, actor: Actor): OutputOf<Contract<N, I, O>>;
}

/** Says how a command of the contract is done: the only way to change data. */
export function serve<N extends string, I extends TObject, O extends TSchema>(
	contract: Contract<N, I, O>,
	run: (ctx: Context, input: InputOf<Contract<N, I, O>>, actor: Actor) => OutputOf<Contract<N, I, O>>
): Command<N, I, O> {
	return { ...contract, run };
}
