import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { USUAL_INPUT } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import { ask } from '$lib/server/queries';
import { QUERIES } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** Every question of the interface that a page of its own does not answer. It changes nothing; each has its own right. */
export const POST: RequestHandler = ({ params, request, locals }) => {
	const { signed } = locals;
	if (!signed) error(401, 'Sign in first.');
	return answer(async () => {
		const query = QUERIES.get(params.name);
		return ask(app(), query, await readJson(request, query?.size ?? USUAL_INPUT), signed.actor);
	});
};
