import { mailWords } from '../../core/words';
import { say } from '../../contract/refusals/billing';
import * as contract from '../../contract/billing/many';
import { asc, eq } from 'drizzle-orm';
import { holidayOn, isWorkingDay } from '../../core/planning';
import { checkRepeat, occurrencesOf, placeOccurrences, repeatWords, type Placed } from '../../core/repeats';
import { grouped } from '../../core/lists';
import { cents } from '../../core/money';
import { addDays, longDay } from '../../core/time';
import { Refusal, wordsOf } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { repeatInvoiceDays, repeatInvoices } from './schema';
import { company, taxCodes } from '../company/schema';
import { customers, jobs } from '../sales/schema';
import { newId } from '../ids';
import { log } from '../log';
import { addressesOf } from '../sales';
import { billableJob, draft, issueDraft } from './drafts';

type Rule = typeof repeatInvoices.$inferSelect;

export const saveRepeatInvoice = serve(contract.saveRepeatInvoice, (ctx, { ruleId, version, ...i }) => {
	const job = billableJob(ctx, i.jobId);
	checkRepeat(i.rule);
	for (const l of i.lines) if (l.taxCodeId) ctx.get(taxCodes, l.taxCodeId, 'This tax code');
	if (i.lines.reduce((a, l) => a + l.amount, 0) <= 0) throw new Refusal(say('comes-to-nothing'), 'lines');
	const saved =
		ruleId === null
			? ctx.insert(repeatInvoices, { id: newId(), ...i, name: i.name.trim(), madeTo: addDays(ctx.today, -1) })
			: ctx.update(repeatInvoices, ctx.get(repeatInvoices, ruleId, 'This rule').id, { ...i, name: i.name.trim() }, version);
	ctx.happened(`job:${job.id}`, 'invoices.save-repeat', { name: saved.name, rule: repeatWords(i.rule) }, 'invoices');
	if (!saved.paused) makeDue(ctx, saved);
	return { ruleId: saved.id };
});

export const pauseRepeatInvoice = serve(contract.pauseRepeatInvoice, (ctx, i) => {
	const rule = ctx.get(repeatInvoices, i.ruleId, 'This rule');
	const madeTo = i.paused ? rule.madeTo : addDays(ctx.today, -1);
	ctx.update(repeatInvoices, rule.id, { paused: i.paused, madeTo }, i.version);
	ctx.happened(`job:${rule.jobId}`, 'invoices.pause-repeat', { name: rule.name, paused: i.paused }, 'invoices');
});

/** Occurrences whose day has come and that are not billed, by the day they were moved to. */
function due(ctx: Context, rule: Rule): Placed[] {
	const own = ctx.get(company, 'company', 'The company');
	const known = new Set(
		ctx.db
			.select({ day: repeatInvoiceDays.occursOn })
			.from(repeatInvoiceDays)
			.where(eq(repeatInvoiceDays.ruleId, rule.id))
			.all()
			.map((d) => d.day)
	);
	return placeOccurrences(occurrencesOf(rule.rule, ctx.today), rule.onHoliday, {
		isHoliday: (d) => holidayOn(own.holidays, d) !== null,
		isWorking: (d) => isWorkingDay(d, own.hours, own.holidays)
	}).filter((p) => p.occursOn > rule.madeTo && !known.has(p.occursOn) && (p.day === null || p.day <= ctx.today));
}

/** @returns how many invoices were made */
function makeDue(ctx: Context, rule: Rule): number {
	const waiting = due(ctx, rule);
	for (const skipped of waiting.filter((p) => p.day === null)) note(ctx, rule, skipped, null);
	const days = grouped(
		waiting.filter((p) => p.day !== null),
		(p) => p.day
	);
	for (const [, together] of days) {
		const lines = together.flatMap((p) =>
			rule.lines.map((l) => ({ ...l, amount: cents(l.amount), text: together.length > 1 ? `${l.text}, ${longDay(p.occursOn)}` : l.text }))
		);
		const { invoiceId } = draft(ctx, rule.jobId, 'repeat', rule.name, lines);
		for (const p of together) note(ctx, rule, p, invoiceId);
		if (rule.send) sendIt(ctx, rule, invoiceId);
	}
	return days.size;
}

const note = (ctx: Context, rule: Rule, p: Placed, invoiceId: string | null) =>
	ctx.insert(repeatInvoiceDays, { id: newId(), ruleId: rule.id, occursOn: p.occursOn, invoiceId });

function sendIt(ctx: Context, rule: Rule, invoiceId: string): void {
	const customer = ctx.get(customers, ctx.get(jobs, rule.jobId, 'Its job').customerId, 'The customer');
	issueDraft(ctx, invoiceId, {
		to: addressesOf(ctx.db, customer, 'getsInvoices'),
		subject: '',
		text: mailWords(customer.language).repeated
	});
}

export const makeRepeatInvoices = serve(contract.makeRepeatInvoices, (ctx) => {
	let made = 0;
	for (const rule of ctx.db.select().from(repeatInvoices).where(eq(repeatInvoices.paused, false)).all())
		try {
			made += makeDue(ctx, rule);
		} catch (e) {
			// One that cannot be billed, say for a tax without a rate, keeps no other from it.
			if (!(e instanceof Refusal)) throw e;
			log.warn({ rule: rule.name, why: wordsOf(e) }, 'repeat invoice');
		}
	return { made };
});

/** The rules, with what each made last. */
export const repeatInvoiceList = (app: App) =>
	app.db.orm
		.select({ rule: repeatInvoices, job: jobs.name, customer: customers.name })
		.from(repeatInvoices)
		.innerJoin(jobs, eq(jobs.id, repeatInvoices.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.orderBy(asc(repeatInvoices.name))
		.limit(500)
		.all()
		.map(({ rule, ...r }) => ({ ...rule, ...r, amount: rule.lines.reduce((a, l) => a + l.amount, 0) }));

export const taxCodesOf = (app: App) =>
	app.db.orm.select({ id: taxCodes.id, name: taxCodes.name }).from(taxCodes).orderBy(asc(taxCodes.name)).all();
