import { asc, eq, sql } from 'drizzle-orm';
import type { App } from '../app';
import type { Orm } from '../db';
import { customers, jobMaterials, jobs, people, phases, taskParts } from '../db/schema';
import { formsOf, formsOffered, handoversOf } from '../site-forms';
import { filesOf, permitsOf, phasesOf, punchOf, talkOf, workList } from '../work';

const kindOf = (db: Orm, jobId: string): string =>
	db.select({ kind: jobs.kindOfWork }).from(jobs).where(eq(jobs.id, jobId)).get()?.kind ?? '';

/** What has to be done on a job and with what; no price is in it. */
export function jobWork(app: App, jobId: string) {
	const db = app.db.orm;
	return {
		tasks: workList(app, jobId),
		punch: punchOf(db, jobId),
		permits: permitsOf(db, jobId),
		talk: talkOf(db, jobId),
		files: filesOf(db, jobId).flatMap((f) =>
			f.taskId && !f.aside && f.versions[0] ? [{ id: f.versions[0].id, name: f.name, taskId: f.taskId }] : []
		),
		forms: formsOf(app, jobId),
		offered: formsOffered(db, kindOf(db, jobId)),
		handovers: handoversOf(app, jobId),
		customerMail:
			db.select({ mail: customers.mail }).from(jobs).innerJoin(customers, eq(customers.id, jobs.customerId)).where(eq(jobs.id, jobId)).get()
				?.mail ?? '',
		phases: phasesOf(db, jobId).map((p) => ({ id: p.id, name: p.name })),
		materials: db
			.select({
				id: jobMaterials.id,
				name: jobMaterials.name,
				unit: jobMaterials.unit,
				quantity: jobMaterials.quantity,
				phase: sql<string>`coalesce(${phases.name}, '')`,
				given: sql<number>`(select coalesce(sum(quantity), 0) from ${taskParts} where ${taskParts.materialId} = ${jobMaterials.id})`
			})
			.from(jobMaterials)
			.leftJoin(phases, eq(phases.id, jobMaterials.phaseId))
			.where(eq(jobMaterials.jobId, jobId))
			.orderBy(asc(phases.position), asc(jobMaterials.name))
			.all(),
		staff: db.select({ id: people.id, name: people.name }).from(people).where(eq(people.active, true)).orderBy(asc(people.name)).all()
	};
}
