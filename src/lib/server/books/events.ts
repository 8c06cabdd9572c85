import { and, asc, eq, inArray, isNotNull, lte, notInArray, or, sql } from 'drizzle-orm';
import {
	billLines,
	billPaidLines,
	billWithdrawnLines,
	creditNoteLines,
	creditUsedLines,
	invoiceLines,
	paymentLines,
	voidLines,
	type BilledPart,
	type JournalEvent
} from '../../core/books';
import { grouped } from '../../core/lists';
import { cents, formatCents, sum } from '../../core/money';
import { wallTime, type Day } from '../../core/time';
import type { Orm } from '../db';
import { creditNotes, invoiceParts, invoices, allocations, payments } from '../billing/schema';
import { journalEntries } from './schema';
import { supplierBillLines, supplierBills, supplierBillShares } from '../buying/schema';
import { firms } from '../firms/schema';
import { customers, jobs } from '../sales/schema';

/** An event that was not handed over yet. */
const fresh = (kind: string, id: unknown) => sql`not exists (select 1 from journal_entries e where e.event = ${`${kind}:`} || ${id})`;
type CostKind = 'material' | 'equipment' | 'subcontract' | 'other';

/** No limit, as the database writes it. */
const ALL = -1;

/**
 * Everything that happened to money up to a day and was not handed over to the bookkeeping yet, in the order of its days.
 * @param most no more than so many of each kind, for a first look
 */
export function openEvents(db: Orm, through: Day, zone: string, most = ALL): JournalEvent[] {
	const all = [
		...invoiceEvents(db, through, most),
		...moneyEvents(db, through, most),
		...voidEvents(db, through, zone),
		...billEvents(db, through, zone, most)
	];
	return all.sort((a, b) => a.day.localeCompare(b.day));
}

/** What each invoice bills of each job, as the journal needs it. */
function partsOf(db: Orm, invoiceIds: string[]): Map<string, (BilledPart & { id: string })[]> {
	const rows = db
		.select({ part: invoiceParts, kindOfWork: jobs.kindOfWork })
		.from(invoiceParts)
		.innerJoin(jobs, eq(jobs.id, invoiceParts.jobId))
		.where(inArray(invoiceParts.invoiceId, invoiceIds))
		.orderBy(asc(invoiceParts.position))
		.all();
	return new Map(
		[...grouped(rows, (r) => r.part.invoiceId)].map(([id, list]) => [
			id,
			list.map(({ part, kindOfWork }) => ({ ...part, kindOfWork, net: cents(part.net), retained: cents(part.retained) }))
		])
	);
}

const AT_ONCE = 1000;
/** A long list in pieces that one question can hold. */
function* pieces<T>(list: readonly T[]): Generator<T[]> {
	for (let n = 0; n < list.length; n += AT_ONCE) yield list.slice(n, n + AT_ONCE);
}

function invoiceEvents(db: Orm, through: Day, most: number): JournalEvent[] {
	const rows = db
		.select({ id: invoices.id, number: invoices.number, day: invoices.day, customer: customers.name })
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(and(isNotNull(invoices.issuedAt), lte(invoices.day, through), fresh('invoice', invoices.id)))
		.orderBy(asc(invoices.number))
		.limit(most)
		.all();
	return [...pieces(rows)].flatMap((some) => {
		const parts = partsOf(
			db,
			some.map((r) => r.id)
		);
		return some.map((r) => ({
			...{ event: `invoice:${r.id}`, day: r.day ?? through, text: `Invoice ${r.number}, ${r.customer}` },
			lines: invoiceLines(parts.get(r.id) ?? [])
		}));
	});
}

