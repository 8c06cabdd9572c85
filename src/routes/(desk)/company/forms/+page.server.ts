import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { fieldsOf } from '$lib/core/site-forms';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import { designsOf, formsFilledIn } from '$lib/server/site-forms';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => {
	const db = app().db.orm;
	const filled = formsFilledIn(db);
	return {
		designs: designsOf(db).map(({ form, ...d }) => ({
			...d,
			...{ id: form.id, name: form.name, edition: form.edition, fields: fieldsOf(form).length },
			filled: filled.get(form.id) ?? 0
		})),
		kinds: companyOf(app()).settings.salesLists.kinds,
		mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
		live: ['company', 'field']
	};
}) satisfies PageServerLoad);
