import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { equipmentList, laborSheetsOn } from '$lib/server/rates';
import { rateGroupList } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	sheets: laborSheetsOn(app()),
	equipment: equipmentList(app()),
	groups: rateGroupList(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'rates.change'),
	live: ['rates']
})) satisfies PageServerLoad);
