import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { previewEdition } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const viewer = viewerIn(locals);
	try {
		const preview = previewEdition(app(), params.id);
		return {
			...preview,
			// Which estimates are open is for those who see estimates.
			open: viewer.list('estimates.see', () => preview.open),
			mayChange: viewer.may('catalog.change'),
			live: ['catalog', 'rates']
		};
	} catch (e) {
		if (e instanceof Refusal) error(404, e.message);
		throw e;
	}
}) satisfies PageServerLoad);
