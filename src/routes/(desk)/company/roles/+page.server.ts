import { shown } from '$lib/server/shown';
import { RIGHT_WORDS, RIGHTS, ROLES, rightsOf } from '$lib/core/access';
import { app } from '$lib/server/app';
import { ownRoles } from '$lib/server/people';

export const load = shown(() => ({
	shipped: ROLES.map((role) => ({ name: role, rights: rightsOf(role) })),
	own: ownRoles(app()),
	rights: RIGHTS.filter((r) => r !== 'own.account').map((right) => ({ right, place: RIGHT_WORDS[right][0], words: RIGHT_WORDS[right][1] })),
	live: ['people']
}));
