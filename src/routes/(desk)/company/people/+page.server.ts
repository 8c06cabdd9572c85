import { shown } from '$lib/server/shown';
import { may, ROLES } from '$lib/core/access';
import { app } from '$lib/server/app';
import { laborSheetsToday } from '$lib/server/catalog';
import { staff } from '$lib/server/company';
import { ownRoles } from '$lib/server/people';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...staff(app()),
	sheets: laborSheetsToday(app()).map((s) => ({ id: s.id, name: s.name })),
	roles: [...ROLES],
	ownRoles: ownRoles(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'people.change'),
	mayPlan: locals.signed !== null && may(locals.signed.actor, 'plan.change'),
	live: ['people', 'plan']
})) satisfies PageServerLoad);
