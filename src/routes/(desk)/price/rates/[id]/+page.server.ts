import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { laborSheetPage } from '$lib/server/rates';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, url, locals }) => {
	const sheet = laborSheetPage(app(), params.id, url.searchParams.get('from'));
	if (!sheet) error(404, 'This rate sheet is not there any more.');
	return { ...sheet, mayChange: locals.signed !== null && may(locals.signed.actor, 'rates.change'), live: ['rates'] };
}) satisfies PageServerLoad);
