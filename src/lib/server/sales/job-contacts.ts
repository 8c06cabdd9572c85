import * as contract from '../../contract/sales/job-contacts';
import { asc, eq, max } from 'drizzle-orm';
import { serve } from '../commands';
import type { Orm } from '../db';
import { newId } from '../ids';
import { jobContacts, jobs } from './schema';

export const saveJobContact = serve(contract.saveJobContact, (ctx, { jobId, contactId, version, ...fields }) => {
	const job = ctx.get(jobs, contactId ? ctx.get(jobContacts, contactId, 'This contact').jobId : jobId, 'This job');
	const last = ctx.db
		.select({ n: max(jobContacts.position) })
		.from(jobContacts)
		.where(eq(jobContacts.jobId, job.id))
		.get()?.n;
	const row = contactId
		? ctx.update(jobContacts, contactId, fields, version)
		: ctx.insert(jobContacts, { id: newId(), jobId: job.id, ...fields, position: (last ?? -1) + 1 });
	ctx.happened(`job:${job.id}`, 'jobs.save-contact', { name: row.name, role: row.role }, 'field');
	return { contactId: row.id };
});

export const removeJobContact = serve(contract.removeJobContact, (ctx, i) => {
	const row = ctx.get(jobContacts, i.contactId, 'This contact');
	ctx.remove(jobContacts, row.id);
	ctx.happened(`job:${row.jobId}`, 'jobs.remove-contact', { name: row.name }, 'field');
});

/** Whom the crew meets at a job. */
export const jobContactsOf = (db: Orm, jobId: string) =>
	db.select().from(jobContacts).where(eq(jobContacts.jobId, jobId)).orderBy(asc(jobContacts.position)).all();
