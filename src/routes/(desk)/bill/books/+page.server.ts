import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { booksPage } from '$lib/server/books';
import { todayOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...booksPage(app(), todayOf(app())),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'invoices.change'),
	live: ['invoices', 'costs']
})) satisfies PageServerLoad);
