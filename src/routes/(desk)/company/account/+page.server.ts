import { shown } from '$lib/server/shown';
import { say } from '$lib/contract/refusals/pages';
import { fail } from '@sveltejs/kit';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { readSignature } from '$lib/server/files';
import { linkFor } from '$lib/server/links';
import { readForm, statusOf } from '$lib/server/http';
import {
	changeOwnPassword,
	checkNewPassword,
	hashPassword,
	endSession,
	introduceMyself,
	ownIntroduction,
	isOwnPassword,
	limitResets,
	personOf,
	sessionsOf
} from '$lib/server/people';
import type { Actions, PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	own: ownIntroduction(app(), locals.signed?.personId ?? ''),
	calendar: locals.signed ? linkFor(app(), 'calendar', locals.signed.personId) : null,
	sessions: sessionsOf(app(), locals.signed?.personId ?? '').map((s) => ({ ...s, own: s.id === locals.signed?.sessionId }))
})) satisfies PageServerLoad);
export const actions: Actions = {
	end: async ({ request, locals }) => {
		const form = await readForm(request);
		if (locals.signed) endSession(app(), String(form.get('session') ?? ''), locals.signed.personId);
	},
	/** How somebody stands on the quotes they issue. */
	introduce: async ({ request, locals }) => {
		const form = await readForm(request);
		const text = (name: string) => String(form.get(name) ?? '');
		try {
			if (!locals.signed) throw new Refusal(say('sign-in-first'));
			const signature =
				text('signature') === 'as it is'
					? ownIntroduction(app(), locals.signed.personId).signature
					: await readSignature(text('signature'));
			app().run(
				introduceMyself,
				{ title: text('title').slice(0, 120), pictureId: text('picture').slice(0, 40), signature },
				locals.signed.actor
			);
			return { introduced: true };
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { message: e.message, field: 'introduce' });
			throw e;
		}
	},
	/** Who changes it knows the old one: a screen that was left open gives nobody the account. */
	password: async ({ request, locals, getClientAddress }) => {
		const form = await readForm(request);
		const { signed } = locals;
		try {
			const person = signed && personOf(app(), signed.personId);
			if (!signed || !person) throw new Refusal(say('sign-in-first'));
			await limitResets(`own:${person.mail}`, getClientAddress());
			if (!(await isOwnPassword(app(), person.id, String(form.get('current') ?? ''))))
				throw new Refusal(say('not-your-password-now'), 'current');
			const password = String(form.get('password') ?? '');
			checkNewPassword(password, person);
			app().run(changeOwnPassword, { passwordHash: await hashPassword(password), sessionId: signed.sessionId }, signed.actor);
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { message: e.message, field: e.field ?? '', changed: false });
			throw e;
		}
		return { message: '', field: '', changed: true };
	}
};
