import { error, fail } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { askedIn, readForm, statusOf } from '$lib/server/http';
import { companyOf } from '$lib/server/company';
import { receiveLead } from '$lib/server/sales';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ request, locals }) => {
	const own = companyOf(app());
	const language = askedIn(request);
	locals.language = language;
	if (!own.settings.publicPage.on) error(404, 'There is nothing at this address.');
	return {
		language,
		name: own.name,
		phone: own.phone,
		intro: own.settings.publicPage.intro,
		does: own.settings.publicPage.does,
		pictures: own.settings.publicPage.pictures,
		letterhead: own.settings.letterhead,
		opened: Date.now(),
		/** One for each time the page is made: a form that is sent twice asks once. */
		key: crypto.randomUUID()
	};
};

export const actions: Actions = {
	default: async ({ request, getClientAddress }) => {
		const form = await readForm(request);
		const text = (name: string) => String(form.get(name) ?? '');
		const typed = { name: text('name'), mail: text('mail').trim(), phone: text('phone'), address: text('address'), wanted: text('wanted') };
		try {
			app().run(
				receiveLead,
				{ ...typed, trap: text('website'), openedMs: Date.now() - Number(text('opened') || 0) },
				{ type: 'public', address: getClientAddress() },
				text('key').slice(0, 80) || undefined
			);
		} catch (e) {
			if (e instanceof Refusal)
				return fail(statusOf(e), {
					...typed,
					message: spokenIn(askedIn(request), e.said),
					field: e.field ?? '',
					sent: false
				});
			throw e;
		}
		return { ...typed, message: '', field: '', sent: true };
	}
};
