import { error, fail, redirect } from '@sveltejs/kit';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { readForm, statusOf } from '$lib/server/http';
import { choosePassword, checkNewPassword, hashPassword, personOf } from '$lib/server/people';
import { linkActor } from '$lib/server/links';
import type { Actions, PageServerLoad } from './$types';

const OVER = 'This link was used already, or its time is over. Ask for a new one.';

/** The link's holder and the person it is for. */
function holder(token: string) {
	const actor = linkActor(app(), 'password', token);
	const person = actor && personOf(app(), actor.subjectId);
	if (!actor || !person?.active) error(404, OVER);
	return { actor, person };
}

export const load: PageServerLoad = ({ params }) => ({ mail: holder(params.token).person.mail });

export const actions: Actions = {
	default: async ({ params, request }) => {
		const { actor, person } = holder(params.token);
		const password = String((await readForm(request)).get('password') ?? '');
		try {
			checkNewPassword(password, person);
			app().run(choosePassword, { passwordHash: await hashPassword(password) }, actor);
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { message: e.message });
			throw e;
		}
		redirect(303, '/sign-in?chosen=1');
	}
};
