import { todayOf } from '../company';
import { and, asc, desc, eq, gte, isNull, lt, sql } from 'drizzle-orm';
import { addDays } from '../../core/time';
import type { App } from '../app';
import { assemblies, type CrewSheet } from '../catalog/schema';
import { costEntries } from '../costs/schema';
import { recipes, scopes } from '../estimates/schema';
import { people } from '../people/schema';
import { shifts } from '../planning/schema';
import { quotes } from '../quotes/schema';
import { customers, jobs, sites } from '../sales/schema';
import { timeEntries } from './schema';
import { jobMaterials, phases } from '../work/schema';
import { formsOf, formsOffered, handoversOf } from '../site-forms';
import { filesOf, permitsOf, punchOf, talkOf, workList } from '../work';
import { jobContactsOf } from '../sales';
import { isThere } from '../../core/work';
import { notesOf } from '../field';
import { runningOf } from './commands';

/** The running clock of a person. */
export function running(app: App, personId: string) {
	const entry = runningOf({ db: app.db.orm }, personId);
	if (!entry) return null;
	return {
		id: entry.id,
		jobId: entry.jobId,
		taskId: entry.taskId,
		startedAt: entry.startedAt,
		job: entry.jobId ? (app.db.orm.select({ name: jobs.name }).from(jobs).where(eq(jobs.id, entry.jobId)).get()?.name ?? '') : ''
	};
}

/** My day and the next ones: my shifts with where and who. */
export function myDays(app: App, personId: string) {
	const from = todayOf(app);
	return {
		today: from,
		shifts: app.db.orm
			.select({
				id: shifts.id,
				day: shifts.day,
				from: shifts.from,
				to: shifts.to,
				note: shifts.note,
				phase: sql<string>`coalesce(${phases.name}, '')`,
				jobId: jobs.id,
				job: jobs.name,
				hoursOnTask: jobs.hoursOnTask,
				address: sites.address,
				lat: sites.lat,
				lng: sites.lng,
				customer: customers.name,
				phone: customers.phone
			})
			.from(shifts)
			.innerJoin(jobs, eq(jobs.id, shifts.jobId))
			.innerJoin(customers, eq(customers.id, jobs.customerId))
			.leftJoin(sites, eq(sites.id, jobs.siteId))
			.leftJoin(phases, eq(phases.id, shifts.phaseId))
			.where(and(eq(shifts.personId, personId), gte(shifts.day, from), lt(shifts.day, addDays(from, 8))))
			.orderBy(asc(shifts.day), asc(shifts.from))
			.all()
	};
}

/** A job as the crew needs it: where, what to know, what to bring, how. No price is in it. */
export function fieldJob(app: App, jobId: string, language: string) {
	const db = app.db.orm;
	const row = db
		.select({
			id: jobs.id,
			name: jobs.name,
			number: jobs.number,
			kindOfWork: jobs.kindOfWork,
			crewBrief: jobs.crewBrief,
			hoursOnTask: jobs.hoursOnTask,
			address: sites.address,
			access: sites.access,
			lat: sites.lat,
			lng: sites.lng,
			customer: customers.name,
			phone: customers.phone
		})
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();
	if (!row || row.number === null) return null;
	const used = db
		.selectDistinct({ id: assemblies.id, name: assemblies.name, sheet: assemblies.crewSheet })
		.from(assemblies)
		.innerJoin(recipes, eq(recipes.assemblyId, assemblies.id))
		.innerJoin(scopes, eq(scopes.id, recipes.scopeId))
		.innerJoin(quotes, eq(quotes.estimateId, scopes.estimateId))
		.where(eq(quotes.jobId, jobId))
		.all();
	return {
		...row,
		sheets: used.map((u) => ({ name: u.name, sheet: (u.sheet[language as 'en'] ?? u.sheet.en) as CrewSheet | undefined })),
		phases: db
			.select({ name: phases.name, hours: phases.hours })
			.from(phases)
			.where(eq(phases.jobId, jobId))
			.orderBy(asc(phases.position))
			.all(),
		materials: db
			.select({
				phase: sql<string>`coalesce(${phases.name}, '')`,
				itemId: jobMaterials.itemId,
				name: jobMaterials.name,
				unit: jobMaterials.unit,
				quantity: jobMaterials.quantity
			})
			.from(jobMaterials)
			.leftJoin(phases, eq(phases.id, jobMaterials.phaseId))
			.where(eq(jobMaterials.jobId, jobId))
			.all(),
		used: db
			.select({ id: costEntries.id, name: costEntries.name, quantity: costEntries.quantity, unit: costEntries.unit, day: costEntries.day })
			.from(costEntries)
			.where(and(eq(costEntries.jobId, jobId), eq(costEntries.kind, 'material')))
			.orderBy(desc(costEntries.day))
			.limit(30)
			.all(),
		contacts: jobContactsOf(db, jobId).map(({ id, name, role, phone }) => ({ id, name, role, phone })),
		punch: punchOf(db, jobId),
		permits: permitsOf(db, jobId)
			.filter((p) => !isThere(p, todayOf(app)))
			.map(({ id, name }) => ({ id, name })),
		talk: talkOf(db, jobId, 20),
		files: filesOf(db, jobId, 'crew').flatMap((f) =>
			f.versions[0] ? [{ id: f.versions[0].id, name: f.name, folder: f.folder, taskId: f.taskId }] : []
		),
		notes: notesOf(app, jobId),
		tasks: workList(app, jobId),
		forms: formsOf(app, jobId),
		offered: formsOffered(db, row.kindOfWork),
		handovers: handoversOf(app, jobId)
	};
}

export const fieldJobs = (app: App) =>
	app.db.orm
		.select({ id: jobs.id, name: jobs.name, number: jobs.number, address: sites.address })
		.from(jobs)
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(sql`${jobs.number} is not null and ${jobs.stageId} in (select id from stages where meaning in ('ready', 'under way'))`)
		.orderBy(asc(jobs.name))
		.limit(200)
		.all();

/** My own time of the last two weeks. */
export function myHours(app: App, personId: string) {
	return app.db.orm
		.select({
			id: timeEntries.id,
			startedAt: timeEntries.startedAt,
			endedAt: timeEntries.endedAt,
			breakMinutes: timeEntries.breakMinutes,
			zone: timeEntries.zone,
			note: timeEntries.note,
			conflict: timeEntries.conflict,
			job: jobs.name
		})
		.from(timeEntries)
		.leftJoin(jobs, eq(jobs.id, timeEntries.jobId))
		.where(and(eq(timeEntries.personId, personId), gte(timeEntries.startedAt, app.clock.now() - 14 * 86_400_000)))
		.orderBy(desc(timeEntries.startedAt))
		.all();
}

/** Who is on the clock now, for the office. */
export const onTheClock = (app: App) =>
	app.db.orm
		.select({ personId: people.id, name: people.name, jobId: timeEntries.jobId, job: jobs.name, startedAt: timeEntries.startedAt })
		.from(timeEntries)
		.innerJoin(people, eq(people.id, timeEntries.personId))
		.leftJoin(jobs, eq(jobs.id, timeEntries.jobId))
		.where(isNull(timeEntries.endedAt))
		.all();
