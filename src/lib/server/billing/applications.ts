import { say } from '../../contract/refusals/billing';
import * as contract from '../../contract/billing/applications';
import { and, asc, desc, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { applicationFigures, certifyWhole, type ApplicationFigures, type AppliedLine, type Release } from '../../core/billing';
import { cents, percent, type Cents } from '../../core/money';
import { longDay } from '../../core/time';
import { Refusal, type Said } from '../../core/refusal';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { invoiceParts, invoices, payApplicationLines, payApplications } from './schema';
import { company } from '../company/schema';
import { customers, jobs } from '../sales/schema';
import { newId } from '../ids';
import { makeLink } from '../links';
import { billableJob, draftParts, issueDraft, type DraftLine } from './drafts';
import { voidIssued } from './commands';
import { contractOf } from './load';
import { addressesOf } from '../sales';

export type PayApplication = typeof payApplications.$inferSelect;
type Row = typeof payApplicationLines.$inferSelect;

export const applicationsOf = (db: Orm, jobId: string): PayApplication[] =>
	db
		.select()
		.from(payApplications)
		.where(and(eq(payApplications.jobId, jobId), ne(payApplications.state, 'void')))
		.orderBy(asc(payApplications.number))
		.all();
export const rowsOf = (db: Orm, applicationId: string): Row[] =>
	db
		.select()
		.from(payApplicationLines)
		.where(eq(payApplicationLines.applicationId, applicationId))
		.orderBy(asc(payApplicationLines.position))
		.all();

/** The application as it stands, with what the earlier ones had and what it comes to. */
export interface Figured {
	application: PayApplication;
	rows: (Row & { text: string; scope: string; change: number | null; taxCodeId: string | null; done: Cents })[];
	figures: ApplicationFigures;
	/** What of each line was completed and stored by the one before. */
	before: { total: Cents; held: Cents }[];
	earlierDue: Cents[];
}

/**
 * Figures of the applications of a job up to one: each builds on the one before, as certified.
 * @param asApplied the last one as it was applied for, whatever was certified of it
 */
export function figured(db: Orm, jobId: string, upTo: number, asApplied = false): Figured | null {
	const lines = new Map(contractOf(db, jobId).map((l) => [l.id, l]));
	let last: Figured | null = null;
	const released = new Map<string, number>();
	const due: Cents[] = [];
	for (const application of applicationsOf(db, jobId)) {
		if (application.number > upTo) break;
		const rows = rowsOf(db, application.id).map((r) => {
			const l = lines.get(r.contractLineId);
			return {
				...r,
				text: l?.text ?? '',
				scope: l?.scope ?? '',
				change: l?.change ?? null,
				taxCodeId: l?.taxCodeId ?? null,
				done: cents(asApplied && application.number === upTo ? r.completed : (r.certified ?? r.completed))
			};
		});
		const previous: Map<string, { row: Figured['rows'][number]; held: Cents }> = new Map(
			(last?.rows ?? []).map((r, n) => [r.contractLineId, { row: r, held: last?.figures.lines[n]?.retainage ?? cents(0) }])
		);
		const held = rows.map((r) => previous.get(r.contractLineId)?.held ?? cents(0));
		const figures = applicationFigures(
			rows.map((r): AppliedLine => ({
				text: r.text,
				...{ scheduled: cents(r.scheduled), previous: cents(r.previous), completed: r.done, stored: cents(r.stored) },
				releasedBefore: cents(released.get(r.contractLineId) ?? 0)
			})),
			{ work: percent(application.workRate), stored: percent(application.storedRate) },
			releaseOf(application),
			held,
			due
		);
		const before: Figured['before'] = rows.map((r, n) => {
			const p = previous.get(r.contractLineId)?.row;
			return { total: cents(p ? p.done + p.stored : 0), held: held[n] ?? cents(0) };
		});
		last = { application, rows, figures, before, earlierDue: [...due] };
		rows.forEach((r, n) => released.set(r.contractLineId, (released.get(r.contractLineId) ?? 0) + (figures.released[n] ?? 0)));
		due.push(figures.due);
	}
	return last?.application.number === upTo ? last : null;
}

const releaseOf = (a: PayApplication): Release =>
	a.release === 'amount' ? { by: 'amount', amount: cents(a.releaseAmount) } : { by: a.release };

/** Whether a job was billed otherwise than by applications. */
const billedOtherwise = (db: Orm, jobId: string): boolean =>
	db
		.select({ id: invoiceParts.id })
		.from(invoiceParts)
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(eq(invoiceParts.jobId, jobId), isNull(invoices.voidedAt), inArray(invoiceParts.kind, ['deposit', 'contract'])))
		.get() !== undefined;

