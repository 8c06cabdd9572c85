import { fail } from '@sveltejs/kit';
import { may, ROLES, type Role } from '$lib/core/access';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { addPerson } from '$lib/server/company/commands';
import { laborSheetsToday } from '$lib/server/catalog/queries';
import { staff } from '$lib/server/company/queries';
import { statusOf } from '$lib/server/http';
import { hashPassword } from '$lib/server/people/passwords';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	...staff(app()),
	sheets: laborSheetsToday(app()).map((s) => ({ id: s.id, name: s.name })),
	roles: [...ROLES],
	mayChange: locals.signed !== null && may(locals.signed.actor.role, 'people.change'),
	mayPlan: locals.signed !== null && may(locals.signed.actor.role, 'plan.change'),
	live: ['people', 'plan']
});

export const actions: Actions = {
	/** A password is hashed before the command runs; it is never part of a command's input or history. */
	add: async ({ request, locals }) => {
		const form = await request.formData();
		const text = (n: string) => String(form.get(n) ?? '').trim();
		const typed = { name: text('name'), mail: text('mail'), role: text('role') };
		try {
			if (!locals.signed) throw new Refusal('Sign in first.');
			if (text('password').length < 10) throw new Refusal('A password has at least ten characters.', 'password');
			app().run(
				addPerson as never,
				{
					...typed,
					role: typed.role as Role,
					crewId: text('crewId') || null,
					skills: '',
					color: 'slate',
					language: text('language') || 'en',
					sheetId: text('sheetId') || null,
					passwordHash: await hashPassword(text('password'))
				},
				locals.signed.actor
			);
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { ...typed, message: e.message, field: e.field ?? '' });
			throw e;
		}
		return { name: '', mail: '', role: 'crew', message: '', field: '' };
	}
};
