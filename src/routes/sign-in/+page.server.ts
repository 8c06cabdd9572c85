import { fail, redirect } from '@sveltejs/kit';
import { homeOf } from '$lib/core/access';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { askedIn, readForm } from '$lib/server/http';
import { SESSION_COOKIE, sessionOf, signIn } from '$lib/server/people';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url, locals, request }) => {
	if (locals.signed) redirect(303, homeOf(locals.signed.actor));
	const language = askedIn(request);
	locals.language = language;
	return { language, to: url.searchParams.get('to') ?? '', chosen: url.searchParams.has('chosen') };
};

export const actions: Actions = {
	default: async ({ request, cookies, getClientAddress, url }) => {
		const form = await readForm(request);
		const mail = String(form.get('mail') ?? '').slice(0, 200);
		const to = String(form.get('to') ?? '');
		let token: string;
		try {
			token = await signIn(
				app(),
				mail,
				String(form.get('password') ?? '').slice(0, 500),
				getClientAddress(),
				request.headers.get('user-agent') ?? ''
			);
		} catch (e) {
			if (e instanceof Refusal) return fail(422, { mail, message: spokenIn(askedIn(request), e.said) });
			throw e;
		}
		cookies.set(SESSION_COOKIE, token, {
			path: '/',
			httpOnly: true,
			sameSite: 'lax',
			secure: url.protocol === 'https:',
			maxAge: 30 * 24 * 3600
		});
		const signed = sessionOf(app(), token);
		// Only to a path of our own: never to another site.
		redirect(303, /^\/[a-z]/.test(to) && !to.startsWith('//') ? to : homeOf(signed?.actor ?? { role: 'crew' }));
	}
};
