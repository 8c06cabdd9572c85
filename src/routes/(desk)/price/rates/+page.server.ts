import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { equipmentList, laborSheetsOn, peopleOfSheets } from '$lib/server/rates';
import { rateGroupList } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	sheets: laborSheetsOn(app()),
	/** Names by sheet. */
	people: Object.fromEntries([...peopleOfSheets(app())].map(([id, list]) => [id, list.map((p) => p.name)])),
	equipment: equipmentList(app()),
	groups: rateGroupList(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'rates.change'),
	live: ['rates']
})) satisfies PageServerLoad);
