import { fail } from '@sveltejs/kit';
import { isDay } from '$lib/core/time';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { askedIn, deadLink, readForm, statusOf } from '$lib/server/http';
import { linkActor } from '$lib/server/links';
import { AS_STAFF } from '$lib/server/people';
import { answerAsk, askPage } from '$lib/server/planning';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals, request }) => {
	const actor = linkActor(app(), 'firm', params.token);
	const ask = actor && askPage(app(), actor.subjectId);
	if (!ask) return deadLink({ request, locals });
	const own = companyOf(app());
	const language = askedIn(request);
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
		if (!actor) return deadLink({ request, locals });
		const form = await readForm(request);
		const text = (name: string, most: number) => String(form.get(name) ?? '').slice(0, most);
		try {
			if (locals.signed) throw new Refusal(AS_STAFF);
			const answer = text('answer', 5);
			const otherDay = text('otherDay', 10);
			app().run(
				answerAsk,
				{
					...{ answer: answer === 'yes' ? ('yes' as const) : ('no' as const), name: text('name', 120), why: text('why', 1000) },
					...(answer === 'other' ? { otherDay: isDay(otherDay) ? otherDay : '' } : {})
				},
				actor
			);
		} catch (e) {
			if (e instanceof Refusal)
				return fail(statusOf(e), {
					message: spokenIn(askedIn(request), e.said),
					field: e.field ?? '',
					why: text('why', 1000),
					otherDay: text('otherDay', 10),
					name: text('name', 120)
				});
			throw e;
		}
		return { message: '', field: '', why: '', otherDay: '', name: '' };
	}
};
