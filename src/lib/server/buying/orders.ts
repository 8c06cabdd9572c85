import { say } from '../../contract/refusals/buying';
import * as contract from '../../contract/buying/orders';
import { and, asc, eq, inArray, max, ne, sql } from 'drizzle-orm';
import { orderFigures, priceOfPack, unitCostOf } from '../../core/buying';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { orderLines, orderNeeds, orders } from './schema';
import { itemSuppliers, items } from '../catalog/schema';
import { company } from '../company/schema';
import { firms } from '../firms/schema';
import { jobs, sites } from '../sales/schema';
import { jobMaterials } from '../work/schema';
import { newId } from '../ids';
import { makeLink } from '../links';
import { workJob } from '../planning';

type Order = typeof orders.$inferSelect;
type Line = typeof orderLines.$inferSelect;
type Material = typeof jobMaterials.$inferSelect;

export const linesOf = (db: Orm, orderId: string): Line[] =>
	db.select().from(orderLines).where(eq(orderLines.orderId, orderId)).orderBy(asc(orderLines.position)).all();
export const needsOf = (db: Orm, lineId: string) =>
	db.select().from(orderNeeds).where(eq(orderNeeds.lineId, lineId)).orderBy(asc(orderNeeds.id)).all();

/** An order that nobody has sent yet. @throws Refusal */
function drafted(ctx: Context, orderId: string): Order {
	const order = ctx.get(orders, orderId, 'This order');
	if (order.state !== 'draft') throw new Refusal(say('order-went-out'));
	return order;
}

/** The job's own materials that stand on an order that was not taken back. */
export const orderedMaterials = (db: Orm, jobId: string): Map<string, { orderId: string; number: number | null; state: Order['state'] }> =>
	new Map(
		db
			.select({ materialId: orderNeeds.materialId, orderId: orders.id, number: orders.number, state: orders.state })
			.from(orderNeeds)
			.innerJoin(orderLines, eq(orderLines.id, orderNeeds.lineId))
			.innerJoin(orders, eq(orders.id, orderLines.orderId))
			.where(and(eq(orderNeeds.jobId, jobId), ne(orders.state, 'withdrawn')))
			.all()
			.flatMap((r) => (r.materialId ? [[r.materialId, { orderId: r.orderId, number: r.number, state: r.state }] as const] : []))
	);

/** The draft for a supplier that others add to, or a new one. */
function draftFor(ctx: Context, firmId: string, deliverTo: string): Order {
	const firm = ctx.get(firms, firmId, 'This supplier');
	if (firm.archived) throw new Refusal(say('set-aside', { name: firm.name }), 'firmId');
	const there = ctx.db
		.select()
		.from(orders)
		.where(and(eq(orders.firmId, firm.id), eq(orders.state, 'draft')))
		.get();
	return there ?? ctx.insert(orders, { id: newId(), firmId: firm.id, state: 'draft', deliverTo });
}

const figures = (needs: readonly number[], how: { pack: number | null; price: number }) => {
	const { needed, packs, bought, amount } = orderFigures(needs, how);
	return { needed, packs, bought, amount };
};

/** Puts what a job needs on an order: needs of one item are one line. */
function put(
	ctx: Context,
	order: Order,
	need: { jobId: string; phaseId: string | null; materialId: string | null; quantity: number },
	as: NewLine
): Line {
	const same =
		as.itemId === null
			? undefined
			: linesOf(ctx.db, order.id).find((l) => l.itemId === as.itemId && l.name === as.name && l.price === as.price && l.pack === as.pack);
	const last =
		ctx.db
			.select({ n: max(orderLines.position) })
			.from(orderLines)
			.where(eq(orderLines.orderId, order.id))
			.get()?.n ?? -1;
	const line =
		same ??
		ctx.insert(orderLines, { id: newId(), orderId: order.id, position: last + 1, ...as, needed: 0, packs: 0, bought: 0, amount: 0 });
	ctx.insert(orderNeeds, { id: newId(), lineId: line.id, ...need });
	return ctx.update(
		orderLines,
		line.id,
		figures(
			needsOf(ctx.db, line.id).map((n) => n.quantity),
			line
		)
	);
}
type NewLine = Pick<Line, 'itemId' | 'kind' | 'code' | 'name' | 'unit' | 'packUnit' | 'pack' | 'price' | 'taxCodeId'>;

