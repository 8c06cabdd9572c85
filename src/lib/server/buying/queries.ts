import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { committedOf } from '../../core/buying';
import { grouped } from '../../core/lists';
import type { Day } from '../../core/time';
import type { App } from '../app';
import { deliveries, deliveryLines, orderLines, orderNeeds, orders, supplierBillLines, supplierBills, supplierBillShares } from './schema';
import { items } from '../catalog/schema';
import { costEntries } from '../costs/schema';
import { firms } from '../firms/schema';
import { jobs, stages } from '../sales/schema';
import { jobMaterials, phases } from '../work/schema';
import { linesOf, orderedMaterials } from './orders';

type OrderState = (typeof orders.$inferSelect)['state'];

/** Orders by state, drafts first, then the one wanted soonest. */
export const orderList = (app: App, state: OrderState | 'open') =>
	app.db.orm
		.select({
			id: orders.id,
			number: orders.number,
			state: orders.state,
			firm: firms.name,
			wanted: orders.wanted,
			sentAt: orders.sentAt,
			amount: sql<number>`(select coalesce(sum(l.amount), 0) from order_lines l where l.order_id = orders.id)`,
			lines: sql<number>`(select count(*) from order_lines l where l.order_id = orders.id)`,
			came: sql<number>`(select count(*) from order_lines l where l.order_id = orders.id and (l.delivered >= l.bought or l.last_delivery = 1))`,
			jobs: sql<string>`(select coalesce(group_concat(distinct j.name), '') from order_lines l join order_needs n on n.line_id = l.id join jobs j on j.id = n.job_id where l.order_id = orders.id)`
		})
		.from(orders)
		.innerJoin(firms, eq(firms.id, orders.firmId))
		.where(state === 'open' ? inArray(orders.state, ['draft', 'sent']) : eq(orders.state, state))
		.orderBy(asc(orders.state), asc(orders.wanted), desc(orders.number))
		.limit(2000)
		.all();

/** Where the orders of a firm go. */
const ORDER_MAIL = sql<string>`case when ${firms.orderMail} = '' then ${firms.mail} else ${firms.orderMail} end`;

/** Firms that sell to us. */
export const suppliersList = (app: App) =>
	app.db.orm
		.select({ id: firms.id, name: firms.name, mail: ORDER_MAIL })
		.from(firms)
		.where(and(eq(firms.supplies, true), eq(firms.archived, false)))
		.orderBy(asc(firms.name))
		.all();

/** Whoever may send us a bill, with what was agreed about paying. */
export const billingFirms = (app: App) =>
	app.db.orm
		.select({ id: firms.id, name: firms.name, payDays: firms.payDays, earlyPercent: firms.earlyPercent, earlyDays: firms.earlyDays })
		.from(firms)
		.where(eq(firms.archived, false))
		.orderBy(asc(firms.name))
		.all();

/** Won jobs that are not closed, to buy for or to share a bill among, with their phases. */
export function jobsToBuyFor(app: App) {
	const list = app.db.orm
		.select({ id: jobs.id, number: jobs.number, name: jobs.name })
		.from(jobs)
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.where(inArray(stages.meaning, ['ready', 'under way', 'finished']))
		.orderBy(desc(jobs.number))
		.limit(500)
		.all();
	const ids = list.map((j) => j.id);
	const of = grouped(
		app.db.orm
			.select({ id: phases.id, jobId: phases.jobId, name: phases.name })
			.from(phases)
			.where(inArray(phases.jobId, ids))
			.orderBy(asc(phases.position))
			.all(),
		(p) => p.jobId
	);
	return list.map((j) => ({ ...j, phases: of.get(j.id) ?? [] }));
}

