import { error } from '@sveltejs/kit';
import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { draftBegins, draftBeside } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ params }) => {
	const draft = draftBeside(app(), params.id);
	if (!draft) error(404, 'This draft plan is not there.');
	return { draft, begins: draftBegins(app(), params.id, todayOf(app())), live: ['plan'] };
}) satisfies PageServerLoad);
