import { Refusal } from '../../core/refusal';
import type { Context } from './context';

export function self(ctx: Context): string {
	if (ctx.actor.type !== 'person') throw new Refusal('Sign in first.');
	return ctx.actor.id;
}