/** An order with its lines, for whom each is, what came and what was billed of it. */
export function orderPage(app: App, id: string) {
	const db = app.db.orm;
	const head = db
		.select({ order: orders, firm: { id: firms.id, name: firms.name, mail: ORDER_MAIL } })
		.from(orders)
		.innerJoin(firms, eq(firms.id, orders.firmId))
		.where(eq(orders.id, id))
		.get();
	if (!head) return null;
	const lines = linesOf(db, id);
	const needs = grouped(
		db
			.select({
				id: orderNeeds.id,
				lineId: orderNeeds.lineId,
				jobId: orderNeeds.jobId,
				quantity: orderNeeds.quantity,
				phaseId: orderNeeds.phaseId,
				job: jobs.name,
				number: jobs.number
			})
			.from(orderNeeds)
			.innerJoin(jobs, eq(jobs.id, orderNeeds.jobId))
			.where(
				inArray(
					orderNeeds.lineId,
					lines.map((l) => l.id)
				)
			)
			.orderBy(asc(orderNeeds.id))
			.all(),
		(n) => n.lineId
	);
	const sent = head.order.state === 'sent' || head.order.state === 'closed';
	return {
		...head,
		lines: lines.map((l) => ({ ...l, committed: sent ? committedOf(l) : 0, needs: needs.get(l.id) ?? [] })),
		deliveries: deliveriesOf(app, id),
		bills: db
			.selectDistinct({ id: supplierBills.id, number: supplierBills.number, day: supplierBills.day, total: supplierBills.total })
			.from(orderLines)
			.innerJoin(supplierBillLines, eq(supplierBillLines.orderLineId, orderLines.id))
			.innerJoin(supplierBills, eq(supplierBills.id, supplierBillLines.billId))
			.where(and(eq(orderLines.orderId, id), isNull(supplierBills.withdrawnAt)))
			.all()
	};
}

function deliveriesOf(app: App, orderId: string) {
	const list = app.db.orm.select().from(deliveries).where(eq(deliveries.orderId, orderId)).orderBy(desc(deliveries.at)).all();
	const lines = grouped(
		app.db.orm
			.select({ deliveryId: deliveryLines.deliveryId, quantity: deliveryLines.quantity, name: orderLines.name, unit: orderLines.unit })
			.from(deliveryLines)
			.innerJoin(orderLines, eq(orderLines.id, deliveryLines.orderLineId))
			.where(
				inArray(
					deliveryLines.deliveryId,
					list.map((d) => d.id)
				)
			)
			.all(),
		(l) => l.deliveryId
	);
	return list.map((d) => ({ ...d, lines: lines.get(d.id) ?? [] }));
}

/** The material list of a job: each with its supplier and the order it is on. */
export function materialsOfJob(app: App, jobId: string) {
	const on = orderedMaterials(app.db.orm, jobId);
	return app.db.orm
		.select({
			id: jobMaterials.id,
			name: jobMaterials.name,
			unit: jobMaterials.unit,
			quantity: jobMaterials.quantity,
			cost: jobMaterials.cost,
			phase: sql<string>`coalesce(${phases.name}, '')`,
			supplierId: items.supplierId,
			supplier: sql<string>`coalesce(${firms.name}, '')`
		})
		.from(jobMaterials)
		.leftJoin(phases, eq(phases.id, jobMaterials.phaseId))
		.leftJoin(items, eq(items.id, jobMaterials.itemId))
		.leftJoin(firms, eq(firms.id, items.supplierId))
		.where(eq(jobMaterials.jobId, jobId))
		.orderBy(asc(firms.name), asc(jobMaterials.name))
		.all()
		.map((m) => ({ ...m, order: on.get(m.id) ?? null }));
}

/** Bills of suppliers and subcontractors: open ones by due day, or the paid ones newest first. */
export const supplierBillList = (app: App, which: 'open' | 'paid' | 'taken back') =>
	app.db.orm
		.select({
			id: supplierBills.id,
			number: supplierBills.number,
			firm: firms.name,
			day: supplierBills.day,
			due: supplierBills.due,
			total: supplierBills.total,
			earlyDiscount: supplierBills.earlyDiscount,
			earlyUntil: supplierBills.earlyUntil,
			paidOn: supplierBills.paidOn,
			version: supplierBills.version
		})
		.from(supplierBills)
		.innerJoin(firms, eq(firms.id, supplierBills.firmId))
		.where(
			which === 'open'
				? sql`paid_on is null and withdrawn_at is null`
				: which === 'paid'
					? sql`paid_on is not null and withdrawn_at is null`
					: sql`withdrawn_at is not null`
		)
		.orderBy(which === 'open' ? asc(supplierBills.due) : desc(supplierBills.day))
		.limit(2000)
		.all();

