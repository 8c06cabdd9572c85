import { inArray } from 'drizzle-orm';
import type { App } from '../app';
import { todayOf } from '../company';
import { people } from '../people/schema';
import { planLines, noticesOf, toTell, type ToTell } from '../planning';
import { jobs } from '../sales/schema';
import { languageOf } from '../../core/words';

const WEEK = 7 * 86_400_000;

/** Who has to be told of what, in English for the office; what was told this week, and whether it was seen. */
export function tellPage(app: App) {
	const db = app.db.orm;
	const waiting = toTell(db, todayOf(app));
	const who = new Map(
		db
			.select({
				id: people.id,
				name: people.name,
				toldBy: people.toldBy,
				mail: people.mail,
				phone: people.phone,
				language: people.language
			})
			.from(people)
			.all()
			.map((p) => [p.id, p])
	);
	const seenJobs = visible(db, waiting);
	return {
		waiting: waiting
			.map(({ personId, changes }) => ({
				...{ personId, name: who.get(personId)?.name ?? '', toldBy: who.get(personId)?.toldBy ?? 'mail' },
				...{ language: languageOf(who.get(personId)?.language), n: changes.length },
				lines: planLines(
					'en',
					changes.map((c) => ({ ...c, jobBefore: seenJobs(c.was?.jobId), job: seenJobs(c.is?.jobId ?? c.was?.jobId) }))
				)
			}))
			.sort((a, b) => (a.name < b.name ? -1 : 1)),
		told: noticesOf(db, app.clock.now() - WEEK).map(({ changes, language: _, ...n }) => ({
			...n,
			n: changes.length,
			lines: planLines('en', changes)
		}))
	};
}

/** Names of jobs, of those that whoever looks may see. */
function visible(db: App['db']['orm'], waiting: readonly ToTell[]): (id: string | undefined) => string {
	const ids = [...new Set(waiting.flatMap((t) => t.changes.flatMap((c) => [c.is?.jobId, c.was?.jobId].filter((x) => x !== undefined))))];
	const rows = ids.length ? db.select({ id: jobs.id, name: jobs.name }).from(jobs).where(inArray(jobs.id, ids)).all() : [];
	const names = new Map(rows.map((r) => [r.id, r.name]));
	return (id) => names.get(id ?? '') ?? 'another job';
}
