import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { allAssemblies, choices, laborSheetsToday, starterTrades } from '$lib/server/catalog';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => ({
	assemblies: allAssemblies(app()),
	starter: starterTrades(app()),
	sheets: laborSheetsToday(app()).map((s) => ({ id: s.id, name: s.name })),
	taxCodes: choices(app()).taxCodes,
	mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
	live: ['catalog']
})) satisfies PageServerLoad);