/** How a material is bought of a supplier: under its code there and at what it asks, in the item's packs, with what was chosen of it (line, color) in its name. */
function asBought(ctx: Context, m: Material, item: typeof items.$inferSelect, firmId: string): NewLine {
	const packed = item.purchaseUnit !== '' && item.pack > 0;
	const there = ctx.db
		.select()
		.from(itemSuppliers)
		.where(and(eq(itemSuppliers.itemId, item.id), eq(itemSuppliers.supplierId, firmId)))
		.get();
	const cost = item.supplierId === firmId ? item.cost : (there?.cost ?? item.cost);
	return {
		itemId: item.id,
		kind: item.kind,
		code: there?.code ?? item.code,
		name: m.name,
		unit: item.unit,
		packUnit: packed ? item.purchaseUnit : '',
		pack: packed ? item.pack : null,
		price: packed ? priceOfPack(cost, item.pack) : cost,
		taxCodeId: item.taxCodeId
	};
}

export const orderMaterials = serve(contract.orderMaterials, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const wanted = ctx.db
		.select()
		.from(jobMaterials)
		.where(and(eq(jobMaterials.jobId, job.id), inArray(jobMaterials.id, i.materialIds)))
		.all();
	const site = job.siteId ? ctx.find(sites, job.siteId)?.address : undefined;
	const deliverTo = site ?? ctx.get(company, 'company', 'The company').address;
	const there = orderedMaterials(ctx.db, job.id);
	const made = new Map<string, string>();
	const left: { name: string; why: string }[] = [];
	const leave = (m: Material, why: string) => void left.push({ name: m.name, why });
	for (const m of wanted) {
		const item = m.itemId ? ctx.find(items, m.itemId) : undefined;
		const firmId = i.firmId ?? item?.supplierId ?? null;
		if (there.has(m.id)) leave(m, 'is on an order already');
		else if (m.quantity <= 0) leave(m, 'nothing of it is needed');
		else if (firmId === null) leave(m, 'has no supplier');
		else {
			const order = draftFor(ctx, firmId, deliverTo);
			made.set(order.id, order.firmId);
			put(
				ctx,
				order,
				{ jobId: job.id, phaseId: m.phaseId, materialId: m.id, quantity: m.quantity },
				item ? asBought(ctx, m, item, firmId) : asListed(m)
			);
		}
	}
	const named = [...made].map(([orderId, firmId]) => ({ orderId, firm: ctx.get(firms, firmId, 'This supplier').name }));
	if (named.length > 0)
		ctx.happened(
			`job:${job.id}`,
			'buying.order-materials',
			{ lines: wanted.length - left.length, firms: named.map((o) => o.firm) },
			'costs',
			'today'
		);
	return { orders: named, left };
});

/** Material that is in no catalog any more, at the cost it was sold with. */
const asListed = (m: Material): NewLine => ({
	...{ itemId: m.itemId, kind: 'material', code: '', name: m.name, unit: m.unit, packUnit: '', pack: null, taxCodeId: null },
	price: unitCostOf(m.cost, m.quantity)
});

export const beginOrder = serve(contract.beginOrder, (ctx, i) => {
	const order = draftFor(ctx, i.firmId, ctx.get(company, 'company', 'The company').address);
	ctx.happened(`firm:${order.firmId}`, 'buying.begin-order', {}, 'costs');
	return { orderId: order.id };
});

export const changeOrder = serve(contract.changeOrder, (ctx, { orderId, version, ...i }) => {
	const order = drafted(ctx, orderId);
	ctx.update(orders, order.id, i, version);
	ctx.happened(`order:${order.id}`, 'buying.change-order', {}, 'costs');
});

export const addOrderLine = serve(contract.addOrderLine, (ctx, i) => {
	const order = drafted(ctx, i.orderId);
	const job = workJob(ctx, i.jobId);
	if (i.quantity === 0) throw new Refusal(say('say-how-much-needed-more-than'), 'quantity');
	const item = i.itemId ? ctx.get(items, i.itemId, 'This item') : null;
	const line = put(
		ctx,
		order,
		{ jobId: job.id, phaseId: null, materialId: null, quantity: i.quantity },
		{
			itemId: i.itemId,
			kind: i.kind,
			code: item?.code ?? '',
			name: i.name.trim(),
			unit: i.unit,
			packUnit: i.packUnit,
			pack: i.pack,
			price: i.price,
			taxCodeId: item?.taxCodeId ?? null
		}
	);
	ctx.happened(`order:${order.id}`, 'buying.add-line', { name: line.name }, 'costs');
	return { lineId: line.id };
});

