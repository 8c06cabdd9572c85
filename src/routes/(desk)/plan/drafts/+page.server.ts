import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { draftsPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((() => ({ drafts: draftsPage(app()), live: ['plan'] })) satisfies PageServerLoad);
