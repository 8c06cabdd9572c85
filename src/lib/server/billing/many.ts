import { among } from '../db';
import { mailWords, type Language } from '../../core/words';
import { say } from '../../contract/refusals/billing';
import * as contract from '../../contract/billing/many';
import { and, eq, ne, sql } from 'drizzle-orm';
import type { InputOf, OutputOf } from '../../contract';
import { leftOf } from '../../core/billing';
import { grouped } from '../../core/lists';
import { Refusal, wordsOf } from '../../core/refusal';
import { addDays, longDay } from '../../core/time';
import { serve, type Context } from '../commands';
import { invoiceLines, invoiceParts, invoices, payApplications } from './schema';
import { company } from '../company/schema';
import { costEntries } from '../costs/schema';
import { customers, jobs, stages } from '../sales/schema';
import { makeLinks } from '../links';
import { addressesOf } from '../sales';
import { costDraft } from './costs';
import { contractDraft, issueDraft, rememberPrices, type DraftPart } from './drafts';
import { contractsOf, costsToBillOf } from './load';
import { prepare, type Prepared } from './prepare';
import { settleWithCredit } from './settle';
import { taxBook, type TaxBook } from './tax-book';

type Job = Pick<typeof jobs.$inferSelect, 'id' | 'number' | 'name' | 'customerId' | 'stageId'>;
type Day = InputOf<typeof contract.billingDay>;
type Left = OutputOf<typeof contract.billingDay>['left'];
interface Billed {
	job: Job;
	parts: DraftPart[];
	/** The costs it bills, whole. */
	costIds: string[];
}

/** All that is asked of the jobs of a day, read once. */
function loadDay(ctx: Context, i: Day) {
	const ids = i.jobIds;
	const applied = ctx.db
		.select({ jobId: payApplications.jobId })
		.from(payApplications)
		.where(and(among(payApplications.jobId, ids), ne(payApplications.state, 'void')))
		.all();
	return {
		rows: ctx.db
			.select({
				job: { id: jobs.id, number: jobs.number, name: jobs.name, customerId: jobs.customerId, stageId: jobs.stageId },
				meaning: stages.meaning
			})
			.from(jobs)
			.innerJoin(stages, eq(stages.id, jobs.stageId))
			.where(among(jobs.id, ids))
			.all(),
		contracts: contractsOf(ctx.db, ids),
		costs: grouped(costsToBillOf(ctx.db, ids, i.cutOff), (c) => c.jobId),
		applied: new Set(applied.map((a) => a.jobId))
	};
}
type Loaded = ReturnType<typeof loadDay>;

/** What of a job is to be billed; or why nothing is. */
function billable(day: Loaded, job: Job, meaning: string, i: Day): Billed | string {
	if (job.number === null) return 'is not won';
	const open = day.costs.get(job.id) ?? [];
	const lines = day.contracts.get(job.id) ?? [];
	const rest = lines.map(leftOf);
	const left = rest.some((a) => a !== 0);
	const applied = day.applied.has(job.id);
	const finished = meaning === 'finished' || meaning === 'closed';
	const parts: DraftPart[] = [];
	if (finished && left && !applied) parts.push({ jobId: job.id, kind: 'contract', title: job.name, lines: contractDraft(lines, rest) });
	if (open.length > 0)
		parts.push({
			jobId: job.id,
			kind: 'time and materials',
			title: `${job.name}, to ${longDay(i.cutOff)}`,
			lines: costDraft(open),
			grouping: i.grouping
		});
	if (parts.length > 0) return { job, parts, costIds: open.map((c) => c.id) };
	if (applied && left) return 'is billed by pay applications';
	return left ? 'is not finished, and nothing else waits' : 'has nothing left to bill';
}

/** Says why in what is left, in words that follow the name. */
const why = (e: unknown): string => {
	if (!(e instanceof Refusal)) throw e;
	return wordsOf(e);
};

interface Made extends Prepared {
	group: Billed[];
}

/** The invoice of a group of jobs as its rows. @throws Refusal */
function prepared(book: TaxBook, group: Billed[], today: string): Made {
	const parts = group.flatMap((b) => b.parts);
	const kinds = new Set(parts.map((p) => p.kind));
	const [first] = parts;
	const title = parts.length === 1 ? (first?.title ?? '') : group.length === 1 ? (group[0]?.job.name ?? '') : `${group.length} jobs`;
	return { ...prepare(book, { kind: kinds.size === 1 && first ? first.kind : 'contract', title, parts }, today), group };
}

export const billingDay = serve(contract.billingDay, (ctx, i) => {
	const stage = i.stageId === null ? null : ctx.get(stages, i.stageId, 'This stage');
	if (stage && stage.track !== 'doing') throw new Refusal(say('choose-stage-won-jobs-stand-at'), 'stageId');
	const day = loadDay(ctx, i);
	const book = taxBook(ctx, i.jobIds);
	const left: Left = [];
	const todo: Billed[] = [];
	for (const { job, meaning } of day.rows) {
		const found = billable(day, job, meaning, i);
		if (typeof found === 'string') left.push({ jobId: job.id, name: job.name, why: found });
		else todo.push(found);
	}
	// Everything is computed before anything is written: what one job refuses keeps no other from being billed.
	const all = [...grouped(todo, (b) => (i.by === 'job' ? b.job.id : b.job.customerId)).values()].flatMap((group) => {
		try {
			return [prepared(book, group, ctx.today)];
		} catch (e) {
			for (const b of group) left.push({ jobId: b.job.id, name: b.job.name, why: why(e) });
			return [];
		}
	});
	const to = i.issue ? addressees(ctx, all) : new Map<string, string>();
	const numbers = write(ctx, all, i, to);
	const made = all.map((m) => answerOf(book, m, numbers.get(m.invoice.id) ?? null, to));
	if (stage) for (const m of all) for (const b of m.group) moveTo(ctx, b.job, stage);
	ctx.happened(
		'company',
		'invoices.billing-day',
		{ made: made.length, left: left.length, total: made.reduce((a, m) => a + m.total, 0) },
		'invoices',
		'today',
		'track'
	);
	return { made, left };
});

