import { json } from '@sveltejs/kit';
import { presence } from '$lib/server/live';
import type { RequestHandler } from './$types';

/** A sign of life from an open estimate; answers who else has it open. */
export const POST: RequestHandler = ({ url, locals }) => {
	const record = (url.searchParams.get('at') ?? '').slice(0, 80);
	const actor = locals.signed?.actor;
	if (!actor || !/^estimate:[\w-]{1,40}$/.test(record)) return json({ others: [] });
	return json({ others: presence.here(record, { id: actor.id, name: actor.name }, Date.now(), url.searchParams.has('leave')) });
};
