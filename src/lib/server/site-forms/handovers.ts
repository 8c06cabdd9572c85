import { mailWords } from '../../core/words';
import { say } from '../../contract/refusals/site-forms';
import * as contract from '../../contract/site-forms/commands';
import { and, asc, desc, eq, isNotNull, max } from 'drizzle-orm';
import { readRecipients } from '../../core/quotes';
import type { HandoverContent, HandoverParts } from '../../core/site-forms';
import { workedSeconds } from '../../core/time';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { costEntries } from '../costs/schema';
import { fieldNotes } from '../field/schema';
import { customers, jobs, sites } from '../sales/schema';
import { handovers } from './schema';
import { timeEntries } from '../time/schema';
import { tasks } from '../work/schema';
import { isDrawable } from '../files';
import { newId } from '../ids';
import { makeLink } from '../links';
import { workJob } from '../planning';

/** More pictures than a customer looks through. */
const MOST_PICTURES = 12;

/** What was done on a job, as far as the customer is shown it; nothing that is not shown is read. */
export function handoverContent(db: Orm, jobId: string, shown: HandoverParts, note: string): HandoverContent | null {
	const row = db
		.select({ job: jobs.name, customer: customers.name, site: sites.address })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();
	if (!row) return null;
	return {
		title: row.job,
		company: db.select({ name: company.name }).from(company).get()?.name ?? '',
		customer: row.customer,
		site: row.site ?? '',
		note: note.trim(),
		...(shown.tasks ? { tasks: tasksDone(db, jobId) } : {}),
		...(shown.hours ? { minutes: minutesOn(db, jobId) } : {}),
		...(shown.materials ? { materials: materialsUsed(db, jobId) } : {}),
		...(shown.pictures ? { pictures: picturesOf(db, jobId) } : {})
	};
}

const tasksDone = (db: Orm, jobId: string): string[] =>
	db
		.select({ text: tasks.text })
		.from(tasks)
		.where(and(eq(tasks.jobId, jobId), isNotNull(tasks.doneAt)))
		.orderBy(asc(tasks.position))
		.all()
		.map((t) => t.text);

const minutesOn = (db: Orm, jobId: string): number =>
	Math.round(
		db
			.select({ startedAt: timeEntries.startedAt, endedAt: timeEntries.endedAt, breakMinutes: timeEntries.breakMinutes })
			.from(timeEntries)
			.where(and(eq(timeEntries.jobId, jobId), eq(timeEntries.conflict, false), isNotNull(timeEntries.endedAt)))
			.all()
			.reduce((a, e) => a + workedSeconds(e.startedAt, e.endedAt ?? e.startedAt, e.breakMinutes), 0) / 60
	);

function materialsUsed(db: Orm, jobId: string): { name: string; quantity: number; unit: string }[] {
	const used = new Map<string, { name: string; quantity: number; unit: string }>();
	for (const m of db
		.select({ name: costEntries.name, quantity: costEntries.quantity, unit: costEntries.unit })
		.from(costEntries)
		.where(and(eq(costEntries.jobId, jobId), eq(costEntries.kind, 'material')))
		.orderBy(asc(costEntries.name))
		.all()) {
		const key = `${m.name} ${m.unit}`;
		used.set(key, { ...m, quantity: (used.get(key)?.quantity ?? 0) + m.quantity });
	}
	return [...used.values()];
}

const picturesOf = (db: Orm, jobId: string): string[] =>
	db
		.select({ fileId: fieldNotes.fileId })
		.from(fieldNotes)
		.where(and(eq(fieldNotes.jobId, jobId), isNotNull(fieldNotes.fileId)))
		.orderBy(desc(fieldNotes.at))
		.limit(MOST_PICTURES)
		.all()
		.flatMap((n) => n.fileId ?? [])
		.reverse();

export const signHandover = serve(contract.signHandover, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	if (!isDrawable(i.signature)) throw new Refusal(say('please-sign-in-box'), 'signature');
	if (!Object.values(i.shown).some(Boolean) && i.note.trim() === '') throw new Refusal(say('show-at-least-one-part-or'), 'shown');
	const to = readRecipients(i.mailTo);
	const content = handoverContent(ctx.db, job.id, i.shown, i.note);
	if (!content) throw new Refusal(say('job-not-any-more'));
	const last = ctx.db
		.select({ n: max(handovers.number) })
		.from(handovers)
		.where(eq(handovers.jobId, job.id))
		.get()?.n;
	const h = ctx.insert(handovers, {
		id: newId(),
		jobId: job.id,
		number: (last ?? 0) + 1,
		shown: i.shown,
		content,
		signedBy: i.signedBy.trim(),
		signature: i.signature,
		at: ctx.now,
		byName: ctx.who.name
	});
	const { language } = ctx.get(customers, job.customerId, 'The customer');
	if (to.length > 0)
		ctx.mail({
			to: to.join(', '),
			...mailWords(language).handover({ title: content.title, company: content.company }),
			linkId: makeLink(ctx, 'document', `handover:${h.id}`),
			about: `job:${job.id}`
		});
	ctx.happened(`job:${job.id}`, 'handovers.sign', { number: h.number, name: h.signedBy }, 'field');
	return { handoverId: h.id, number: h.number };
});

export const handoversOf = (app: App, jobId: string) =>
	app.db.orm
		.select({ id: handovers.id, number: handovers.number, signedBy: handovers.signedBy, at: handovers.at, byName: handovers.byName })
		.from(handovers)
		.where(eq(handovers.jobId, jobId))
		.orderBy(desc(handovers.number))
		.all();
