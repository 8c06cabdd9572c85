import { inArray } from 'drizzle-orm';
import type { App } from '../app';
import { todayOf } from '../company';
import { people } from '../people/schema';
import type { PlannedDay } from '../../core/planning';
import { planLines, noticesOf, toTell, type NoticeLine, type ToTell } from '../planning';
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
	const notices = noticesOf(db, app.clock.now() - WEEK);
	const named = [...new Set(notices.flatMap((n) => n.changes.map(jobIdOf)))];
	const rows = named.length ? db.select({ id: jobs.id }).from(jobs).where(inArray(jobs.id, named)).all() : [];
	const seen = new Set(rows.map((j) => j.id));
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
		told: notices.map(({ changes, language: _, ...n }) => ({
			...n,
			n: changes.length,
			lines: planLines(
				'en',
				changes.map((c) => (seen.has(jobIdOf(c)) ? c : hidden(c)))
			)
		}))
	};
}

const jobIdOf = (c: NoticeLine): string => c.is?.jobId ?? c.was?.jobId ?? '';

/** A change of a job that whoever looks may not see: that there was one, and when. */
const hidden = (c: NoticeLine): NoticeLine => {
	const bare = (d: PlannedDay | null) => d && { ...d, phase: '', note: '' };
	return { ...c, job: 'another job', was: bare(c.was), is: bare(c.is) };
};

/** Names of jobs, of those that whoever looks may see. */
function visible(db: App['db']['orm'], waiting: readonly ToTell[]): (id: string | undefined) => string {
	const ids = [...new Set(waiting.flatMap((t) => t.changes.flatMap((c) => [c.is?.jobId, c.was?.jobId].filter((x) => x !== undefined))))];
	const rows = ids.length ? db.select({ id: jobs.id, name: jobs.name }).from(jobs).where(inArray(jobs.id, ids)).all() : [];
	const names = new Map(rows.map((r) => [r.id, r.name]));
	return (id) => names.get(id ?? '') ?? 'another job';
}
