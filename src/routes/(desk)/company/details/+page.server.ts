import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	own: companyOf(app()),
	mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
	live: ['company']
})) satisfies PageServerLoad);
