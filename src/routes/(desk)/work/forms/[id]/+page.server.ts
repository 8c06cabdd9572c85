import { error } from '@sveltejs/kit';
import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { formRecord } from '$lib/server/site-forms';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const found = formRecord(app(), params.id);
	if (!found) error(404, 'This form is not there any more.');
	const { leadSignature: _lead, customerSignature: _customer, ...record } = found.record;
	return {
		...found,
		record,
		mayFill: locals.signed !== null && may(locals.signed.actor, 'field.record'),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'jobs.change'),
		live: [`job:${found.job.id}`, 'field']
	};
}) satisfies PageServerLoad);
