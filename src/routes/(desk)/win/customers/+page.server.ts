import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { customerList, importToUndo, viewsOf } from '$lib/server/sales';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	customers: customerList(app()),
	ownFields: companyOf(app()).settings.ownFields.filter((f) => f.of === 'customer'),
	imported: importToUndo(app()),
	views: viewsOf(app(), 'customers', locals.signed?.actor),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'customers.change'),
	live: ['customers', 'views:customers']
})) satisfies PageServerLoad);
