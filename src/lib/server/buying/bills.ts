import { say } from '../../contract/refusals/buying';
import { keepWith, takeOff } from '../files';
import * as contract from '../../contract/buying/bills';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { billCosts, billedInFull, checkBill, earlyDiscount, matchOf, numberKey, perhapsTwice } from '../../core/buying';
import { chargeOf } from '../../core/billing';
import { cents, formatCents, lineAmount, percent, quantity, split, unitPrice, type Cents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { stateOfCost } from '../../core/sales';
import type { InputOf } from '../../contract';
import { serve, type Context } from '../commands';
import { orderLines, orders, supplierBillLines, supplierBills, supplierBillShares } from './schema';
import { items } from '../catalog/schema';
import { company } from '../company/schema';
import { costEntries } from '../costs/schema';
import { firms } from '../firms/schema';
import { phases } from '../work/schema';
import { newId } from '../ids';
import { beginWork, workJob } from '../planning';
import { closeWhenDone } from './deliveries';

type Given = InputOf<typeof contract.enterBill>;
type GivenLine = Given['lines'][number];
type Bill = typeof supplierBills.$inferSelect;
type BillLine = typeof supplierBillLines.$inferSelect;
type Cost = typeof costEntries.$inferSelect;

const asCents = (i: Given) => ({
	...{ freight: cents(i.freight), other: cents(i.other), tax: cents(i.tax) },
	...{ recovered: cents(i.recovered), discount: cents(i.discount), total: cents(i.total) }
});

/** Refuses what cannot be a bill, and what was entered before. */
function check(ctx: Context, i: Given): void {
	const firm = ctx.get(firms, i.firmId, 'This firm');
	if (i.day > ctx.today) throw new Refusal(say('day-of-bill-ahead-of-today'), 'day');
	if (i.due < i.day) throw new Refusal(say('due-before-own-day'), 'due');
	if (i.recovered > i.tax) throw new Refusal(say('more-tax-would-come-back-than'), 'recovered');
	if (i.earlyDiscount > i.total) throw new Refusal(say('discount-more-than-bill'), 'earlyDiscount');
	checkBill(
		i.lines.map((l) => cents(l.amount)),
		asCents(i)
	);
	const others = ctx.db
		.select()
		.from(supplierBills)
		.where(and(eq(supplierBills.firmId, firm.id), isNull(supplierBills.withdrawnAt)))
		.all();
	const same = others.find((b) => b.numberKey === numberKey(i.number));
	if (same) throw new Refusal(say('bill-of-entered-already', { number: same.number, name: firm.name }), 'number');
	const like = perhapsTwice(i, others);
	if (like && !i.despite)
		throw new Refusal(
			say('has-bill-of-within-week', { name: firm.name, number: like.number, total: formatCents(cents(like.total)) }),
			'despite'
		);
}

export const enterBill = serve(contract.enterBill, (ctx, i) => {
	check(ctx, i);
	const { lines, despite: _despite, number, ...head } = i;
	const bill = ctx.insert(supplierBills, {
		...{ id: newId(), ...head, number: number.trim(), numberKey: numberKey(number), at: ctx.now, byName: ctx.who.name }
	});
	const costs = billCosts(
		lines.map((l) => ({ amount: cents(l.amount), weights: l.shares.map((s) => s.weight) })),
		asCents(i)
	);
	const differs: string[] = [];
	lines.forEach((l, position) => {
		const line = ctx.insert(supplierBillLines, {
			...{
				id: newId(),
				billId: bill.id,
				position,
				name: l.name.trim(),
				kind: l.kind,
				quantity: l.quantity,
				unit: l.unit,
				amount: l.amount,
				orderLineId: l.orderLineId
			}
		});
		const said = l.orderLineId ? billOrderLine(ctx, i.firmId, l, l.orderLineId) : null;
		if (said) differs.push(said);
		becomesCosts(ctx, bill, line, l, costs[position] ?? []);
	});
	ctx.happened(
		concerned(ctx, bill.id),
		'buying.enter-bill',
		{ firm: ctx.get(firms, bill.firmId, 'This firm').name, number: bill.number, total: bill.total },
		'costs',
		'today'
	);
	return { billId: bill.id, differs };
});

/** Notes on the order what was billed of a line. @returns what differs from the order, in words; null when it agrees */
function billOrderLine(ctx: Context, firmId: string, l: GivenLine, lineId: string): string | null {
	const line = ctx.get(orderLines, lineId, 'This line of an order');
	const order = ctx.get(orders, line.orderId, 'Its order');
	if (order.firmId !== firmId) throw new Refusal(say('order-another-suppliers', { name: l.name }), 'lines');
	if (order.state !== 'sent' && order.state !== 'closed') throw new Refusal(say('order-not-sent', { name: l.name }), 'lines');
	const { tolerance } = ctx.get(company, 'company', 'The company').settings;
	const match = matchOf(line, l.quantity, cents(l.amount), { amount: cents(tolerance.amount), percent: percent(tolerance.percent) });
	const after = ctx.update(orderLines, line.id, { billed: line.billed + l.quantity, billedAmount: line.billedAmount + l.amount });
	if (billedInFull(after)) ctx.update(orderLines, line.id, { closed: true });
	closeWhenDone(ctx, order.id);
	if (match.agrees) return null;
	const parts = [
		...(match.quantityDifference !== 0
			? [`${Math.abs(match.quantityDifference) / 10_000} ${line.unit} ${match.quantityDifference > 0 ? 'more' : 'less'} than came`]
			: []),
		...(match.priceDifference !== 0
			? [`${formatCents(cents(Math.abs(match.priceDifference)))} ${match.priceDifference > 0 ? 'over' : 'under'} the price ordered`]
			: [])
	];
	return `${line.name}: ${parts.join(', ') || 'not as ordered'}`;
}

/** Each share of a line that is a job's is a cost of it, once; the company's own share is none. */
function becomesCosts(ctx: Context, bill: Bill, line: BillLine, l: GivenLine, costs: readonly Cents[]): void {
	const quantities = split(
		cents(l.quantity),
		l.shares.map((s) => s.weight)
	);
	if (l.confirms && (l.shares.length !== 1 || !l.shares[0]?.jobId))
		throw new Refusal(say('confirms-cost-of-one-job-so', { name: l.name }), 'lines');
	l.shares.forEach((s, n) => {
		if (s.phaseId && ctx.get(phases, s.phaseId, 'This phase').jobId !== s.jobId) throw new Refusal(say('phase-another-jobs'), 'lines');
		const share = ctx.insert(supplierBillShares, {
			...{ id: newId(), lineId: line.id, jobId: s.jobId, phaseId: s.phaseId, weight: s.weight, cost: costs[n] ?? 0 }
		});
		if (!s.jobId) return;
		const figures = { day: bill.day, cost: costs[n] ?? cents(0), quantity: quantities[n] ?? 0, source: `bill:${share.id}` };
		const entry = l.confirms ? confirmCost(ctx, l.confirms, s.jobId, figures) : newCost(ctx, bill, l, s, figures);
		ctx.update(supplierBillShares, share.id, { costEntryId: entry.id });
	});
}

interface Figures {
	day: string;
	cost: Cents;
	quantity: number;
	source: string;
}
const markupOf = (ctx: Context) => percent(ctx.get(company, 'company', 'The company').settings.materialMarkup);

function newCost(ctx: Context, bill: Bill, l: GivenLine, s: GivenLine['shares'][number], figures: Figures): Cost {
	const job = workJob(ctx, s.jobId ?? '');
	const ordered = l.orderLineId ? ctx.find(orderLines, l.orderLineId) : undefined;
	const item = ordered?.itemId ? ctx.find(items, ordered.itemId) : undefined;
	beginWork(ctx, job.id);
	return ctx.insert(costEntries, {
		id: newId(),
		jobId: job.id,
		phaseId: s.phaseId,
		kind: l.kind,
		name: `${ctx.get(firms, bill.firmId, 'This firm').name}: ${l.name.trim()}`,
		itemId: ordered?.itemId ?? null,
		unit: l.unit,
		unitCost: 0,
		...figures,
		charge: chargeOf({ kind: 'other', cost: figures.cost, markup: markupOf(ctx) }),
		taxCodeId: item?.taxCodeId ?? ordered?.taxCodeId ?? null,
		state: l.how ?? stateOfCost(job)
	});
}

/** A cost that stood at catalog price is now what its supplier asks: the same cost, never a second one. What was billed of it keeps its charge. */
function confirmCost(ctx: Context, costId: string, jobId: string, figures: Figures): Cost {
	const cost = ctx.get(costEntries, costId, 'The cost it confirms');
	if (cost.jobId !== jobId) throw new Refusal(say('cost-confirms-another-jobs'), 'lines');
	if (!cost.toConfirm) throw new Refusal(say('confirmed-already', { name: cost.name }), 'lines');
	const charge = cost.billed !== 0 ? cost.charge : chargeOf({ kind: 'other', cost: figures.cost, markup: markupOf(ctx) });
	return ctx.update(costEntries, cost.id, { cost: figures.cost, source: figures.source, charge, toConfirm: false });
}

const billLines = (ctx: Context, billId: string) =>
	ctx.db.select().from(supplierBillLines).where(eq(supplierBillLines.billId, billId)).orderBy(asc(supplierBillLines.position)).all();
const sharesOf = (ctx: Context, billId: string) =>
	ctx.db
		.select({ share: supplierBillShares, line: supplierBillLines })
		.from(supplierBillShares)
		.innerJoin(supplierBillLines, eq(supplierBillLines.id, supplierBillShares.lineId))
		.where(eq(supplierBillLines.billId, billId))
		.all();

/** The records a bill concerns: its jobs, and itself. */
function concerned(ctx: Context, billId: string): string[] {
	const ids = new Set(sharesOf(ctx, billId).flatMap((s) => (s.share.jobId ? [s.share.jobId] : [])));
	return [...[...ids].map((id) => `job:${id}`), `supplier-bill:${billId}`];
}

export const withdrawBill = serve(contract.withdrawBill, (ctx, i) => {
	const bill = openBill(ctx, i.billId);
	if (bill.paidOn !== null) throw new Refusal(say('paid'));
	const on = concerned(ctx, bill.id);
	for (const { share } of sharesOf(ctx, bill.id)) if (share.costEntryId) takeBackCost(ctx, share.id, share.costEntryId);
	for (const l of billLines(ctx, bill.id)) if (l.orderLineId) unbill(ctx, l, l.orderLineId);
	ctx.update(supplierBills, bill.id, { withdrawnAt: ctx.now });
	ctx.happened(on, 'buying.withdraw-bill', { number: bill.number, reason: i.reason }, 'costs', 'today');
});

function openBill(ctx: Context, billId: string): Bill {
	const bill = ctx.get(supplierBills, billId, 'This bill');
	if (bill.withdrawnAt !== null) throw new Refusal(say('bill-taken-back'));
	return bill;
}

/** What it made is gone; what it confirmed stands at catalog price again. What a customer was billed stays. */
function takeBackCost(ctx: Context, shareId: string, costId: string): void {
	const cost = ctx.get(costEntries, costId, 'Its cost');
	if (cost.billed !== 0) throw new Refusal(say('on-invoice-of-ours-already', { name: cost.name }));
	ctx.update(supplierBillShares, shareId, { costEntryId: null });
	if (cost.unitCost === 0) return ctx.remove(costEntries, cost.id);
	const cost0 = lineAmount(quantity(cost.quantity), unitPrice(cost.unitCost));
	ctx.update(costEntries, cost.id, {
		...{ cost: cost0, charge: chargeOf({ kind: 'other', cost: cost0, markup: markupOf(ctx) }), source: null, toConfirm: true }
	});
}

function unbill(ctx: Context, l: BillLine, orderLineId: string): void {
	const line = ctx.get(orderLines, orderLineId, 'Its line');
	const after = ctx.update(orderLines, line.id, { billed: line.billed - l.quantity, billedAmount: line.billedAmount - l.amount });
	if (line.closed && !billedInFull(after)) ctx.update(orderLines, line.id, { closed: false });
	closeWhenDone(ctx, line.orderId);
}

export const payBill = serve(contract.payBill, (ctx, i) => {
	const bill = openBill(ctx, i.billId);
	if (i.day !== null && bill.paidOn !== null) throw new Refusal(say('paid-already'));
	if (i.day !== null && i.day > ctx.today) throw new Refusal(say('day-ahead-of-today'), 'day');
	if (i.day === null && ctx.db.get(sql`select 1 from journal_entries where event = ${`bill-paid:${bill.id}`}`) !== undefined)
		throw new Refusal(say('bookkeeping-has-payment-already'));
	const discount = i.day === null ? cents(0) : earlyDiscount(bill, i.day);
	ctx.update(supplierBills, bill.id, { paidOn: i.day, discountTaken: discount }, i.version);
	const paid = cents(bill.total - discount);
	ctx.happened(`supplier-bill:${bill.id}`, 'buying.pay-bill', { number: bill.number, day: i.day, paid }, 'costs', 'today');
	return { paid, discount };
});

export const attachBillScan = serve(contract.attachBillScan, (ctx, i) => {
	const bill = ctx.get(supplierBills, i.billId, 'This bill');
	const { attachmentId, name } = keepWith(ctx, `supplier-bill:${bill.id}`, i, 'scan', 'bill.pdf');
	ctx.happened(`supplier-bill:${bill.id}`, 'buying.attach-scan', { name }, 'costs');
	return { attachmentId };
});

export const detachBillScan = serve(contract.detachBillScan, (ctx, i) => {
	const { subject, name } = takeOff(ctx, i.attachmentId, 'supplier-bill', 'This scan');
	ctx.happened(subject, 'buying.detach-scan', { name }, 'costs');
});

export const setTolerance = serve(contract.setTolerance, (ctx, i) => {
	const own = ctx.get(company, 'company', 'The company');
	ctx.update(company, 'company', { settings: { ...own.settings, tolerance: i } });
	ctx.happened('company', 'company.bill-tolerance', i);
});
