import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { cents } from '../../core/money';
import { aging } from '../../core/receivables';
import { daysBetween, type Day } from '../../core/time';
import type { App } from '../app';
import { invoices, payments } from '../billing/schema';
import { customers, jobs } from '../sales/schema';
import { isOpen } from '../billing';
import { companyOf } from '../company';
import { callsOf, lateChargeOf, plansOf } from './collecting';

/** Whom to call about money: customers with something overdue, by what it is; with what they said last, plans, and late charges that may be asked. */
export function collectPage(app: App, today: Day) {
	const db = app.db.orm;
	const { settings } = companyOf(app);
	const rows = db
		.select({
			invoice: invoices,
			customer: { id: customers.id, name: customers.name, phone: customers.phone, mail: customers.mail, language: customers.language },
			job: jobs.name
		})
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.innerJoin(jobs, eq(jobs.id, invoices.jobId))
		.where(and(isOpen, sql`${invoices.due} < ${today}`))
		.orderBy(asc(invoices.due))
		.limit(2000)
		.all();
	const by = grouped(rows, (r) => r.customer.id);
	const calls = grouped(callsOf(db, [...by.keys()]), (c) => c.customerId);
	const plans = plansOf(
		db,
		rows.map((r) => r.invoice.id),
		today
	);
	const list = [...by.values()].flatMap((own) => {
		const customer = own[0]?.customer;
		if (!customer) return [];
		const late = own.map(({ invoice: i, job }) => ({
			...{
				id: i.id,
				number: i.number,
				due: i.due ?? today,
				open: i.total - i.paid,
				late: daysBetween(i.due ?? today, today),
				promise: i.promise
			},
			...{ job, remindersOff: i.remindersOff, plan: plans.get(i.id) ?? null, charge: lateChargeOf(db, i, settings.lateCharge, today) }
		}));
		return [{ ...customer, open: late.reduce((a, i) => a + i.open, 0), invoices: late, calls: (calls.get(customer.id) ?? []).slice(0, 5) }];
	});
	return {
		customers: list.sort((a, b) => b.open - a.open),
		rules: settings.invoiceReminders,
		lateCharge: settings.lateCharge
	};
}

/** Who owes what since when: a row for each customer, by age, with credit in its own column. */
export function agingByCustomer(app: App, today: Day) {
	const db = app.db.orm;
	const open = db
		.select({
			customerId: invoices.customerId,
			name: customers.name,
			due: invoices.due,
			open: sql<number>`${invoices.total} - ${invoices.paid}`
		})
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(isOpen)
		.all();
	const credits = new Map(
		db
			.select({ customerId: payments.customerId, n: sql<number>`sum(${payments.amount} - ${payments.used})` })
			.from(payments)
			.where(sql`amount <> used`)
			.groupBy(payments.customerId)
			.all()
			.map((c) => [c.customerId, c.n])
	);
	const held = db
		.select({ customerId: invoices.customerId, n: sql<number>`sum(${invoices.retained})` })
		.from(invoices)
		.where(and(sql`${invoices.retained} <> 0`, isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
		.groupBy(invoices.customerId)
		.all();
	const retained = new Map(held.map((h) => [h.customerId, h.n]));
	const by = grouped(open, (i) => i.customerId);
	const ids = new Set([...by.keys(), ...credits.keys(), ...retained.keys()]);
	const names = new Map(
		[...ids].flatMap((id) => {
			const name = by.get(id)?.[0]?.name ?? db.select({ name: customers.name }).from(customers).where(eq(customers.id, id)).get()?.name;
			return name ? [[id, name] as const] : [];
		})
	);
	return [...ids]
		.map((id) => ({
			...{ id, name: names.get(id) ?? '', retained: retained.get(id) ?? 0 },
			...aging(
				(by.get(id) ?? []).map((i) => ({ due: i.due ?? today, open: cents(i.open) })),
				cents(credits.get(id) ?? 0),
				today
			)
		}))
		.filter((r) => r.open !== 0 || r.credit !== 0 || r.retained !== 0)
		.sort((a, b) => b.open - a.open);
}
