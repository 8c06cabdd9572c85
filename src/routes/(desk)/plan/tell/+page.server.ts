import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { tellPage } from '$lib/server/screens';
import type { PageServerLoad } from './$types';

export const load = shown((() => ({ ...tellPage(app()), live: ['plan'] })) satisfies PageServerLoad);
