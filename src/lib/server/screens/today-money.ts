import { and, eq, isNull, sql } from 'drizzle-orm';
import { addDays, daysBetween, longDay } from '../../core/time';
import { formatCents } from '../../core/money';
import type { App } from '../app';
import { waitingApplications } from '../billing';
import { ordersWaiting } from '../buying';
import { todayOf } from '../company';
import { customers, firms, invoices, supplierBills } from '../db/schema';
import { bankPage } from '../receivables';
import type { Decision } from './decision';

/** Orders that nobody sent, and those whose day is over and of which something has not come. */
export const ordersToSettle = (app: App): Decision[] =>
	ordersWaiting(app, todayOf(app)).map((o) =>
		o.state === 'draft'
			? {
					...{ id: `order:${o.id}`, amount: o.amount, mark: 'half' as const, title: `${o.firm}: an order waits to be sent` },
					...{ detail: 'Drafted from a material list', action: 'Send', path: `/work/orders/${o.id}` }
				}
			: {
					...{ id: `order:${o.id}`, amount: o.amount, mark: 'need' as const, title: `${o.firm}: order ${o.number} has not come` },
					...{ detail: `Wanted by ${longDay(o.wanted ?? '')}`, action: 'Ask', path: `/work/orders/${o.id}` }
				}
	);

/** Bills that are overdue, and those that are cheaper if they are paid within the next days. */
export function billsToPay(app: App): Decision[] {
	const today = todayOf(app);
	const soon = addDays(today, 7);
	return app.db.orm
		.select({
			id: supplierBills.id,
			number: supplierBills.number,
			firm: firms.name,
			due: supplierBills.due,
			total: supplierBills.total,
			early: supplierBills.earlyDiscount,
			until: supplierBills.earlyUntil
		})
		.from(supplierBills)
		.innerJoin(firms, eq(firms.id, supplierBills.firmId))
		.where(
			and(
				isNull(supplierBills.paidOn),
				isNull(supplierBills.withdrawnAt),
				sql`(${supplierBills.due} < ${today} or (${supplierBills.earlyUntil} >= ${today} and ${supplierBills.earlyUntil} <= ${soon}))`
			)
		)
		.limit(100)
		.all()
		.map((b) => {
			const late = b.due < today;
			return {
				...{ id: `bill:${b.id}`, amount: late ? b.total : b.early, mark: late ? ('need' as const) : ('wait' as const) },
				title: late
					? `${b.firm}: bill ${b.number} is ${daysBetween(b.due, today)} days overdue`
					: `${b.firm}: ${formatCents(b.early)} less if it is paid by ${longDay(b.until ?? today)}`,
				...{ detail: `Bill ${b.number} of ${formatCents(b.total)}`, action: 'Pay', path: `/work/supplier-bills/${b.id}` }
			};
		});
}

/** Pay applications that are being filled in, and those that the general contractor has not certified. */
export const applicationsOpen = (app: App): Decision[] =>
	waitingApplications(app.db.orm).map(({ application: a, job, customer }) => ({
		...{ id: `application:${a.id}`, amount: null, mark: a.state === 'sent' ? ('wait' as const) : ('half' as const) },
		title:
			a.state === 'sent'
				? `${job}: pay application ${a.number} is not certified yet`
				: `${job}: pay application ${a.number} is being filled in`,
		...{
			detail: `${customer} · period to ${longDay(a.periodEnd)}`,
			action: a.state === 'sent' ? 'Certified?' : 'Go on',
			path: `/bill/applications/${a.id}`
		}
	}));

/** Lines of the bank that wait, as one; and repeat invoices that were made and not sent. */
export function moneyWaiting(app: App): Decision[] {
	const { lines } = bankPage(app, 'open');
	const came = lines.filter((l) => l.amount > 0);
	const drafts = app.db.orm
		.select({ id: invoices.id, title: invoices.title, total: invoices.total, customer: customers.name })
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(sql`issued_at is null and ${invoices.kind} = 'repeat'`)
		.limit(50)
		.all();
	return [
		...(came.length
			? [
					{
						...{ id: 'bank', amount: came.reduce((a, l) => a + l.amount, 0), mark: 'half' as const },
						title: `${came.length} ${came.length === 1 ? 'payment' : 'payments'} of the bank’s file ${came.length === 1 ? 'waits' : 'wait'}`,
						...{ detail: `${came.filter((l) => l.matches[0]?.sure).length} of them sure`, action: 'Take', path: '/bill/bank' }
					}
				]
			: []),
		...drafts.map((d) => ({
			...{ id: `repeat:${d.id}`, amount: d.total, mark: 'half' as const, title: `${d.customer}: “${d.title}” waits to be sent` },
			...{ detail: 'Made by its rule', action: 'Issue', path: `/bill/invoices/${d.id}` }
		}))
	];
}
