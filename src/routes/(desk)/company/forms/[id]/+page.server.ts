import { error } from '@sveltejs/kit';
import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import type { SiteForm } from '$lib/core/site-forms';
import { app } from '$lib/server/app';
import { designsOf, editionsOf } from '$lib/server/site-forms';
import type { PageServerLoad } from './$types';

/** A form to begin with: one field that says in words what was found. */
const EMPTY: SiteForm = {
	...{ id: 'new', edition: 0, name: '', certificate: '', customerSigns: 'may' },
	sections: [
		{ title: '', fields: [] },
		{ title: 'Words', fields: [{ id: 'remarks', label: 'What was found', kind: 'text', required: false }] }
	]
};

export const load = shown((({ params, url, locals }) => {
	const db = app().db.orm;
	const all = designsOf(db);
	const mayChange = locals.signed !== null && may(locals.signed.actor, 'company.change');
	if (params.id === 'new') {
		const like = all.find((d) => d.form.id === url.searchParams.get('like'));
		const form = like ? { ...like.form, id: 'new', edition: 0, name: `${like.form.name}, copy` } : EMPTY;
		return { form, editions: [], mayChange, live: ['company'] };
	}
	const design = all.find((d) => d.form.id === params.id);
	if (!design) error(404, 'There is no such form.');
	const editions = editionsOf(db, params.id);
	// An earlier edition can be looked at, and be taken back as the next one.
	const asked = editions.find((e) => String(e.edition) === url.searchParams.get('edition'));
	return {
		form: asked?.content ?? design.form,
		editions: editions.map(({ content: _content, ...e }) => e),
		mayChange,
		live: ['company', `form:${params.id}`]
	};
}) satisfies PageServerLoad);
