import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { previewEdition } from '$lib/server/flat-rate/editions';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals }) => {
	try {
		return {
			...previewEdition(app(), params.id),
			mayChange: locals.signed !== null && may(locals.signed.actor.role, 'catalog.change'),
			live: ['catalog', 'rates']
		};
	} catch (e) {
		if (e instanceof Refusal) error(404, e.message);
		throw e;
	}
};
