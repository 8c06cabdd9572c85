import type { EventCode, EventParams } from '../../core/events';
import type { Context } from './context';

type Reaction = (ctx: Context, params: object) => void;

const REACTIONS = new Map<EventCode, Reaction[]>();

/**
 * Says what a room does when something happened below it: a quote was accepted, so the job is won. It runs inside the same transaction,
 * as soon as the event is told; what it refuses refuses the whole command. Rooms below know nothing of who reacts.
 */
export function whenever<C extends EventCode>(code: C, react: (ctx: Context, params: EventParams<C>) => void): void {
	// The context tells each event with the parameters of its own code.
	const own: Reaction = (ctx, params) => react(ctx, params as EventParams<C>);
	REACTIONS.set(code, [...(REACTIONS.get(code) ?? []), own]);
}

/** Lets every room that waits for this event do its part. */
export function reactTo(ctx: Context, code: EventCode, params: object): void {
	for (const react of REACTIONS.get(code) ?? []) react(ctx, params);
}
