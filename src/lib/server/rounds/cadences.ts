import { and, asc, eq, sql } from 'drizzle-orm';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import type { Cadence } from '../../core/rounds';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { newId } from '../ids';
import { cadences, seasonServices } from './schema';

export function checkCadence(c: Cadence): void {
	if (c.by === 'windows' && c.windows.some((w) => w.to < w.from)) throw new Refusal(say('window-ends-before-begins'), 'windows');
}

export const saveCadence = serve(contract.saveCadence, (ctx, { cadenceId, version, ...i }) => {
	checkCadence(i.cadence);
	const service = ctx.get(seasonServices, i.serviceId, 'This service');
	const name = i.name.trim();
	const other = ctx.db
		.select({ id: cadences.id })
		.from(cadences)
		.where(and(eq(cadences.serviceId, service.id), sql`lower(${cadences.name}) = lower(${name})`))
		.get();
	if (other && other.id !== cadenceId) throw new Refusal(say('cadence-of-name-already'), 'name');
	const known = cadenceId === null ? null : ctx.get(cadences, cadenceId, 'This cadence');
	if (known && known.serviceId !== service.id) throw new Refusal(say('cadence-of-another-service'));
	const saved = known ? ctx.update(cadences, known.id, { ...i, name }, version) : ctx.insert(cadences, { id: newId(), ...i, name });
	ctx.happened(`season-service:${service.id}`, 'rounds.save-cadence', { service: service.name, name }, 'plan');
	return { cadenceId: saved.id };
});

/** A way to plan a service: its usual one (id null), or another by name. */
export interface Way {
	id: string | null;
	name: string;
	cadence: Cadence;
	setUp: number;
	/** How many go to a visit; null: the whole crew. */
	crewSize: number | null;
	step: number;
}

/** The cadences that a service is planned by: the usual one first, then the others by name. */
export const waysOf = (db: Orm, service: typeof seasonServices.$inferSelect): Way[] => [
	{ id: null, name: 'usual', cadence: service.cadence, setUp: service.setUp, crewSize: service.crewSize, step: service.step },
	...db
		.select({
			...{ id: cadences.id, name: cadences.name, cadence: cadences.cadence, setUp: cadences.setUp },
			...{ crewSize: cadences.crewSize, step: cadences.step }
		})
		.from(cadences)
		.where(and(eq(cadences.serviceId, service.id), eq(cadences.archived, false)))
		.orderBy(asc(cadences.name))
		.all()
];

/** All cadences of a service, those set aside too. */
export const cadencesOf = (app: App, serviceId: string) =>
	app.db.orm.select().from(cadences).where(eq(cadences.serviceId, serviceId)).orderBy(asc(cadences.name)).all();
