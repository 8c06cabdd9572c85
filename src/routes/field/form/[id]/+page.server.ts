import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { formRecord } from '$lib/server/site-forms';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
	const found = formRecord(app(), params.id);
	if (!found) error(404, 'This form is not there any more.');
	const { leadSignature: _lead, customerSignature: _customer, ...record } = found.record;
	return { ...found, record };
};
