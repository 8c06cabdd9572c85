import { dayIn, mailWords } from '../../core/words';
import { say } from '../../contract/refusals/receivables';
import * as contract from '../../contract/receivables/collecting';
import { and, asc, desc, eq, inArray, isNull, lt } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { cents, moneyIn, percent, sum, type Cents } from '../../core/money';
import { dueSteps, instalmentsOf, lateCharge, planState } from '../../core/receivables';
import { addDays, daysBetween, longDay, wallTime, type Day } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { invoices, allocations, payments } from '../billing/schema';
import { company } from '../company/schema';
import { instalmentPlans, instalments, invoiceReminders, moneyCalls } from './schema';
import { customers } from '../sales/schema';
import { newId } from '../ids';
import { linkOf } from '../links';
import { addressesOf } from '../sales';
import { draft, isOpen } from '../billing';
import { openInvoice } from './payments';

type Invoice = typeof invoices.$inferSelect;

/** The plan of each invoice that has one, with where it stands. */
export function plansOf(db: Orm, invoiceIds: string[], today: Day) {
	const plans = db
		.select({ plan: instalmentPlans, paid: invoices.paid })
		.from(instalmentPlans)
		.innerJoin(invoices, eq(invoices.id, instalmentPlans.invoiceId))
		.where(and(inArray(instalmentPlans.invoiceId, invoiceIds), isNull(instalmentPlans.endedAt)))
		.all();
	const ids = plans.map((p) => p.plan.id);
	const parts = grouped(
		db.select().from(instalments).where(inArray(instalments.planId, ids)).orderBy(asc(instalments.position)).all(),
		(p) => p.planId
	);
	return new Map(
		plans.map(({ plan, paid }) => {
			const own = (parts.get(plan.id) ?? []).map((p) => ({ due: p.due, amount: cents(p.amount) }));
			const state = planState(own, cents(paid - plan.paidBefore), plan.grace, today);
			return [plan.invoiceId, { ...plan, ...state, broken: plan.brokenOn !== null || state.broken }] as const;
		})
	);
}

export const remindInvoices = serve(contract.remindInvoices, (ctx) => {
	const own = ctx.get(company, 'company', 'The company');
	const today = wallTime(ctx.now, own.zone).day;
	const late = ctx.db
		.select()
		.from(invoices)
		.where(and(isOpen, lt(invoices.due, today)))
		.orderBy(asc(invoices.due))
		.limit(2000)
		.all();
	const ids = late.map((i) => i.id);
	const plans = plansOf(ctx.db, ids, today);
	for (const p of plans.values()) if (p.broken && p.brokenOn === null) breakPlan(ctx, p.id, p.invoiceId, today);
	const done = grouped(ctx.db.select().from(invoiceReminders).where(inArray(invoiceReminders.invoiceId, ids)).all(), (r) => r.invoiceId);
	let sent = 0;
	for (const i of late) {
		const plan = plans.get(i.id);
		if (i.remindersOff || (plan && !plan.broken)) continue;
		const steps = dueSteps(
			{ due: i.due ?? today, done: (done.get(i.id) ?? []).map((r) => r.step), quietTo: i.promise },
			own.settings.invoiceReminders,
			today
		);
		const linkId = steps.length ? linkOf(ctx.db, 'invoice', i.id) : null;
		if (!linkId) continue;
		for (const step of steps) ctx.insert(invoiceReminders, { id: newId(), invoiceId: i.id, step, day: today });
		remind(ctx, i, linkId, own);
		sent += 1;
	}
	if (sent) ctx.happened('company', 'invoices.remind-due', { sent }, 'outbox', 'invoices');
	return { sent };
});

function breakPlan(ctx: Context, planId: string, invoiceId: string, today: Day): void {
	ctx.update(instalmentPlans, planId, { brokenOn: today });
	ctx.happened(`invoice:${invoiceId}`, 'invoices.plan-broken', {}, 'invoices', 'today');
}

function remind(ctx: Context, i: Invoice, linkId: string, own: typeof company.$inferSelect): void {
	const customer = ctx.get(customers, i.customerId, 'The customer');
	const open = moneyIn(own.settings.currency)(i.total - i.paid);
	ctx.mail({
		to: addressesOf(ctx.db, customer, 'getsInvoices'),
		...mailWords(customer.language).overdue({
			...{ number: i.number ?? '', due: dayIn(customer.language, i.due ?? ctx.today), open, company: own.name, phone: own.phone }
		}),
		linkId,
		about: `invoice:${i.id}`
	});
	ctx.happened(`invoice:${i.id}`, 'invoices.reminded', { open: i.total - i.paid });
}

export const quietInvoice = serve(contract.quietInvoice, (ctx, i) => {
	const invoice = ctx.update(invoices, i.invoiceId, { remindersOff: i.off });
	ctx.happened(`invoice:${invoice.id}`, 'invoices.quiet', { off: i.off }, 'invoices');
});

export const setCollecting = serve(contract.setCollecting, (ctx, { on, after, yearly, grace }) => {
	const own = ctx.get(company, 'company', 'The company');
	const rising = [...after].sort((a, b) => a - b);
	ctx.update(company, 'company', { settings: { ...own.settings, invoiceReminders: { on, after: rising }, lateCharge: { yearly, grace } } });
	ctx.happened('company', 'company.collecting', { on, yearly });
});

