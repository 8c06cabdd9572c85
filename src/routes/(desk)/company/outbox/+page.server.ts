import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { letters } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	letters: locals.signed ? letters(app(), locals.signed.actor) : [],
	port: app().mail.name,
	live: ['outbox']
})) satisfies PageServerLoad);