export const beginApplication = serve(contract.beginApplication, (ctx, i) => {
	const job = billableJob(ctx, i.jobId);
	const all = applicationsOf(ctx.db, job.id);
	const last = all.at(-1);
	if (last && last.state !== 'certified') throw new Refusal(say('application-not-certified-yet', { number: last.number }));
	if (billedOtherwise(ctx.db, job.id)) throw new Refusal(say('jobs-contract-billed-by-invoices-already'));
	if (last && i.periodEnd <= last.periodEnd)
		throw new Refusal(say('period-before-ended-on', { periodEnd: longDay(last.periodEnd) }), 'periodEnd');
	const lines = contractOf(ctx.db, job.id);
	if (lines.length === 0) throw new Refusal(say('no-contract-whose-values-could-be'));
	const { settings } = ctx.get(company, 'company', 'The company');
	const application = ctx.insert(payApplications, {
		...{ id: newId(), jobId: job.id, number: (last?.number ?? 0) + 1, periodEnd: i.periodEnd, state: 'draft', release: 'hold' },
		...{ workRate: last?.workRate ?? settings.retainage, storedRate: last?.storedRate ?? settings.retainage }
	});
	const before = new Map((last ? rowsOf(ctx.db, last.id) : []).map((r) => [r.contractLineId, r]));
	lines.forEach((l, position) => {
		const p = before.get(l.id);
		const done = p ? (p.certified ?? p.completed) : 0;
		ctx.insert(payApplicationLines, {
			...{ id: newId(), applicationId: application.id, contractLineId: l.id, position, scheduled: l.amount },
			...{ previous: done, completed: done, stored: p?.stored ?? 0 }
		});
	});
	ctx.happened(`job:${job.id}`, 'invoices.begin-application', { number: application.number }, 'invoices');
	return { applicationId: application.id };
});

function open(ctx: Context, applicationId: string, state: PayApplication['state'], otherwise: Said): PayApplication {
	const a = ctx.get(payApplications, applicationId, 'This application');
	if (a.state !== state) throw new Refusal(otherwise);
	return a;
}

/** What it comes to as it stands now. @throws Refusal as the core says, at its line */
function figuresOf(ctx: Context, a: PayApplication): Figured {
	const found = figured(ctx.db, a.jobId, a.number);
	if (!found) throw new Refusal(say('application-not-any-more'));
	return found;
}

export const saveApplication = serve(contract.saveApplication, (ctx, { applicationId, lines, version, ...i }) => {
	const a = open(ctx, applicationId, 'draft', say('application-out-void-to-change'));
	const rows = rowsOf(ctx.db, a.id);
	for (const l of lines) {
		const row = rows.find((r) => r.id === l.id);
		if (!row) throw new Refusal(say('line-of-application-not-any-more'), 'lines');
		if (row.completed !== l.completed || row.stored !== l.stored)
			ctx.update(payApplicationLines, row.id, { completed: l.completed, stored: l.stored });
	}
	const saved = ctx.update(payApplications, a.id, i, version);
	figuresOf(ctx, saved);
	ctx.happened(`job:${a.jobId}`, 'invoices.save-application', { number: a.number }, 'invoices');
});

