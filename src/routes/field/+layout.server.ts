import { app } from '$lib/server/app';
import { live } from '$lib/server/live';
import { companyOf } from '$lib/server/company';
import { running } from '$lib/server/time';
import { languageOf } from '$lib/core/words';
import { may } from '$lib/core/access';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({
	me: { id: locals.signed?.personId ?? '', name: locals.signed?.actor.name ?? '' },
	desk: locals.signed !== null && may(locals.signed.actor, 'today.see'),
	language: languageOf(locals.signed?.language),
	zone: companyOf(app()).zone,
	running: running(app(), locals.signed?.personId ?? ''),
	now: app().clock.now(),
	/** All that happened up to this number is on the page. */
	heard: live.number
});
