import { say } from '$lib/contract/refusals/pages';
import { fail } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { askedIn, readForm, statusOf } from '$lib/server/http';
import { requestReset, limitResets } from '$lib/server/people';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ request, locals }) => {
	const language = askedIn(request);
	locals.language = language;
	return { language };
};

export const actions: Actions = {
	/** The answer is the same whether there is such an account or not. */
	default: async ({ request, getClientAddress }) => {
		const mail = String((await readForm(request)).get('mail') ?? '').slice(0, 200);
		try {
			if (mail.trim() === '') throw new Refusal(say('type-your-mail-address'), 'mail');
			await limitResets(mail, getClientAddress());
			app().run(requestReset, { mail }, { type: 'public', address: getClientAddress() });
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { mail, message: spokenIn(askedIn(request), e.said), sent: false });
			throw e;
		}
		return { mail, message: '', sent: true };
	}
};
