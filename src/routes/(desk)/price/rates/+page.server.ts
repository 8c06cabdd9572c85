import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { equipmentList, laborSheetsOn, rateGroupList } from '$lib/server/rates/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
	sheets: laborSheetsOn(app()),
	equipment: equipmentList(app()),
	groups: rateGroupList(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'rates.change'),
	live: ['rates']
});
