import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { lackingFor } from '$lib/server/estimates';
import type { RequestHandler } from './$types';

/** Which measures an assembly goes by that the scope does not have yet, under the answers given so far. */
export const GET: RequestHandler = ({ url }) => {
	const answered = Object.fromEntries([...url.searchParams].flatMap(([k, v]) => (k.startsWith('a.') ? [[k.slice(2), v]] : [])));
	return json(lackingFor(app().db.orm, url.searchParams.get('scope') ?? '', url.searchParams.get('assembly') ?? '', answered));
};
