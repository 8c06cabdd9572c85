import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { settingsOf } from '$lib/server/company';
import { tellPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	...tellPage(app()),
	visits: settingsOf(app().db.orm).visitMessages,
	mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	live: ['plan']
})) satisfies PageServerLoad);
