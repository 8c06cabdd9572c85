import { app } from '$lib/server/app';
import { lookForEditions } from '$lib/server/flat-rate';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Asks the publisher for editions that are newer than ours and takes them in; they wait until somebody takes or leaves them. */
export const POST: RequestHandler = ({ locals }) =>
	answer(() => (locals.signed ? lookForEditions(app(), locals.signed.actor) : Promise.resolve({ received: 0 })));