/** A void gives back what was settled of it, as far as that was handed over and is no allocation any more. */
function voidEvents(db: Orm, through: Day, zone: string): JournalEvent[] {
	const rows = db
		.select({ id: invoices.id, number: invoices.number, at: invoices.voidedAt, customer: customers.name })
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(and(isNotNull(invoices.voidedAt), fresh('void', invoices.id)))
		.all()
		.map((r) => ({ ...r, day: wallTime(r.at ?? 0, zone).day }))
		.filter((r) => r.day <= through);
	const parts = partsOf(
		db,
		rows.map((r) => r.id)
	);
	return rows.map((r) => {
		const gone = db
			.select({ n: sql<number>`coalesce(sum(${journalEntries.settled}), 0)` })
			.from(journalEntries)
			.where(
				and(
					eq(journalEntries.settles, r.id),
					sql`not exists (select 1 from allocations a where 'allocation:' || a.id = ${journalEntries.event})`
				)
			)
			.get();
		return {
			...{ event: `void:${r.id}`, day: r.day, text: `Void of invoice ${r.number}, ${r.customer}` },
			lines: voidLines(parts.get(r.id) ?? [], cents(gone?.n ?? 0))
		};
	});
}

type Allocation = { id: string; paymentId: string; invoiceId: string; amount: number; day: Day | null };

/** Payments, credits and what they settle; in a first look, what credit settled later is left out: what is settled along with them is in their entry, what was settled later is an entry of its own. */
function moneyEvents(db: Orm, through: Day, most: number): JournalEvent[] {
	const rows = db
		.select({ payment: payments, customer: customers.name })
		.from(payments)
		.innerJoin(customers, eq(customers.id, payments.customerId))
		.where(and(lte(payments.day, through), notInArray(payments.method, ['credit note', 'on account']), fresh('payment', payments.id)))
		.orderBy(asc(payments.at))
		.limit(most)
		.all();
	const shown = rows.map((r) => r.payment.id);
	const open = db
		.select({
			id: allocations.id,
			paymentId: allocations.paymentId,
			invoiceId: allocations.invoiceId,
			amount: allocations.amount,
			day: invoices.day
		})
		.from(allocations)
		.innerJoin(invoices, eq(invoices.id, allocations.invoiceId))
		.where(
			and(
				fresh('allocation', allocations.id),
				most === ALL
					? undefined
					: or(inArray(allocations.paymentId, shown), sql`${allocations.paymentId} in (select payment_id from credit_notes)`)
			)
		)
		.all();
	const by = grouped(open, (a) => a.paymentId);
	const paid = rows.flatMap(({ payment: p, customer }) => {
		const own = by.get(p.id) ?? [];
		by.delete(p.id);
		const what =
			p.amount < 0
				? `Returned ${p.method}`
				: p.method === 'write-off'
					? 'Written off'
					: p.method === 'discount'
						? 'Discount'
						: `Payment by ${p.method}`;
		const lines = paymentLines(p.method, cents(p.amount), sum(own.map((a) => cents(a.amount))));
		return [{ event: `payment:${p.id}`, day: p.day, text: `${what}, ${customer}`, lines }, ...own.map((a) => settledWith(a, p.day))];
	});
	return [...paid, ...creditEvents(db, through, by), ...usedEvents(db, through, by)];
}

/** What is settled within another entry: it has no lines of its own, but is remembered for the day the invoice is voided. */
const settledWith = (a: Allocation, day: Day): JournalEvent => ({
	...{ event: `allocation:${a.id}`, day, text: 'settled with its payment', lines: [] },
	settles: { invoiceId: a.invoiceId, amount: cents(a.amount) }
});

function creditEvents(db: Orm, through: Day, by: Map<string, Allocation[]>): JournalEvent[] {
	const rows = db
		.select({ credit: creditNotes, part: invoiceParts, kindOfWork: jobs.kindOfWork, customer: customers.name })
		.from(creditNotes)
		.innerJoin(invoiceParts, eq(invoiceParts.id, creditNotes.partId))
		.innerJoin(jobs, eq(jobs.id, invoiceParts.jobId))
		.innerJoin(customers, eq(customers.id, creditNotes.customerId))
		.where(and(lte(creditNotes.day, through), fresh('credit', creditNotes.id)))
		.orderBy(asc(creditNotes.number))
		.all();
	return rows.flatMap(({ credit, part, kindOfWork, customer }) => {
		const own = by.get(credit.paymentId ?? '') ?? [];
		by.delete(credit.paymentId ?? '');
		const billed = { kind: part.kind, kindOfWork, net: cents(credit.net), retained: cents(0), taxes: credit.taxes };
		const lines = creditNoteLines(billed, sum(own.map((a) => cents(a.amount))));
		return [
			{ event: `credit:${credit.id}`, day: credit.day, text: `Credit ${credit.number}, ${customer}`, lines },
			...own.map((a) => settledWith(a, credit.day))
		];
	});
}

