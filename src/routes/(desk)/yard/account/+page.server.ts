import { app } from '$lib/server/app';
import { endSession, sessionsOf } from '$lib/server/people/sessions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	sessions: sessionsOf(app(), locals.signed?.personId ?? '').map((s) => ({ ...s, own: s.id === locals.signed?.sessionId }))
});
export const actions: Actions = {
	end: async ({ request, locals }) => {
		const form = await request.formData();
		if (locals.signed) endSession(app(), String(form.get('session') ?? ''), locals.signed.personId);
	}
};