export const changeOrderLine = serve(contract.changeOrderLine, (ctx, i) => {
	const line = ctx.get(orderLines, i.lineId, 'This line');
	drafted(ctx, line.orderId);
	const needs = needsOf(ctx.db, line.id);
	for (const n of i.needs) if (!needs.some((x) => x.id === n.id)) throw new Refusal(say('job-of-line-not-any-more'));
	for (const n of i.needs) ctx.update(orderNeeds, n.id, { quantity: n.quantity });
	const how = { pack: i.pack, price: i.price, packUnit: i.packUnit };
	const after = needsOf(ctx.db, line.id).map((n) => n.quantity);
	ctx.update(orderLines, line.id, { ...how, ...figures(after, how) });
	ctx.happened(`order:${line.orderId}`, 'buying.change-line', { name: line.name }, 'costs');
});

function removeLine(ctx: Context, line: Line): void {
	for (const n of needsOf(ctx.db, line.id)) ctx.remove(orderNeeds, n.id);
	ctx.remove(orderLines, line.id);
}

export const removeOrderLine = serve(contract.removeOrderLine, (ctx, i) => {
	const line = ctx.get(orderLines, i.lineId, 'This line');
	drafted(ctx, line.orderId);
	removeLine(ctx, line);
	ctx.happened(`order:${line.orderId}`, 'buying.remove-line', { name: line.name }, 'costs');
});

export const sendOrder = serve(contract.sendOrder, (ctx, i) => {
	const order = drafted(ctx, i.orderId);
	const lines = linesOf(ctx.db, order.id).filter((l) => l.bought > 0);
	if (lines.length === 0) throw new Refusal(say('nothing-on-order-yet'));
	const number = ctx.nextNumber('order');
	ctx.update(orders, order.id, { state: 'sent', number, sentAt: ctx.now }, i.version);
	const own = ctx.get(company, 'company', 'The company');
	const linkId = makeLink(ctx, 'document', `order:${order.id}`);
	ctx.mail({
		to: i.to,
		subject: i.subject || `Order ${number} from ${own.name}`,
		text: i.text.includes('{link}') ? i.text : `${i.text}\n\n{link}`,
		linkId,
		about: `order:${order.id}`
	});
	const amount = lines.reduce((a, l) => a + l.amount, 0);
	ctx.happened(
		ordered(ctx, order),
		'buying.send-order',
		{ number, amount, firm: ctx.get(firms, order.firmId, 'This supplier').name },
		'costs',
		'today'
	);
	return { number };
});

/** The records an order concerns: its jobs, and itself. */
function ordered(ctx: Context, order: Order): string[] {
	const on = ctx.db
		.selectDistinct({ id: jobs.id })
		.from(orderNeeds)
		.innerJoin(orderLines, eq(orderLines.id, orderNeeds.lineId))
		.innerJoin(jobs, eq(jobs.id, orderNeeds.jobId))
		.where(eq(orderLines.orderId, order.id))
		.all();
	return [...on.map((j) => `job:${j.id}`), `order:${order.id}`];
}

export const withdrawOrder = serve(contract.withdrawOrder, (ctx, i) => {
	const order = ctx.get(orders, i.orderId, 'This order');
	const lines = linesOf(ctx.db, order.id);
	if (order.state === 'draft') {
		for (const l of lines) removeLine(ctx, l);
		ctx.remove(orders, order.id);
	} else {
		if (order.state !== 'sent') throw new Refusal(say('order-over'));
		if (lines.some((l) => l.delivered !== 0 || l.billed !== 0)) throw new Refusal(say('something-of-came-or-billed'));
		if (i.reason.trim() === '') throw new Refusal(say('say-why-so-next-one-who'), 'reason');
		ctx.update(orders, order.id, { state: 'withdrawn' });
	}
	ctx.happened(ordered(ctx, order), 'buying.withdraw-order', { number: order.number, reason: i.reason }, 'costs', 'today');
});

/** Whether an item was ordered for a job: its cost is what its supplier bills then, never what the crew reports besides. */
export const isOrderedFor = (db: Orm, jobId: string, itemId: string): boolean =>
	db
		.select({ id: orderNeeds.id })
		.from(orderNeeds)
		.innerJoin(orderLines, eq(orderLines.id, orderNeeds.lineId))
		.innerJoin(orders, eq(orders.id, orderLines.orderId))
		.where(and(eq(orderNeeds.jobId, jobId), eq(orderLines.itemId, itemId), sql`${orders.state} in ('sent', 'closed')`))
		.get() !== undefined;