export function supplierBillPage(app: App, id: string) {
	const db = app.db.orm;
	const head = db
		.select({ bill: supplierBills, firm: firms.name })
		.from(supplierBills)
		.innerJoin(firms, eq(firms.id, supplierBills.firmId))
		.where(eq(supplierBills.id, id))
		.get();
	if (!head) return null;
	const lines = db
		.select({ line: supplierBillLines, order: orders.number, orderId: orders.id })
		.from(supplierBillLines)
		.leftJoin(orderLines, eq(orderLines.id, supplierBillLines.orderLineId))
		.leftJoin(orders, eq(orders.id, orderLines.orderId))
		.where(eq(supplierBillLines.billId, id))
		.orderBy(asc(supplierBillLines.position))
		.all();
	const shares = grouped(
		db
			.select({
				lineId: supplierBillShares.lineId,
				jobId: supplierBillShares.jobId,
				job: jobs.name,
				cost: supplierBillShares.cost,
				state: costEntries.state
			})
			.from(supplierBillLines)
			.innerJoin(supplierBillShares, eq(supplierBillShares.lineId, supplierBillLines.id))
			.leftJoin(jobs, eq(jobs.id, supplierBillShares.jobId))
			.leftJoin(costEntries, eq(costEntries.id, supplierBillShares.costEntryId))
			.where(eq(supplierBillLines.billId, id))
			.all(),
		(s) => s.lineId
	);
	return { ...head, lines: lines.map((l) => ({ ...l.line, order: l.order, orderId: l.orderId, shares: shares.get(l.line.id) ?? [] })) };
}

/** What a supplier may bill now: lines of sent orders that are open, each with what came and was not billed; and costs that wait for their price. */
export function openToBill(app: App, firmId: string) {
	const db = app.db.orm;
	const rows = db
		.select({ line: orderLines, number: orders.number })
		.from(orders)
		.innerJoin(orderLines, eq(orderLines.orderId, orders.id))
		.where(and(eq(orders.firmId, firmId), eq(orders.state, 'sent'), eq(orderLines.closed, false)))
		.orderBy(asc(orders.number), asc(orderLines.position))
		.all();
	const needs = grouped(
		db
			.select({ lineId: orderNeeds.lineId, jobId: orderNeeds.jobId, phaseId: orderNeeds.phaseId, quantity: orderNeeds.quantity })
			.from(orderNeeds)
			.where(
				inArray(
					orderNeeds.lineId,
					rows.map((r) => r.line.id)
				)
			)
			.orderBy(asc(orderNeeds.id))
			.all(),
		(n) => n.lineId
	);
	return rows.map(({ line, number }) => ({ ...line, number, needs: needs.get(line.id) ?? [] }));
}

/** Material that was taken at catalog price and waits for the bill that says what it cost. */
export const costsToConfirm = (app: App) =>
	app.db.orm
		.select({
			id: costEntries.id,
			jobId: costEntries.jobId,
			name: costEntries.name,
			day: costEntries.day,
			cost: costEntries.cost,
			job: jobs.name
		})
		.from(costEntries)
		.innerJoin(jobs, eq(jobs.id, costEntries.jobId))
		.where(sql`to_confirm = 1`)
		.orderBy(desc(costEntries.day))
		.limit(300)
		.all();

/** Sent orders whose day is over and of which something has not come, and drafts that nobody sent. */
export const ordersWaiting = (app: App, today: Day) =>
	app.db.orm
		.select({
			id: orders.id,
			number: orders.number,
			state: orders.state,
			firm: firms.name,
			wanted: orders.wanted,
			amount: sql<number>`(select coalesce(sum(l.amount), 0) from order_lines l where l.order_id = orders.id)`
		})
		.from(orders)
		.innerJoin(firms, eq(firms.id, orders.firmId))
		.where(
			sql`${orders.state} = 'draft' or (${orders.state} = 'sent' and ${orders.wanted} < ${today} and exists (select 1 from order_lines l where l.order_id = ${orders.id} and l.closed = 0 and l.last_delivery = 0 and l.delivered < l.bought))`
		)
		.limit(100)
		.all();
