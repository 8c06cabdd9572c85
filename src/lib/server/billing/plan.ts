import { mailWords } from '../../core/words';
import { say } from '../../contract/refusals/billing';
import { phaseNamed, phaseNames } from '../work';
import * as contract from '../../contract/billing/plan';
import { asc, eq } from 'drizzle-orm';
import { checkPlan, planAmounts, proposePlan, ruleFor, type PlanStep } from '../../core/billing';
import { cents, percent, type Percent } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, whenever, type Context } from '../commands';
import type { Orm } from '../db';
import { billingSteps, invoices } from './schema';
import { company } from '../company/schema';
import { customers, jobs } from '../sales/schema';
import { contractLines } from '../work/schema';
import { newId } from '../ids';
import { addressesOf } from '../sales';
import { draftDeposit, draftToDate, issueDraft } from './drafts';
import { acceptedDeposit } from '../quotes';
import { contractOf } from './load';

export const saveRules = serve(contract.saveRules, (ctx, i) => {
	const kinds = i.plans.map((p) => p.kindOfWork.toLowerCase());
	if (new Set(kinds).size < kinds.length) throw new Refusal(say('two-plans-for-same-kind-of'), 'kindOfWork');
	if (!kinds.includes('')) throw new Refusal(say('one-plan-has-to-be-for'), 'kindOfWork');
	const now = ctx.get(company, 'company', 'The company');
	ctx.update(company, 'company', { settings: { ...now.settings, billingPlans: i.plans } });
	ctx.happened('company', 'company.billing-plans', {});
});

/** The plan of a job in its order, with what each step bills and the invoice it became. */
export function planOf(db: Orm, jobId: string) {
	const nameOf = phaseNames(db, jobId);
	const steps = db
		.select()
		.from(billingSteps)
		.where(eq(billingSteps.jobId, jobId))
		.orderBy(asc(billingSteps.position))
		.all()
		.map((s) => ({ ...s, phase: nameOf(s.phaseId) }));
	const contract = contractOf(db, jobId);
	// Where season agreements bill all of it, the plan has nothing to say.
	if (contract.length === 0) return [];
	const net = cents(contract.reduce((a, l) => a + l.amount, 0));
	const billed = contract.reduce((a, l) => a + l.billed, 0);
	const amounts = planAmounts(
		net,
		steps.map((s) => ({ ...s, toDate: percent(s.toDate) }))
	);
	let toDate = 0;
	return steps.map((s, n) => {
		const amount = amounts[n] ?? cents(0);
		toDate += amount;
		// A deposit is a share of the total with tax, so its net may be a cent beside the plan's.
		return { ...s, amount, done: billed >= toDate - (s.toDate === 10_000 ? 0 : 1) };
	});
}

function putPlan(ctx: Context, jobId: string, steps: readonly PlanStep[]): void {
	steps.forEach((s, position) =>
		ctx.insert(billingSteps, {
			id: newId(),
			jobId,
			position,
			name: s.name,
			when: s.when,
			phaseId: phaseNamed(ctx, jobId, s.phase),
			toDate: s.toDate
		})
	);
}

/** The plan proposed when a job is won, by the rule of its kind of work; and the deposit, billed and sent, where the rule says so. */
function planForWon(ctx: Context, job: typeof jobs.$inferSelect): void {
	const { settings } = ctx.get(company, 'company', 'The company');
	const rule = ruleFor(settings.billingPlans, job.kindOfWork);
	const nameOf = phaseNames(ctx.db, job.id);
	const lines = ctx.db
		.select()
		.from(contractLines)
		.where(eq(contractLines.jobId, job.id))
		.orderBy(asc(contractLines.position))
		.all()
		.map((l) => ({ ...l, phase: nameOf(l.phaseId) }));
	// In the order of the recipe: also a phase without hours of its own, such as one that is only material, has its place.
	const order = [...new Set(lines.map((l) => l.phase))];
	const net = cents(lines.reduce((a, l) => a + l.amount, 0));
	if (net <= 0) return;
	// What was signed counts, whatever the company asks for by now.
	const deposit = (acceptedDeposit(ctx.db, job.id) ?? settings.deposit.percent) as Percent;
	const worth = order.map((name) => ({
		name,
		amount: cents(lines.filter((l) => l.phase === name).reduce((a, l) => a + l.amount, 0))
	}));
	putPlan(ctx, job.id, proposePlan(net, deposit, worth, rule));
	if (!rule.depositAtOnce || deposit <= 0 || deposit >= 10_000) return;
	const step = ctx.db.select().from(billingSteps).where(eq(billingSteps.jobId, job.id)).orderBy(asc(billingSteps.position)).get();
	if (!step) return;
	const { invoiceId } = draftDeposit(ctx, job.id, { by: 'percent', percent: percent(deposit) });
	ctx.update(billingSteps, step.id, { invoiceId });
	const customer = ctx.get(customers, job.customerId, 'The customer');
	issueDraft(ctx, invoiceId, {
		to: addressesOf(ctx.db, customer, 'getsInvoices'),
		subject: '',
		text: mailWords(customer.language).deposit
	});
}

whenever('jobs.won', (ctx, p) => {
	if (p.contract) planForWon(ctx, ctx.get(jobs, p.jobId, 'This job'));
});

export const savePlan = serve(contract.savePlan, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (job.number === null) throw new Refusal(say('only-job-won-has-billing-plan'));
	const steps = i.steps.map((s) => ({ ...s, toDate: percent(s.toDate) }));
	checkPlan(steps);
	const before = ctx.db.select().from(billingSteps).where(eq(billingSteps.jobId, job.id)).all();
	for (const b of before.filter((x) => x.invoiceId !== null)) {
		const now = steps.find((s) => s.id === b.id);
		if (now?.toDate !== b.toDate || now.name !== b.name) throw new Refusal(say('billed', { name: b.name }), 'steps');
	}
	const kept = new Set(steps.map((s) => s.id));
	for (const b of before) if (!kept.has(b.id)) ctx.remove(billingSteps, b.id);
	steps.forEach(({ id, phase, ...s }, position) => {
		const row = { ...s, phaseId: phaseNamed(ctx, job.id, phase), position };
		const known = before.find((b) => b.id === id);
		if (known) ctx.update(billingSteps, known.id, row);
		else ctx.insert(billingSteps, { id: newId(), jobId: job.id, ...row });
	});
	ctx.happened(`job:${job.id}`, 'invoices.save-plan', { names: steps.map((s) => s.name) }, 'invoices');
});

export const billStep = serve(contract.billStep, (ctx, i) => {
	const step = ctx.get(billingSteps, i.stepId, 'This step of the plan');
	if (step.invoiceId) {
		const made = ctx.get(invoices, step.invoiceId, 'Its invoice');
		return { invoiceId: made.id, total: made.total };
	}
	const nothingYet = contractOf(ctx.db, step.jobId).every((l) => l.billed === 0);
	const made =
		step.when === 'acceptance' && nothingYet
			? draftDeposit(ctx, step.jobId, { by: 'percent', percent: percent(step.toDate) })
			: draftToDate(ctx, step.jobId, percent(step.toDate), step.toDate === 10_000 ? undefined : step.name);
	ctx.update(billingSteps, step.id, { invoiceId: made.invoiceId });
	return made;
});