export const noteCall = serve(contract.noteCall, (ctx, i) => {
	const customer = ctx.get(customers, i.customerId, 'This customer');
	if (i.promise !== null && i.promise < ctx.today) throw new Refusal(say('day-over'), 'promise');
	ctx.insert(moneyCalls, {
		id: newId(),
		customerId: customer.id,
		at: ctx.now,
		byName: ctx.who.name,
		text: i.text.trim(),
		promise: i.promise
	});
	if (i.promise !== null)
		for (const o of ctx.db
			.select({ id: invoices.id })
			.from(invoices)
			.where(and(eq(invoices.customerId, customer.id), isOpen, lt(invoices.due, ctx.today)))
			.all())
			ctx.update(invoices, o.id, { promise: i.promise });
	ctx.happened(`customer:${customer.id}`, 'invoices.note-call', { text: i.text, promise: i.promise }, 'invoices', 'today');
});

export const agreePlan = serve(contract.agreePlan, (ctx, i) => {
	const { invoice, open } = openInvoice(ctx, i.invoiceId);
	if (i.first < ctx.today) throw new Refusal(say('first-part-due-on-day-over'), 'first');
	const there = ctx.db
		.select({ id: instalmentPlans.id })
		.from(instalmentPlans)
		.where(and(eq(instalmentPlans.invoiceId, invoice.id), isNull(instalmentPlans.endedAt)))
		.get();
	if (there) throw new Refusal(say('plan-for-invoice'));
	const parts = instalmentsOf(cents(open), i.parts, i.first, i.every);
	const plan = ctx.insert(instalmentPlans, { id: newId(), invoiceId: invoice.id, paidBefore: invoice.paid, grace: i.grace, at: ctx.now });
	parts.forEach((p, position) => ctx.insert(instalments, { id: newId(), planId: plan.id, position, due: p.due, amount: p.amount }));
	ctx.happened(`invoice:${invoice.id}`, 'invoices.agree-plan', { parts: parts.length, first: i.first, open }, 'invoices', 'today');
});

export const endPlan = serve(contract.endPlan, (ctx, i) => {
	const plan = ctx.get(instalmentPlans, i.planId, 'This plan');
	if (plan.endedAt !== null) return;
	ctx.update(instalmentPlans, plan.id, { endedAt: ctx.now }, i.version);
	ctx.happened(`invoice:${plan.invoiceId}`, 'invoices.end-plan', {}, 'invoices', 'today');
});

/** The open amount of an invoice at the end of each day since it was due, today's too. */
export function openByDay(db: Orm, i: Pick<Invoice, 'id' | 'total' | 'due' | 'day'>, today: Day): Cents[] {
	if (i.due === null || today <= i.due) return [];
	const paid = db
		.select({ day: payments.day, amount: allocations.amount })
		.from(allocations)
		.innerJoin(payments, eq(payments.id, allocations.paymentId))
		.where(eq(allocations.invoiceId, i.id))
		.all();
	const from = i.due;
	return Array.from({ length: daysBetween(from, today) }, (_, n) => {
		const day = addDays(from, n + 1);
		return cents(i.total - sum(paid.filter((p) => p.day <= day).map((p) => cents(p.amount))));
	});
}

/** What may be charged of an invoice for being late, less what was charged. */
export function lateChargeOf(db: Orm, i: Invoice, rules: { yearly: number; grace: number }, today: Day): Cents {
	if (rules.yearly === 0 || i.kind === 'late charge') return cents(0);
	const before = sum(
		db
			.select({ net: invoices.net })
			.from(invoices)
			.where(and(eq(invoices.customerId, i.customerId), eq(invoices.aboutId, i.id), isNull(invoices.voidedAt)))
			.all()
			.map((c) => cents(c.net))
	);
	return cents(Math.max(0, lateCharge(openByDay(db, i, today), rules.grace, percent(rules.yearly)) - before));
}

export const chargeLate = serve(contract.chargeLate, (ctx, i) => {
	const invoice = ctx.get(invoices, i.invoiceId, 'This invoice');
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal(say('only-issued-invoice-can-be-late'));
	const { lateCharge: rules } = ctx.get(company, 'company', 'The company').settings;
	if (rules.yearly === 0) throw new Refusal(say('company-charges-nothing-for-being-late'));
	const amount = lateChargeOf(ctx.db, invoice, rules, ctx.today);
	if (amount === 0) throw new Refusal(say('nothing-to-charge'));
	const title = `Late charge to ${longDay(ctx.today)}, invoice ${invoice.number}`;
	return draft(ctx, invoice.jobId, 'late charge', title, [{ text: title, amount, taxCodeId: null }], undefined, invoice.id);
});

/** Calls of a customer about money, the latest first. */
export const callsOf = (db: Orm, customerIds: string[]) =>
	db.select().from(moneyCalls).where(inArray(moneyCalls.customerId, customerIds)).orderBy(desc(moneyCalls.at)).limit(2000).all();
