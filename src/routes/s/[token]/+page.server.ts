import { error, fail } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { languageAsked } from '$lib/core/words';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { readForm, statusOf } from '$lib/server/http';
import { linkActor } from '$lib/server/links';
import { AS_STAFF } from '$lib/server/people';
import { answerAsk, askPage } from '$lib/server/planning';
import type { Actions, PageServerLoad } from './$types';

const GONE = 'This link does not work (any more). Please use the one in our latest mail, or call us.';

export const load: PageServerLoad = ({ params, locals, request }) => {
	const actor = linkActor(app(), 'firm', params.token);
	const ask = actor && askPage(app(), actor.subjectId);
	if (!ask) error(404, GONE);
	const own = companyOf(app());
	const language = languageAsked(request.headers.get('accept-language'));
	locals.language = language;
	return {
		...ask,
		language,
		staff: locals.signed !== null,
		letterhead: own.settings.letterhead,
		company: { name: own.name, phone: own.phone }
	};
};

export const actions: Actions = {
	default: async ({ params, request, locals }) => {
		const actor = linkActor(app(), 'firm', params.token);
		if (!actor) error(404, GONE);
		const form = await readForm(request);
		const text = (name: string, most: number) => String(form.get(name) ?? '').slice(0, most);
		try {
			if (locals.signed) throw new Refusal(AS_STAFF);
			app().run(answerAsk, { answer: text('answer', 5) === 'yes' ? 'yes' : 'no', name: text('name', 120), why: text('why', 1000) }, actor);
		} catch (e) {
			if (e instanceof Refusal)
				return fail(statusOf(e), {
					message: spokenIn(languageAsked(request.headers.get('accept-language')), e.said),
					field: e.field ?? '',
					why: text('why', 1000),
					name: text('name', 120)
				});
			throw e;
		}
		return { message: '', field: '', why: '', name: '' };
	}
};
