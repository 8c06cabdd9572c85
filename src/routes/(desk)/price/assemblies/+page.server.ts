import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { allAssemblies } from '$lib/server/catalog/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	assemblies: allAssemblies(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor.role, 'catalog.change'),
	live: ['catalog']
});
