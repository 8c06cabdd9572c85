import { and, count, eq, gte, inArray, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import type { Viewer } from '../../core/access';
import { formatCents } from '../../core/money';
import type { App } from '../app';
import { invoiceParts, invoices, repeatInvoices } from '../billing/schema';
import { todayOf } from '../company';
import { changesOf } from '../estimates';
import { shifts } from '../planning/schema';
import { siteForms } from '../site-forms/schema';
import { timeEntries } from '../time/schema';
import { findingsOf, punchLeft } from '../work';
import { tasks } from '../work/schema';
import { leftToBill } from './job-money';

export interface OpenEnd {
	/** What is open, in words with how much. */
	words: string;
	/** Where it is put right. */
	path: string;
}
const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;

/** What of the work is open: tasks, forms, changes that nobody answered, people who are planned, clocks that run. */
function ofTheWork(app: App, jobId: string): OpenEnd[] {
	const db = app.db.orm;
	const n = (rows: { n: number }[]) => rows[0]?.n ?? 0;
	const open = n(
		db
			.select({ n: count() })
			.from(tasks)
			.where(and(eq(tasks.jobId, jobId), isNull(tasks.doneAt)))
			.all()
	);
	const forms = n(
		db
			.select({ n: count() })
			.from(siteForms)
			.where(and(eq(siteForms.jobId, jobId), ne(siteForms.state, 'approved')))
			.all()
	);
	const planned = n(
		db
			.select({ n: count() })
			.from(shifts)
			.where(and(eq(shifts.jobId, jobId), gte(shifts.day, todayOf(app))))
			.all()
	);
	const clocks = n(
		db
			.select({ n: count() })
			.from(timeEntries)
			.where(and(eq(timeEntries.jobId, jobId), isNull(timeEntries.endedAt)))
			.all()
	);
	const [punch, found] = [punchLeft(db, jobId), findingsOf(db, jobId).filter((f) => f.state === 'open').length];
	const waiting = changesOf(app, jobId).filter((c) => c.state === 'open' || c.state === 'draft');
	return [
		...(open ? [{ words: `${many(open, 'task')} not done`, path: `/jobs/${jobId}/work` }] : []),
		...(punch ? [{ words: `${punch} on the punch list`, path: `/jobs/${jobId}/work#punch` }] : []),
		...(found ? [{ words: `${found} found on site and not priced`, path: `/jobs/${jobId}#found` }] : []),
		...(forms ? [{ words: `${many(forms, 'site form')} not approved`, path: `/jobs/${jobId}/work` }] : []),
		...waiting.map((c) => ({
			words: `change order ${c.number} is ${c.state === 'draft' ? 'not sent' : 'not answered'}`,
			path: `/jobs/${jobId}`
		})),
		...(planned ? [{ words: `${many(planned, 'day of somebody', 'days of people')} still planned`, path: '/plan' }] : []),
		...(clocks ? [{ words: `${many(clocks, 'clock')} running on it`, path: `/jobs/${jobId}/costs` }] : [])
	];
}

/** What of the money is open: what was not billed, not paid, is held, or goes on being billed. */
function ofTheMoney(app: App, jobId: string): OpenEnd[] {
	const db = app.db.orm;
	const bill = `/jobs/${jobId}/bill`;
	const { contract: left, costs: sure, inConflict } = leftToBill(db, jobId);
	const costs = sure + inConflict;
	const issued = db
		.select({ id: invoices.id, number: invoices.number, open: sql<number>`${invoices.total} - ${invoices.paid}` })
		.from(invoices)
		.where(
			and(
				inArray(invoices.id, db.select({ id: invoiceParts.invoiceId }).from(invoiceParts).where(eq(invoiceParts.jobId, jobId))),
				isNotNull(invoices.issuedAt),
				isNull(invoices.voidedAt)
			)
		)
		.all();
	const held =
		db
			.select({ n: sql<number>`coalesce(sum(${invoiceParts.retained}), 0)` })
			.from(invoiceParts)
			.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
			.where(and(eq(invoiceParts.jobId, jobId), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
			.get()?.n ?? 0;
	const again = db
		.select({ name: repeatInvoices.name })
		.from(repeatInvoices)
		.where(and(eq(repeatInvoices.jobId, jobId), eq(repeatInvoices.paused, false)))
		.all();
	return [
		...(left > 0 ? [{ words: `${formatCents(left)} of the contract not billed`, path: bill }] : []),
		...(costs > 0 ? [{ words: `${formatCents(costs)} of hours and materials not billed`, path: bill }] : []),
		...issued
			.filter((i) => i.open > 0)
			.map((i) => ({ words: `${formatCents(i.open)} of invoice ${i.number ?? ''} not paid`, path: `/bill/invoices/${i.id}` })),
		...(held > 0 ? [{ words: `${formatCents(held)} held as retainage`, path: '/bill/applications' }] : []),
		...again.map((r) => ({ words: `repeat invoice “${r.name}” goes on`, path: '/bill/repeats' }))
	];
}

/** What of a job is still open, as far as this person may see it: asked before it is closed. */
export const openEnds = (app: App, jobId: string, viewer: Viewer): OpenEnd[] => [
	...ofTheWork(app, jobId),
	...(viewer.may('invoices.see') ? ofTheMoney(app, jobId) : [])
];
