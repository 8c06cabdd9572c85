import { fail } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { askedIn, deadLink, readForm, statusOf } from '$lib/server/http';
import { linkActor } from '$lib/server/links';
import { AS_STAFF } from '$lib/server/people';
import { turnMyMessages } from '$lib/server/planning';
import { comingToCustomer } from '$lib/server/screens';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals, request }) => {
	const actor = linkActor(app(), 'visits', params.token);
	const coming = actor && comingToCustomer(app(), actor.subjectId);
	if (!coming) return deadLink({ request, locals });
	const own = companyOf(app());
	const language = askedIn(request);
	locals.language = language;
	return {
		...coming,
		language,
		staff: locals.signed !== null,
		letterhead: own.settings.letterhead,
		company: { name: own.name, phone: own.phone }
	};
};

export const actions: Actions = {
	default: async ({ params, request, locals }) => {
		const actor = linkActor(app(), 'visits', params.token);
		if (!actor) return deadLink({ request, locals });
		const form = await readForm(request);
		try {
			if (locals.signed) throw new Refusal(AS_STAFF);
			app().run(turnMyMessages, { on: form.get('on') === 'yes' }, actor);
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { message: spokenIn(askedIn(request), e.said) });
			throw e;
		}
		return { message: '' };
	}
};
