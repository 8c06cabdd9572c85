import * as contract from '../../contract/billing/many';
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import { leftOf } from '../../core/billing';
import { grouped } from '../../core/lists';
import { Refusal, wordsOf } from '../../core/refusal';
import { longDay } from '../../core/time';
import { serve, type Context } from '../commands';
import { customers, invoices, jobs, payApplications, stages } from '../db/schema';
import { addressesOf } from '../sales/contacts';
import { costDraft, takeCosts } from './costs';
import { contractDraft, draftParts, issueDraft, type DraftPart } from './drafts';
import { contractOf, costsToBill } from './load';

type Job = typeof jobs.$inferSelect;
type CostPart = DraftPart & { lines: ReturnType<typeof costDraft> };
interface Billed {
	job: Job;
	contract: DraftPart | null;
	costs: CostPart | null;
}

/** What of a job is to be billed; or why nothing is. */
function billable(ctx: Context, job: Job, meaning: string, i: { cutOff: string; grouping: 'each' | 'day' | 'one' }): Billed | string {
	if (job.number === null) return 'is not won';
	const open = costsToBill(ctx.db, job.id, i.cutOff);
	const title = `${job.name}, to ${longDay(i.cutOff)}`;
	const costs: CostPart | null =
		open.length === 0 ? null : { jobId: job.id, kind: 'time and materials', title, lines: costDraft(open), grouping: i.grouping };
	const applied = appliedFor(ctx, job.id);
	const finished = meaning === 'finished' || meaning === 'closed';
	const lines = contractOf(ctx.db, job.id);
	const rest = lines.map(leftOf);
	const left = rest.some((a) => a !== 0);
	const contract: DraftPart | null =
		finished && left && !applied ? { jobId: job.id, kind: 'contract', title: job.name, lines: contractDraft(lines, rest) } : null;
	if (!costs && !contract && applied && left) return 'is billed by pay applications';
	if (!costs && !contract) return left ? 'is not finished, and nothing else waits' : 'has nothing left to bill';
	return { job, contract, costs };
}

const appliedFor = (ctx: Context, jobId: string): boolean =>
	ctx.db
		.select({ id: payApplications.id })
		.from(payApplications)
		.where(and(eq(payApplications.jobId, jobId), ne(payApplications.state, 'void')))
		.get() !== undefined;

/** Says why in what is left, in words that follow the name. */
const why = (e: unknown): string => {
	if (!(e instanceof Refusal)) throw e;
	return wordsOf(e);
};

function makeInvoice(ctx: Context, group: readonly Billed[]) {
	const parts = group.flatMap((b) => [...(b.contract ? [b.contract] : []), ...(b.costs ? [b.costs] : [])]);
	const [first] = parts;
	const kinds = new Set(parts.map((p) => p.kind));
	const title = parts.length === 1 ? (first?.title ?? '') : group.length === 1 ? (group[0]?.job.name ?? '') : `${group.length} jobs`;
	const made = draftParts(ctx, kinds.size === 1 && first ? first.kind : 'contract', title, parts);
	for (const b of group) if (b.costs) takeCosts(ctx, b.costs.lines);
	return made;
}

export const billingDay = serve(contract.billingDay, (ctx, i) => {
	const stage = i.stageId === null ? null : ctx.get(stages, i.stageId, 'This stage');
	if (stage && stage.track !== 'doing') throw new Refusal('Choose a stage that won jobs stand at.', 'stageId');
	const rows = ctx.db
		.select({ job: jobs, meaning: stages.meaning })
		.from(jobs)
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(inArray(jobs.id, i.jobIds))
		.all();
	const left: { jobId: string; name: string; why: string }[] = [];
	const todo: Billed[] = [];
	for (const { job, meaning } of rows) {
		const found = billable(ctx, job, meaning, i);
		if (typeof found === 'string') left.push({ jobId: job.id, name: job.name, why: found });
		else todo.push(found);
	}
	const groups = grouped(todo, (b) => (i.by === 'job' ? b.job.id : b.job.customerId));
	const made = [...groups.values()].flatMap((group) => {
		try {
			return [sendOrKeep(ctx, group, i)];
		} catch (e) {
			for (const b of group) left.push({ jobId: b.job.id, name: b.job.name, why: why(e) });
			return [];
		}
	});
	const failed = new Set(left.map((l) => l.jobId));
	if (stage) for (const b of todo) if (!failed.has(b.job.id)) moveTo(ctx, b.job, stage);
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

/** One invoice of the day: made, and where that is wanted issued and sent. */
function sendOrKeep(ctx: Context, group: readonly Billed[], i: { issue: boolean; text: string }) {
	const { invoiceId, total } = makeInvoice(ctx, group);
	const customer = ctx.get(customers, group[0]?.job.customerId ?? '', 'The customer');
	const to = addressesOf(ctx.db, customer, 'getsInvoices');
	const number = i.issue ? issueDraft(ctx, invoiceId, { to, subject: '', text: i.text }).number : null;
	// The tax of the day of issue may differ by what went out since.
	const now = i.issue ? ctx.get(invoices, invoiceId, 'This invoice').total : total;
	return { invoiceId, number, customer: customer.name, jobs: group.length, total: now, sent: i.issue && to.includes('@') };
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
		.where(and(inArray(invoices.id, i.invoiceIds), sql`issued_at is null`))
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
