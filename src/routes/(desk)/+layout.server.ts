import { app } from '$lib/server/app';
import { todayOf, companyOf } from '$lib/server/company';
import { layoutsOf } from '$lib/server/sales';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => {
	const own = companyOf(app());
	return {
		me: {
			id: locals.signed?.personId ?? '',
			name: locals.signed?.actor.name ?? '',
			role: locals.signed?.actor.role ?? ('crew' as const),
			rights: locals.signed?.actor.rights ?? null,
			scope: locals.signed?.actor.scope ?? ('all' as const)
		},
		company: { name: own.name, zone: own.zone, system: own.system, measures: own.settings.measures },
		today: todayOf(app()),
		now: app().clock.now(),
		layouts: layoutsOf(app(), locals.signed?.personId ?? ''),
		tiles: app().settings.mapTiles
	};
};
