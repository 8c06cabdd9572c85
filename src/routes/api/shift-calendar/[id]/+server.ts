import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { shiftFile } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** One shift for a calendar: one's own, or anybody's for those who see the plan. */
export const GET: RequestHandler = ({ params, locals }) => {
	const found = shiftFile(app(), params.id);
	const who = locals.signed?.actor;
	if (!found || !who || (found.personId !== who.id && !may(who, 'plan.see'))) error(404, 'This shift is not there any more.');
	return new Response(found.text, {
		headers: { 'content-type': 'text/calendar; charset=utf-8', 'content-disposition': 'attachment; filename="shift.ics"' }
	});
};
