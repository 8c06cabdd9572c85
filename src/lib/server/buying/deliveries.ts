import { say } from '../../contract/refusals/buying';
import * as contract from '../../contract/buying/orders';
import { eq } from 'drizzle-orm';
import { billedInFull, committedOf } from '../../core/buying';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { deliveries, deliveryLines, orderLines, orderNeeds, orders } from './schema';
import { taskParts } from '../work/schema';
import { newId } from '../ids';
import { linesOf, needsOf } from './orders';

type Line = typeof orderLines.$inferSelect;

/** A sent order is over when all its lines are. */
export function closeWhenDone(ctx: Context, orderId: string): void {
	const order = ctx.get(orders, orderId, 'This order');
	const over = linesOf(ctx.db, orderId).every((l) => l.closed || l.bought === 0);
	if (order.state === 'sent' && over) ctx.update(orders, orderId, { state: 'closed' });
	if (order.state === 'closed' && !over) ctx.update(orders, orderId, { state: 'sent' });
}

export const takeDelivery = serve(contract.takeDelivery, (ctx, i) => {
	const order = ctx.get(orders, i.orderId, 'This order');
	if (order.state !== 'sent' && order.state !== 'closed') throw new Refusal(say('nothing-can-come-of-order-not'));
	if (i.day > ctx.today) throw new Refusal(say('day-ahead-of-today'), 'day');
	const came = i.lines.filter((l) => l.quantity !== 0 || l.last);
	if (came.length === 0) throw new Refusal(say('say-what-came'), 'lines');
	const delivery = ctx.insert(deliveries, { id: newId(), orderId: order.id, day: i.day, note: i.note, at: ctx.now, byName: ctx.who.name });
	const over: string[] = [];
	for (const c of came) {
		const line = ctx.get(orderLines, c.lineId, 'This line');
		if (line.orderId !== order.id) throw new Refusal(say('line-of-delivery-of-another-order'), 'lines');
		const delivered = line.delivered + c.quantity;
		if (delivered < 0) throw new Refusal(say('more-would-go-back-than-came', { name: line.name }), 'lines');
		if (c.quantity !== 0) ctx.insert(deliveryLines, { id: newId(), deliveryId: delivery.id, orderLineId: line.id, quantity: c.quantity });
		if (delivered > line.bought) over.push(line.name);
		const after = ctx.update(orderLines, line.id, { delivered, last: c.last });
		if (billedInFull(after)) ctx.update(orderLines, line.id, { closed: true });
		if (delivered >= line.needed) onHand(ctx, line);
	}
	closeWhenDone(ctx, order.id);
	ctx.happened(
		onJobs(
			ctx,
			came.map((c) => c.lineId),
			order.id
		),
		'buying.take-delivery',
		{ number: order.number, lines: came.length },
		'costs',
		'plan',
		'today'
	);
	return { over };
});

/** The jobs that lines are for, and their order. */
function onJobs(ctx: Context, lineIds: readonly string[], orderId: string): string[] {
	const ids = new Set(lineIds.flatMap((id) => needsOf(ctx.db, id).map((n) => n.jobId)));
	return [...[...ids].map((id) => `job:${id}`), `order:${orderId}`];
}

/** What a task waits for is on hand when it came. */
function onHand(ctx: Context, line: Line): void {
	for (const n of ctx.db.select().from(orderNeeds).where(eq(orderNeeds.lineId, line.id)).all())
		if (n.materialId)
			for (const p of ctx.db.select().from(taskParts).where(eq(taskParts.materialId, n.materialId)).all())
				if (p.state === 'to order') ctx.update(taskParts, p.id, { state: 'on hand' });
}

export const closeOrderLine = serve(contract.closeOrderLine, (ctx, i) => {
	const line = ctx.get(orderLines, i.lineId, 'This line');
	const order = ctx.get(orders, line.orderId, 'This order');
	if (order.state !== 'sent' && order.state !== 'closed') throw new Refusal(say('only-line-of-order-sent-closed'));
	if (!i.closed && billedInFull(line)) throw new Refusal(say('all-of-billed'));
	const released = committedOf(line) - committedOf({ ...line, closed: i.closed });
	ctx.update(orderLines, line.id, { closed: i.closed });
	closeWhenDone(ctx, order.id);
	ctx.happened(onJobs(ctx, [line.id], order.id), 'buying.close-line', { name: line.name, closed: i.closed, released }, 'costs');
	return { released };
});
