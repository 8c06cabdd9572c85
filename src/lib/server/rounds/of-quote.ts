import { and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/of-quote';
import type { Input } from '../../contract';
import { grouped } from '../../core/lists';
import { cents } from '../../core/money';
import type { TaxedPart } from '../../core/rounds';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { newId } from '../ids';
import { customers, jobs, sites, stages } from '../sales/schema';
import { budgetRows, contractLines } from '../work/schema';
import { agreements, seasonServices } from './schema';
import { seasonFor } from './services';

/** The lines of these scopes that the contract bills so far, and what they come to by tax code. @throws Refusal when a scope has none, or they come to nothing */
function linesOf(ctx: Context, jobId: string, scopes: readonly string[]): { ids: string[]; parts: TaxedPart[] } {
	const lines = ctx.db
		.select()
		.from(contractLines)
		.where(and(eq(contractLines.jobId, jobId), inArray(contractLines.scope, [...scopes]), isNull(contractLines.agreementId)))
		.orderBy(asc(contractLines.position))
		.all();
	if (scopes.some((s) => !lines.some((l) => l.scope === s))) throw new Refusal(say('scope-not-in-contract'), 'scopes');
	const parts = [...grouped(lines, (l) => l.taxCodeId)].map(([taxCodeId, own]) => ({
		taxCodeId,
		amount: own.reduce((a, l) => a + l.amount, 0)
	}));
	if (parts.some((p) => p.amount < 0) || parts.every((p) => p.amount === 0)) throw new Refusal(say('scopes-come-to-nothing'), 'scopes');
	return { ids: lines.map((l) => l.id), parts: parts.filter((p) => p.amount > 0) };
}

export const takeQuote = serve(contract.takeQuote, takeScopes);

/** Scopes of a won job become an agreement on it. @throws Refusal at the field that stands against it */
export function takeScopes(ctx: Context, i: Input<'rounds.take-quote'>): { agreementId: string } {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (job.number === null) throw new Refusal(say('job-not-won-yet'), 'jobId');
	if (job.siteId === null) throw new Refusal(say('job-has-no-site'), 'jobId');
	const known = ctx.db.select({ number: agreements.number }).from(agreements).where(eq(agreements.jobId, job.id)).get();
	if (known) throw new Refusal(say('job-has-agreement-already', known), 'jobId');
	const service = ctx.get(seasonServices, i.serviceId, 'This service');
	if (service.archived) throw new Refusal(say('set-aside', { name: service.name }));
	const season = seasonFor(ctx, service, ctx.get(sites, job.siteId, 'Its site'), i.year);
	const { ids, parts } = linesOf(ctx, job.id, i.scopes);
	const price = parts.reduce((a, p) => a + p.amount, 0);
	const agreement = ctx.insert(agreements, {
		...{ id: newId(), number: ctx.nextNumber('agreement'), serviceId: service.id, customerId: job.customerId, siteId: job.siteId },
		...{ jobId: job.id, ...season, visits: i.visits, hours: i.hours, price: cents(price) },
		...{ taxCodeId: parts[0]?.taxCodeId ?? null, parts: parts.length > 1 ? parts : null },
		...{ billing: i.billing ?? ('visit' as const), onDays: i.onDays ?? null, note: i.note.trim(), createdAt: ctx.now }
	});
	// What it is worth is in the contract that was accepted, and stays in it; only what bills it is another.
	for (const id of ids) ctx.update(contractLines, id, { agreementId: agreement.id });
	ctx.happened(
		[`customer:${job.customerId}`, `job:${job.id}`],
		'rounds.take-quote',
		{ jobId: job.id, lineIds: ids, number: agreement.number, service: service.name, visits: i.visits },
		...(['plan', 'invoices', 'track'] as const)
	);
	return { agreementId: agreement.id };
}

/** What was taken from a contract is billed by it again. @returns whether there was any */
export function backToContract(ctx: Context, agreementId: string): boolean {
	const lines = ctx.db.select({ id: contractLines.id }).from(contractLines).where(eq(contractLines.agreementId, agreementId)).all();
	for (const { id } of lines) ctx.update(contractLines, id, { agreementId: null });
	return lines.length > 0;
}

/** Won jobs that could become agreements, the last won first: their scopes with what they are worth and the hours that were sold with the job. */
export function quotesToTake(app: App, limit = 100) {
	const db = app.db.orm;
	const rows = db
		.select({
			...{ jobId: jobs.id, number: jobs.number, name: jobs.name, siteId: jobs.siteId, address: sites.address, customer: customers.name },
			hours: sql<number>`(select coalesce(sum(b.hours), 0) from ${budgetRows} b where b.job_id = "jobs"."id" and b.kind = 'labor')`
		})
		.from(jobs)
		.innerJoin(sites, eq(sites.id, jobs.siteId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(
			and(
				isNotNull(jobs.number),
				inArray(stages.meaning, ['won', 'ready', 'under way']),
				sql`exists (select 1 from ${contractLines} l where l.job_id = "jobs"."id" and l.agreement_id is null)`,
				sql`not exists (select 1 from ${agreements} a where a.job_id = "jobs"."id")`
			)
		)
		.orderBy(desc(jobs.wonAt))
		.limit(limit)
		.all();
	const lines = grouped(
		db
			.select({ jobId: contractLines.jobId, scope: contractLines.scope, amount: sql<number>`sum(${contractLines.amount})` })
			.from(contractLines)
			.where(
				inArray(
					contractLines.jobId,
					rows.map((r) => r.jobId)
				)
			)
			.groupBy(contractLines.jobId, contractLines.scope)
			.orderBy(asc(sql`min(${contractLines.position})`))
			.all(),
		(l) => l.jobId
	);
	return rows.map((r) => ({ ...r, scopes: (lines.get(r.jobId) ?? []).map(({ scope, amount }) => ({ scope, amount })) }));
}
