import { dayIn } from '../../core/words';
import { textOf } from '../../core/events';
import { and, eq, isNull } from 'drizzle-orm';
import { addDays } from '../../core/time';
import type { App } from '../app';
import { companyOf, todayOf } from '../company';
import { customers, estimates, jobs, quotes, revisions, taxCodes, taxComponents } from '../db/schema';
import { coherent } from '../../core/documents';
import { ownWords } from '../../core/sales';
import { addressesOf, ownOf } from '../sales';
import { customerOfJob, lettersOf } from '../quotes';
import { attachedTo } from '../files';
import { loadEstimate, undoState } from '../estimates';
import { filesForCustomer } from '../work';

/**
 * The estimate of a job as the bench shows it: rows for the core, tax of today, what this person can undo, what the mail would say.
 * @param personId who looks at it
 */
export function bench(app: App, jobId: string, personId: string, change: number | null = null) {
	const db = app.db.orm;
	const row = db
		.select()
		.from(estimates)
		.where(and(eq(estimates.jobId, jobId), change === null ? isNull(estimates.change) : eq(estimates.change, change)))
		.get();
	if (!row) return null;
	const estimate = loadEstimate(db, row.id);
	if (!estimate) return null;
	const job = db
		.select({ customerId: jobs.customerId, number: jobs.number, contractNet: jobs.contractNet })
		.from(jobs)
		.where(eq(jobs.id, jobId))
		.get();
	const exemption = job
		? (db
				.select({ e: customers.exemption })
				.from(customers)
				.where(and(eq(customers.id, job.customerId)))
				.get()?.e ?? null)
		: null;
	const { last, next } = undoState({ db }, row.id, personId);
	const own = companyOf(app);
	const customer = customerOfJob(app, jobId);
	return {
		id: row.id,
		version: row.version,
		title: row.title,
		intro: row.intro,
		estimate,
		/** Measures that the company named itself. */
		measures: own.settings.measures,
		won: (job?.number ?? null) !== null,
		change: row.change,
		days: row.days,
		recurring: row.recurring,
		/** What the job is contracted for now, before this change order. */
		contract: row.change === null ? null : (job?.contractNet ?? 0),
		/** A change order that is accepted lies in the contract already. */
		accepted:
			row.change !== null &&
			db
				.select({ id: revisions.id })
				.from(revisions)
				.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
				.where(and(eq(quotes.estimateId, row.id), eq(revisions.state, 'accepted')))
				.get() !== undefined,
		undo: last ? textOf(last) : null,
		redo: next ? textOf(next) : null,
		tax: { codes: db.select().from(taxCodes).all(), components: db.select().from(taxComponents).all(), day: todayOf(app), exemption },
		/** Files of the customer, and those of the job that they may see, that can go with the quote. */
		files: job
			? [...attachedTo(app, `customer:${job.customerId}`).map((f) => ({ id: f.id, name: f.name })), ...filesForCustomer(db, jobId)]
			: [],
		/** What the document can be: as the company lays it out, texts it can hold, who signed for this customer. */
		/** What is asked for on acceptance; a change order asks for none. */
		deposit: row.change === null ? own.settings.deposit.percent : null,
		paper: {
			layout: coherent(own.settings.quoteLayout),
			blocks: own.settings.textBlocks.map(({ id: blockId, name, place }) => ({ id: blockId, name, place }))
		},
		letter: {
			to: customer ? addressesOf(db, customer, 'getsQuotes') : '',
			phone: customer?.phone ?? '',
			letters: lettersOf(own.settings, customer?.language),
			words: {
				...ownWords(own.settings.ownFields, ownOf(app, jobId)),
				customer: customer?.name ?? 'customer',
				title: row.title,
				company: own.name,
				phone: own.phone,
				'valid until': dayIn(customer?.language ?? 'en', addDays(todayOf(app), own.settings.quoteDays))
			}
		}
	};
}
