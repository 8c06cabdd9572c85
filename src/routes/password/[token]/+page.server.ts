import { error, fail, redirect } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { doorWords, languageOf, type Language } from '$lib/core/words';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { askedIn, readForm, statusOf } from '$lib/server/http';
import { choosePassword, checkNewPassword, hashPassword, personOf } from '$lib/server/people';
import { linkActor } from '$lib/server/links';
import type { Actions, PageServerLoad } from './$types';

/** The link's holder and the person it is for. */
function holder(token: string, asked: Language) {
	const actor = linkActor(app(), 'password', token);
	const person = actor && personOf(app(), actor.subjectId);
	if (!actor || !person?.active) error(404, { message: doorWords(asked).over, language: asked });
	return { actor, person };
}

export const load: PageServerLoad = ({ params, request, locals }) => {
	locals.language = askedIn(request);
	const { person } = holder(params.token, locals.language);
	// Whoever was given an account is spoken to as it says.
	const language = languageOf(person.language);
	locals.language = language;
	return { language, mail: person.mail };
};

export const actions: Actions = {
	default: async ({ params, request }) => {
		const { actor, person } = holder(params.token, askedIn(request));
		const password = String((await readForm(request)).get('password') ?? '');
		try {
			checkNewPassword(password, person);
			app().run(choosePassword, { passwordHash: await hashPassword(password) }, actor);
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { message: spokenIn(languageOf(person.language), e.said) });
			throw e;
		}
		redirect(303, '/sign-in?chosen=1');
	}
};
