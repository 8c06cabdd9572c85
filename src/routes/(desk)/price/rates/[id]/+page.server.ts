import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { laborSheetsToday } from '$lib/server/catalog/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals }) => {
	const sheet = laborSheetsToday(app()).find((s) => s.id === params.id);
	if (!sheet) error(404, 'This rate sheet is not there any more.');
	return { sheet, mayChange: locals.signed !== null && may(locals.signed.actor.role, 'rates.change'), live: ['rates'] };
};
