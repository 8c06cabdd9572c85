import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { calendarsPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((() => ({ ...calendarsPage(app()), live: ['plan'] })) satisfies PageServerLoad);