export const discardApplication = serve(contract.discardApplication, (ctx, i) => {
	const a = open(ctx, i.applicationId, 'draft', say('application-out-void-instead'));
	for (const r of rowsOf(ctx.db, a.id)) ctx.remove(payApplicationLines, r.id);
	ctx.remove(payApplications, a.id);
	ctx.happened(`job:${a.jobId}`, 'invoices.discard-application', { number: a.number }, 'invoices');
});

export const sendApplication = serve(contract.sendApplication, (ctx, i) => {
	const a = open(ctx, i.applicationId, 'draft', say('application-out-already'));
	const found = figuresOf(ctx, a);
	found.rows.forEach((r, n) => {
		if (r.released !== found.figures.released[n]) ctx.update(payApplicationLines, r.id, { released: found.figures.released[n] ?? 0 });
	});
	ctx.update(payApplications, a.id, { state: 'sent', sentAt: ctx.now }, i.version);
	const own = ctx.get(company, 'company', 'The company');
	const job = ctx.get(jobs, a.jobId, 'This job');
	const linkId = makeLink(ctx, 'document', `application:${a.id}`);
	ctx.mail({
		to: i.to,
		subject: i.subject || `Pay application ${a.number}, ${job.name}, from ${own.name}`,
		text: i.text.includes('{link}') ? i.text : `${i.text}\n\n{link}`,
		linkId,
		about: `job:${a.jobId}`
	});
	ctx.happened(`job:${a.jobId}`, 'invoices.send-application', { number: a.number, due: found.figures.due }, 'invoices', 'today');
});

export const certifyApplication = serve(contract.certifyApplication, (ctx, i) => {
	const a = open(ctx, i.applicationId, 'sent', say('only-sent-application-certified'));
	const rows = rowsOf(ctx.db, a.id);
	if (i.amount !== null) {
		const parts = certifyWhole(
			rows.map((r) => ({ previous: cents(r.previous), completed: cents(r.completed) })),
			cents(i.amount)
		);
		rows.forEach((r, n) => ctx.update(payApplicationLines, r.id, { certified: parts[n] ?? r.completed }));
	}
	for (const l of i.lines ?? []) {
		const row = rows.find((r) => r.id === l.id);
		if (!row) throw new Refusal(say('line-of-application-not-any-more'), 'lines');
		const [low, high] = row.completed >= row.previous ? [row.previous, row.completed] : [row.completed, row.previous];
		if (l.completed < low || l.completed > high) throw new Refusal(say('what-certified-lies-between-what-certified'), 'lines');
		if (l.completed !== row.completed) ctx.update(payApplicationLines, row.id, { certified: l.completed });
	}
	const found = figuresOf(ctx, a);
	const invoiceId = becomesInvoice(ctx, a, found);
	ctx.update(payApplications, a.id, { state: 'certified', certifiedAt: ctx.now, invoiceId }, i.version);
	ctx.happened(`job:${a.jobId}`, 'invoices.certify-application', { number: a.number, due: found.figures.due }, 'invoices', 'today');
	return { invoiceId, due: found.figures.due };
});

/** What is certified is owed: by line what is new, and what of it is held. Nothing new is no invoice. */
function becomesInvoice(ctx: Context, a: PayApplication, found: Figured): string | null {
	const lines = found.rows.map((r, n): DraftLine => {
		const figures = found.figures.lines[n];
		const before = found.before[n];
		return {
			text: `${r.scope}: ${r.text}`,
			amount: cents((figures?.total ?? 0) - (before?.total ?? 0)),
			retained: cents((figures?.retainage ?? 0) - (before?.held ?? 0)),
			taxCodeId: r.taxCodeId,
			contractLineId: r.contractLineId
		};
	});
	if (lines.every((l) => l.amount === 0 && l.retained === 0)) return null;
	const title = `Pay application ${a.number}, to ${longDay(a.periodEnd)}`;
	const { invoiceId } = draftParts(ctx, 'pay application', title, [{ jobId: a.jobId, kind: 'pay application', title, lines }]);
	const customer = ctx.get(customers, ctx.get(jobs, a.jobId, 'This job').customerId, 'The customer');
	issueDraft(ctx, invoiceId, {
		to: addressesOf(ctx.db, customer, 'getsInvoices'),
		subject: '',
		text: `Pay application ${a.number} is certified. Please find its invoice here:\n\n{link}`
	});
	return invoiceId;
}

