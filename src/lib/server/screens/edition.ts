import { diffOf, waiting } from '../flat-rate';
import { isNull, eq, and, sql } from 'drizzle-orm';
import { lines, scopes, estimates } from '../estimates/schema';
import { stages, jobs } from '../sales/schema';
import type { Orm } from '../db';
import { todayOf } from '../company';
import type { App } from '../app';

/** The preview of an edition, with the open estimates that use what it changes. Saves nothing. */
export function previewEdition(app: App, editionId: string) {
	const db = app.db.orm;
	const edition = waiting(db, editionId);
	const { catalog, diff, held } = diffOf(db, edition, todayOf(app));
	const touched = new Set([...diff.changed.map((c) => c.key), ...diff.withdrawn.map((w) => w.key)]);
	const ids = held.filter((h) => touched.has(h.key)).map((h) => h.id);
	const { text: _text, ...shown } = edition;
	return { edition: shown, catalog, diff, open: openWith(db, ids) };
}

/** Open estimates with lines of these services. They keep their prices until they are brought up to date. */
export function openWith(db: Orm, serviceIds: string[]): { jobId: string; name: string; services: number }[] {
	if (serviceIds.length === 0) return [];
	const wanted = JSON.stringify(serviceIds);
	return db
		.select({ jobId: jobs.id, name: jobs.name, services: sql<number>`count(*)` })
		.from(jobs)
		.innerJoin(stages, and(eq(stages.id, jobs.stageId), eq(stages.meaning, 'bidding')))
		.innerJoin(estimates, eq(estimates.jobId, jobs.id))
		.innerJoin(scopes, eq(scopes.estimateId, estimates.id))
		.innerJoin(lines, eq(lines.scopeId, scopes.id))
		.where(
			and(
				isNull(jobs.number),
				sql`${lines.flat} is not null and ${lines.flat} ->> 'part' = 'hours' and ${lines.flat} ->> 'serviceId' in (select value from json_each(${wanted}))`
			)
		)
		.groupBy(jobs.id)
		.all();
}
