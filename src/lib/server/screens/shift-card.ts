import { and, asc, eq, gt, isNotNull, isNull } from 'drizzle-orm';
import { Missing } from '../commands';
import { say } from '../../contract/refusals/planning';
import type { App } from '../app';
import type { Viewer } from '../../core/access';
import { invoices } from '../billing/schema';
import { settingsOf } from '../company';
import { shifts } from '../planning/schema';
import { customers, jobs, sites, stages } from '../sales/schema';
import { timeEntries } from '../time/schema';
import { phases, tasks } from '../work/schema';

/** What the board shows of a shift without leaving it: whom to call, where it is, what is to do, and the time on it so far. */
export function shiftCard(app: App, viewer: Viewer, shiftId: string) {
	const db = app.db.orm;
	const row = db
		.select({
			...{
				jobId: jobs.id,
				job: jobs.name,
				number: jobs.number,
				stage: stages.name,
				phase: phases.name,
				brief: jobs.crewBrief,
				own: jobs.own
			},
			...{ customer: customers.name, phone: customers.phone, mail: customers.mail, address: sites.address, lat: sites.lat, lng: sites.lng },
			...{ personId: shifts.personId, day: shifts.day, phaseId: shifts.phaseId }
		})
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.leftJoin(phases, eq(phases.id, shifts.phaseId))
		.where(eq(shifts.id, shiftId))
		.get();
	if (!row) throw new Missing(say('shift-not-any-more'));
	const { personId, day: _, phaseId, ...card } = row;
	const clocked = db
		.select({ from: timeEntries.startedAt, to: timeEntries.endedAt, rest: timeEntries.breakMinutes })
		.from(timeEntries)
		.where(and(eq(timeEntries.jobId, row.jobId), personId ? eq(timeEntries.personId, personId) : undefined))
		.all();
	const now = app.clock.now();
	const open = db
		.select({ text: tasks.text, phaseId: tasks.phaseId })
		.from(tasks)
		.where(and(eq(tasks.jobId, row.jobId), isNull(tasks.doneAt)))
		.orderBy(asc(tasks.position))
		.limit(60)
		.all();
	return {
		...card,
		mail: viewer.may('customers.see') ? card.mail : '',
		// What the company keeps of a job is for those who see jobs.
		own: viewer.may('jobs.see') ? card.own : {},
		fields: viewer.may('jobs.see') ? settingsOf(db).ownFields.flatMap((f) => (f.of === 'job' ? [{ ...f, of: f.of }] : [])) : [],
		mayChange: viewer.may('jobs.change'),
		phase: card.phase ?? '',
		address: card.address ?? '',
		clockedMinutes: clocked.reduce((a, e) => a + Math.max(0, Math.floor(((e.to ?? now) - e.from) / 60_000) - e.rest), 0),
		tasks: open
			.filter((t) => t.phaseId === null || t.phaseId === phaseId)
			.map((t) => t.text)
			.slice(0, 8),
		// An invoice that waits for its money can be taken at the door, by who may.
		invoiceId: viewer.may('payments.record') ? openInvoice(app, row.jobId) : null
	};
}

const openInvoice = (app: App, jobId: string): string | null =>
	app.db.orm
		.select({ id: invoices.id })
		.from(invoices)
		.where(and(eq(invoices.jobId, jobId), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt), gt(invoices.total, invoices.paid)))
		.orderBy(asc(invoices.due))
		.limit(1)
		.get()?.id ?? null;
