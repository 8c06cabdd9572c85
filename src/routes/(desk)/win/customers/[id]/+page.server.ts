import { shown } from '$lib/server/shown';
import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { taxPage, customerPage, rateGroupList } from '$lib/server/screens';
import { attachedTo } from '$lib/server/files';
import { companyOf } from '$lib/server/company';
import { contactsOf, mergeToUndo, twinsOf } from '$lib/server/sales';
import { viewerIn } from '$lib/server/viewer';
import type { PageServerLoad } from './$types';

export const load = shown((({ params, locals }) => {
	const viewer = viewerIn(locals);
	const found = customerPage(app(), params.id, viewer);
	if (!found) error(404, 'This customer is not there any more.');
	return {
		...found,
		contacts: contactsOf(app().db.orm, params.id),
		files: attachedTo(app(), `customer:${params.id}`),
		ownFields: companyOf(app()).settings.ownFields,
		tiles: app().settings.mapTiles,
		components: taxPage(app()).components.map((c) => ({ id: c.id, name: c.name })),
		groups: rateGroupList(app()).map((g) => ({ id: g.id, name: g.name })),
		twins: twinsOf(app(), found.customer),
		merged: mergeToUndo(app(), params.id),
		mayChange: viewer.may('customers.change'),
		live: [`customer:${params.id}`]
	};
}) satisfies PageServerLoad);