export const voidApplication = serve(contract.voidApplication, (ctx, i) => {
	const a = ctx.get(payApplications, i.applicationId, 'This application');
	if (a.state === 'draft' || a.state === 'void') throw new Refusal(say('only-application-went-out-voided'));
	const last = ctx.db
		.select({ id: payApplications.id })
		.from(payApplications)
		.where(and(eq(payApplications.jobId, a.jobId), ne(payApplications.state, 'void')))
		.orderBy(desc(payApplications.number))
		.limit(1)
		.get();
	if (last?.id !== a.id) throw new Refusal(say('only-latest-application-can-be-voided'));
	if (a.invoiceId) voidIssued(ctx, { invoiceId: a.invoiceId, reason: i.reason, withApplication: true });
	ctx.update(payApplications, a.id, { state: 'void' });
	ctx.happened(`job:${a.jobId}`, 'invoices.void-application', { number: a.number, reason: i.reason }, 'invoices', 'today');
});

/** Applications that were sent and are not certified, the oldest first. */
export const waitingApplications = (db: Orm) =>
	db
		.select({ application: payApplications, job: jobs.name, customer: customers.name })
		.from(payApplications)
		.innerJoin(jobs, eq(jobs.id, payApplications.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(inArray(payApplications.state, ['draft', 'sent']))
		.orderBy(sql`${payApplications.periodEnd}`)
		.limit(200)
		.all();

/** All applications, the latest period first. */
export const applicationList = (db: Orm) =>
	db
		.select({
			id: payApplications.id,
			number: payApplications.number,
			periodEnd: payApplications.periodEnd,
			state: payApplications.state,
			jobId: payApplications.jobId,
			job: jobs.name,
			customer: customers.name,
			invoice: invoices.number,
			invoiceId: payApplications.invoiceId,
			due: invoices.total,
			open: sql<number | null>`${invoices.total} - ${invoices.paid}`
		})
		.from(payApplications)
		.innerJoin(jobs, eq(jobs.id, payApplications.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(invoices, eq(invoices.id, payApplications.invoiceId))
		.orderBy(desc(payApplications.periodEnd))
		.limit(2000)
		.all();

/** An application with its lines, what each had before, and what it comes to; a void one stands as it was, without figures. */
export function applicationPage(db: Orm, id: string) {
	const row = db
		.select({
			application: payApplications,
			job: { id: jobs.id, name: jobs.name, number: jobs.number },
			customer: { id: customers.id, name: customers.name, mail: customers.mail }
		})
		.from(payApplications)
		.innerJoin(jobs, eq(jobs.id, payApplications.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.where(eq(payApplications.id, id))
		.get();
	if (!row) return null;
	const found = row.application.state === 'void' ? null : figured(db, row.application.jobId, row.application.number);
	const all = applicationsOf(db, row.application.jobId);
	return {
		...row,
		rows: found?.rows ?? [],
		before: found?.before ?? [],
		earlierDue: found?.earlierDue ?? [],
		releasedBefore: releasedBefore(db, row.application),
		isLast: all.at(-1)?.id === id
	};
}

/** Retainage of each contract line that earlier applications released. */
function releasedBefore(db: Orm, a: PayApplication): Record<string, number> {
	const sums: Record<string, number> = {};
	for (const earlier of applicationsOf(db, a.jobId).filter((x) => x.number < a.number && x.state === 'certified'))
		for (const r of rowsOf(db, earlier.id)) sums[r.contractLineId] = (sums[r.contractLineId] ?? 0) + r.released;
	return sums;
}
