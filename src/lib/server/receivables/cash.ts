import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { planAmounts } from '../../core/billing';
import { grouped } from '../../core/lists';
import { cents, mulDiv, percent } from '../../core/money';
import { cashAhead, usualDelay, type Coming, type Delay } from '../../core/receivables';
import { addDays, daysBetween, type Day } from '../../core/time';
import type { App } from '../app';
import type { Orm } from '../db';
import { billingSteps, invoices, allocations, payments } from '../billing/schema';
import { supplierBills } from '../buying/schema';
import { shifts } from '../planning/schema';
import { jobs, stages } from '../sales/schema';
import { phases } from '../work/schema';
import { isOpen } from '../billing';
import { companyOf } from '../company';
import { billedOf } from '../costing';
import { plansOf } from './collecting';

const MONEY = ['check', 'card', 'transfer', 'cash'] as const;

/** How many days after the due day the last twelve payments came, of a customer or of all, the latest first. */
const lastDelays = (app: App, today: Day, customerId: string | null): number[] =>
	app.db.orm
		.select({ day: payments.day, due: invoices.due })
		.from(payments)
		.innerJoin(allocations, eq(allocations.paymentId, payments.id))
		.innerJoin(invoices, eq(invoices.id, allocations.invoiceId))
		.where(
			and(
				customerId === null ? gte(payments.day, addDays(today, -730)) : eq(payments.customerId, customerId),
				isNotNull(invoices.due),
				inArray(payments.method, [...MONEY]),
				sql`${payments.amount} > 0`
			)
		)
		.orderBy(desc(payments.day))
		.limit(12)
		.all()
		.map((r) => daysBetween(r.due ?? r.day, r.day));

/** The last day of each job, and of each phase, by its id: the latest day a phase is laid over, or somebody is planned on it. */
function lastDays(db: Orm, jobIds: string[]): Map<string, Day> {
	const days = [
		...db.select({ jobId: phases.jobId, phaseId: phases.id, day: phases.to }).from(phases).where(inArray(phases.jobId, jobIds)).all(),
		...db
			.select({ jobId: shifts.jobId, phaseId: shifts.phaseId, day: sql<Day | null>`max(${shifts.day})` })
			.from(shifts)
			.where(inArray(shifts.jobId, jobIds))
			.groupBy(shifts.jobId, shifts.phaseId)
			.all()
	];
	const last = new Map<string, Day>();
	for (const { jobId, phaseId, day } of days)
		if (day !== null) for (const id of [jobId, phaseId]) if (id !== null && (last.get(id) ?? '') < day) last.set(id, day);
	return last;
}

/** Steps of billing plans that are not billed, on the day they are planned: with their phase, with the end of the job, or now. */
function plannedBills(app: App, today: Day): { customerId: string; day: Day; amount: number }[] {
	const db = app.db.orm;
	const rows = db
		.select({ step: billingSteps, customerId: jobs.customerId, net: jobs.contractNet, tax: jobs.contractTax, to: phases.to })
		.from(billingSteps)
		.innerJoin(jobs, eq(jobs.id, billingSteps.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.leftJoin(phases, eq(phases.id, billingSteps.phaseId))
		.where(inArray(stages.meaning, ['ready', 'under way', 'finished']))
		.orderBy(asc(billingSteps.jobId), asc(billingSteps.position))
		.all();
	const ids = [...new Set(rows.map((r) => r.step.jobId))];
	const ends = lastDays(db, ids);
	const billed = billedOf(db, ids);
	return [...grouped(rows, (r) => r.step.jobId)].flatMap(([jobId, steps]) => {
		const net = cents(steps[0]?.net ?? 0);
		const whole = net + (steps[0]?.tax ?? 0);
		const amounts = planAmounts(
			net,
			steps.map((s) => ({ name: s.step.name, when: s.step.when, phase: '', toDate: percent(s.step.toDate) }))
		);
		let toDate = 0;
		return steps.flatMap((s, n) => {
			const amount = amounts[n] ?? cents(0);
			toDate += amount;
			// However it was billed, by its steps, otherwise, or by applications: what is billed comes no more.
			const left = Math.max(0, Math.min(amount, toDate - (billed.get(jobId) ?? 0)));
			const day =
				s.step.when === 'acceptance'
					? today
					: s.step.when === 'phase'
						? (s.to ?? ends.get(s.step.phaseId ?? '') ?? null)
						: (ends.get(jobId) ?? null);
			// What is laid over no days yet is planned for none: it cannot be expected in any week.
			return day === null || left === 0 || net === 0 ? [] : [{ customerId: s.customerId, day, amount: mulDiv(left, whole, net) }];
		});
	});
}

export const WEEKS_AHEAD = 13;

/** Cash ahead by week: open invoices as late as their customer usually pays, planned bills after their terms, instalments on their days; suppliers' bills. */
export function cashPage(app: App, today: Day) {
	const db = app.db.orm;
	const { settings } = companyOf(app);
	const all = lastDelays(app, today, null);
	const delays = new Map<string, Delay>();
	const delayOf = (customerId: string): Delay => {
		const there = delays.get(customerId);
		if (there) return there;
		const own = usualDelay(lastDelays(app, today, customerId), all);
		delays.set(customerId, own);
		return own;
	};
	const none: Delay = { early: 0, usual: 0, late: 0 };
	const open = db
		.select({ id: invoices.id, customerId: invoices.customerId, due: invoices.due, total: invoices.total, paid: invoices.paid })
		.from(invoices)
		.where(isOpen)
		.limit(20_000)
		.all();
	const plans = plansOf(
		db,
		open.map((i) => i.id),
		today
	);
	const owed = open.flatMap((i): Coming[] => {
		const plan = plans.get(i.id);
		if (plan && !plan.broken)
			return plan.parts.flatMap((p) => (p.amount > p.paid ? [{ day: p.due, amount: cents(p.amount - p.paid), delay: none }] : []));
		return [{ day: i.due ?? today, amount: cents(i.total - i.paid), delay: delayOf(i.customerId) }];
	});
	const planned = plannedBills(app, today).map((p): Coming => ({
		day: addDays(p.day < today ? today : p.day, settings.paymentDays),
		amount: cents(p.amount),
		delay: delayOf(p.customerId)
	}));
	const going = db
		.select({ day: supplierBills.due, total: supplierBills.total })
		.from(supplierBills)
		.where(and(isNull(supplierBills.paidOn), isNull(supplierBills.withdrawnAt)))
		.limit(20_000)
		.all()
		.map((b) => ({ day: b.day, amount: cents(b.total) }));
	return {
		weeks: cashAhead([...owed, ...planned], going, today, WEEKS_AHEAD),
		owed: owed.reduce((a, c) => a + c.amount, 0),
		planned: planned.reduce((a, c) => a + c.amount, 0),
		going: going.reduce((a, c) => a + c.amount, 0),
		usual: usualDelay([], all)
	};
}
