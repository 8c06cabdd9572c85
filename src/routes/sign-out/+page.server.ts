import { redirect } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { endSession, SESSION_COOKIE } from '$lib/server/people';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => redirect(303, '/');
export const actions: Actions = {
	default: ({ locals, cookies }) => {
		if (locals.signed) endSession(app(), locals.signed.sessionId, locals.signed.personId);
		cookies.delete(SESSION_COOKIE, { path: '/' });
		redirect(303, '/sign-in');
	}
};
