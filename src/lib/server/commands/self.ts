import { say } from '../../contract/refusals/asking';
import { Refusal } from '../../core/refusal';
import type { Context } from './context';

export function self(ctx: Context): string {
	if (ctx.actor.type !== 'person') throw new Refusal(say('sign-in-first'));
	return ctx.actor.id;
}
