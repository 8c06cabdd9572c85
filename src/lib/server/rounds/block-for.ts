import { blockOf } from '../../core/rounds';
import type { Context } from '../commands';
import { waysOf, type Way } from './cadences';
import { peopleOf } from './plan';
import { seasonServices, type agreements } from './schema';

type Agreement = typeof agreements.$inferSelect;

/** Blocks of visits by whom they are given to, remembering within one command how many are in a crew and how a service is done. */
export function blocks(ctx: Context) {
	const sizes = new Map<string | null, number>([[null, 1]]);
	const ways = new Map<string, Way[]>();
	const sizeOf = (crewId: string | null): number => {
		const known = sizes.get(crewId);
		if (known !== undefined || crewId === null) return known ?? 1;
		const size = Math.max(1, peopleOf(ctx.db, crewId).length);
		sizes.set(crewId, size);
		return size;
	};
	const waysFor = (serviceId: string): Way[] => {
		const known = ways.get(serviceId) ?? waysOf(ctx.db, ctx.get(seasonServices, serviceId, 'Its service'));
		ways.set(serviceId, known);
		return known;
	};
	const block = (a: Agreement, way: Way, crewId: string | null): number =>
		blockOf({ hours: a.hours, visits: a.visits, crew: way.crewSize ?? sizeOf(crewId), setUp: way.setUp }, way.step);
	return {
		/** A new visit's block, as the service is usually done. */
		fresh: (a: Agreement, crewId: string | null): number => waysFor(a.serviceId).map((way) => block(a, way, crewId))[0] ?? 0,
		/** The block that another crew makes of a visit: reckoned anew where it was reckoned, and left where somebody set another. */
		given: (a: Agreement, visit: { crewId: string | null; minutes: number }, crewId: string | null): number => {
			if (visit.crewId === crewId) return visit.minutes;
			const way = waysFor(a.serviceId).find((w) => block(a, w, visit.crewId) === visit.minutes);
			return way ? block(a, way, crewId) : visit.minutes;
		}
	};
}
