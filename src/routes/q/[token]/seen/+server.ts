import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { seenFor } from '$lib/server/quotes';
import { linkActor } from '$lib/server/links';
import type { RequestHandler } from './$types';

/** How long a visit lasted and what was tried, sent by the page when it is left. Answers nothing, whatever came. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
	const actor = linkActor(app(), 'quote', params.token);
	const text = (await request.text()).slice(0, 10_000);
	if (actor && !locals.signed)
		try {
			app().run(seenFor, JSON.parse(text), actor);
		} catch (e) {
			if (!(e instanceof Refusal) && !(e instanceof SyntaxError)) throw e;
		}
	return new Response(null, { status: 204 });
};