/** Writes what was prepared: the rows of a day name the invoices that made them, and are not written into history once more. @returns the numbers given */
function write(ctx: Context, all: readonly Made[], i: Day, to: ReadonlyMap<string, string>): Map<string, number> {
	if (all.length === 0) return new Map();
	const own = ctx.get(company, 'company', 'The company');
	const first = i.issue ? ctx.nextNumbers('invoice', all.length) : 0;
	const issued = { issuedAt: ctx.now, day: ctx.today, due: addDays(ctx.today, own.settings.paymentDays) };
	ctx.insertRecorded(
		invoices,
		all.map((m, n) => (i.issue ? { ...m.invoice, ...issued, number: first + n } : m.invoice))
	);
	ctx.insertRecorded(
		invoiceParts,
		all.flatMap((m) => m.parts)
	);
	ctx.insertRecorded(
		invoiceLines,
		all.flatMap((m) => m.lines)
	);
	const costIds = all.flatMap((m) => m.group.flatMap((b) => b.costIds));
	// Whole, as they were read in this same transaction.
	ctx.db
		.update(costEntries)
		.set({ billed: sql`${costEntries.charge}`, state: 'billed', version: sql`${costEntries.version} + 1` })
		.where(among(costEntries.id, costIds))
		.run();
	const numbers = new Map(i.issue ? all.map((m, n) => [m.invoice.id, first + n]) : []);
	if (i.issue) send(ctx, all, numbers, i.text, own.name, to);
	for (const m of all) {
		const on = [`invoice:${m.invoice.id}`, ...m.jobIds.map((j) => `job:${j}`)];
		const number = numbers.get(m.invoice.id);
		if (number === undefined) ctx.happenedIn('invoices', on, 'invoices.drafted', { title: m.invoice.title, net: m.invoice.total });
		else ctx.happenedIn('invoices', on, 'invoices.issued', { number, net: m.invoice.total });
	}
	return numbers;
}

/** Where each customer's invoices go, looked up once: the letters and the answer speak of the same addresses. */
const addressees = (ctx: Context, all: readonly Made[]): Map<string, string> =>
	new Map(
		[...new Set(all.map((m) => m.invoice.customerId))].map((id) => [
			id,
			addressesOf(ctx.db, ctx.get(customers, id, 'The customer'), 'getsInvoices')
		])
	);

/** The letters of a day, each with its link; then what the customers' credit settles of it. */
function send(
	ctx: Context,
	all: readonly Made[],
	numbers: ReadonlyMap<string, number>,
	text: string,
	from: string,
	to: ReadonlyMap<string, string>
): void {
	const ids = all.map((m) => m.invoice.id);
	const links = makeLinks(ctx, 'invoice', ids);
	const languages = new Map([...to.keys()].map((id) => [id, ctx.get(customers, id, 'The customer').language]));
	ctx.mailMany(
		all.map((m, n) => ({
			to: to.get(m.invoice.customerId) ?? '',
			...letterOf(languages.get(m.invoice.customerId) ?? 'en', numbers.get(m.invoice.id) ?? '', text, from),
			linkId: links[n] ?? '',
			about: `job:${m.invoice.jobId}`
		}))
	);
	rememberPrices(ctx, ids);
	for (const id of to.keys()) settleWithCredit(ctx, id);
}

/** What was typed for all, with the link; the usual words are in each customer’s own language. */
function letterOf(language: Language, number: number | string, text: string, company: string): { subject: string; text: string } {
	const of = (l: Language) => mailWords(l).invoice({ customer: '', number, company });
	const said = text.trim() === of('en').text ? of(language).text : text;
	return { subject: of(language).subject, text: said.includes('{link}') ? said : `${said}\n\n{link}` };
}

function answerOf(book: TaxBook, m: Made, number: number | null, to: ReadonlyMap<string, string>) {
	const customer = book.customerOf.get(m.invoice.jobId);
	const sent = number !== null && (to.get(m.invoice.customerId) ?? '').includes('@');
	return { invoiceId: m.invoice.id, number, customer: customer?.name ?? '', jobs: m.group.length, total: m.invoice.total, sent };
}

function moveTo(ctx: Context, job: Job, stage: typeof stages.$inferSelect): void {
	if (job.stageId === stage.id) return;
	ctx.update(jobs, job.id, { stageId: stage.id, touchedAt: ctx.now });
	ctx.happenedIn(
		'jobs',
		`job:${job.id}`,
		'jobs.move',
		{ from: ctx.get(stages, job.stageId, 'Its stage').name, stage: stage.name, reason: '' },
		'track'
	);
}

export const issueMany = serve(contract.issueMany, (ctx, i) => {
	const drafts = ctx.db
		.select()
		.from(invoices)
		.where(and(among(invoices.id, i.invoiceIds), sql`issued_at is null`))
		.all();
	const left: { invoiceId: string; why: string }[] = [];
	let issued = 0;
	for (const d of drafts)
		try {
			const customer = ctx.get(customers, d.customerId, 'The customer');
			issueDraft(ctx, d.id, { to: addressesOf(ctx.db, customer, 'getsInvoices'), subject: '', text: i.text });
			issued += 1;
		} catch (e) {
			left.push({ invoiceId: d.id, why: why(e) });
		}
	return { issued, left };
});