/** Credit that settled something later than it was handed over. */
function usedEvents(db: Orm, through: Day, by: Map<string, Allocation[]>): JournalEvent[] {
	const ids = [...by.keys()];
	const days = new Map<string, Day>();
	for (const some of pieces(ids))
		for (const p of db.select({ id: payments.id, day: payments.day }).from(payments).where(inArray(payments.id, some)).all())
			days.set(p.id, p.day);
	return [...by.values()].flat().flatMap((a) => {
		const paid = days.get(a.paymentId) ?? through;
		const day = a.day !== null && a.day > paid ? a.day : paid;
		const text = `Credit used: ${formatCents(cents(a.amount))}`;
		return day > through
			? []
			: [
					{
						event: `allocation:${a.id}`,
						day,
						text,
						lines: creditUsedLines(cents(a.amount)),
						settles: { invoiceId: a.invoiceId, amount: cents(a.amount) }
					}
				];
	});
}

function billEvents(db: Orm, through: Day, zone: string, most: number): JournalEvent[] {
	const rows = db
		.select({ bill: supplierBills, firm: firms.name })
		.from(supplierBills)
		.innerJoin(firms, eq(firms.id, supplierBills.firmId))
		.where(
			and(
				lte(supplierBills.day, through),
				or(
					fresh('bill', supplierBills.id),
					and(isNotNull(supplierBills.paidOn), fresh('bill-paid', supplierBills.id)),
					and(isNotNull(supplierBills.withdrawnAt), fresh('bill-withdrawn', supplierBills.id))
				)
			)
		)
		.orderBy(asc(supplierBills.day))
		.limit(most)
		.all();
	const known = new Set<string>();
	for (const some of pieces(rows))
		for (const e of db
			.select({ event: journalEntries.event })
			.from(journalEntries)
			.where(
				inArray(
					journalEntries.event,
					some.flatMap(({ bill }) => [`bill:${bill.id}`, `bill-paid:${bill.id}`, `bill-withdrawn:${bill.id}`])
				)
			)
			.all())
			known.add(e.event);
	return rows.flatMap(({ bill, firm }) => eventsOfBill(db, bill, firm, through, zone).filter((e) => !known.has(e.event)));
}

function eventsOfBill(db: Orm, bill: typeof supplierBills.$inferSelect, firm: string, through: Day, zone: string): JournalEvent[] {
	const name = `${firm}, bill ${bill.number}`;
	const withdrawn = bill.withdrawnAt === null ? null : wallTime(bill.withdrawnAt, zone).day;
	const shares = db
		.select({ kind: sql<CostKind>`${supplierBillLines.kind}`, cost: supplierBillShares.cost, jobId: supplierBillShares.jobId })
		.from(supplierBillLines)
		.innerJoin(supplierBillShares, eq(supplierBillShares.lineId, supplierBillLines.id))
		.where(eq(supplierBillLines.billId, bill.id))
		.all();
	const lines = billLines(
		shares.map((s) => ({ kind: s.kind, cost: cents(s.cost), job: s.jobId !== null })),
		cents(bill.recovered)
	);
	return [
		{ event: `bill:${bill.id}`, day: bill.day, text: name, lines },
		...(withdrawn !== null && withdrawn <= through
			? [{ event: `bill-withdrawn:${bill.id}`, day: withdrawn, text: `Taken back: ${name}`, lines: billWithdrawnLines(lines) }]
			: []),
		...(bill.paidOn !== null && bill.paidOn <= through
			? [
					{
						event: `bill-paid:${bill.id}`,
						day: bill.paidOn,
						text: `Paid: ${name}`,
						lines: billPaidLines(cents(bill.total), cents(bill.discountTaken))
					}
				]
			: [])
	];
}
