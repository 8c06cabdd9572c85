import { say } from '../../contract/refusals/receivables';
import * as contract from '../../contract/receivables/bank';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { earlyDiscount } from '../../core/buying';
import { fingerprints, readBankFile } from '../../core/formats';
import { cents, formatCents } from '../../core/money';
import { matchesOf, type BankMatch, type OpenItem } from '../../core/receivables';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { invoices, payments } from '../billing/schema';
import { supplierBills } from '../buying/schema';
import { firms } from '../firms/schema';
import { bankLines } from './schema';
import { customers } from '../sales/schema';
import { newId } from '../ids';
import { isOpen, settle } from '../billing';

type Line = typeof bankLines.$inferSelect;

export const readBank = serve(contract.readBank, (ctx, i) => {
	const { lines, rejected } = readBankFile(i.text);
	const marks = fingerprints(lines);
	let added = 0;
	lines.forEach((l, n) => {
		const fingerprint = marks[n] ?? '';
		if (ctx.db.select({ id: bankLines.id }).from(bankLines).where(eq(bankLines.fingerprint, fingerprint)).get()) return;
		ctx.insert(bankLines, {
			...{ id: newId(), fingerprint, day: l.day, amount: l.amount, text: l.text.slice(0, 500), reference: l.reference.slice(0, 100) },
			...{ state: 'open', at: ctx.now }
		});
		added += 1;
	});
	ctx.happened('company', 'payments.read-bank', { added, known: lines.length - added }, 'invoices');
	return { added, known: lines.length - added, rejected: rejected.slice(0, 50) };
});

function openLine(ctx: Context, lineId: string): Line {
	const line = ctx.get(bankLines, lineId, 'This line');
	if (line.state !== 'open') throw new Refusal(line.state === 'taken' ? say('line-taken-already') : say('line-set-aside'));
	return line;
}

export const takeBankLines = serve(contract.takeBankLines, (ctx, i) => {
	let credit = 0;
	for (const { lineId, invoiceId } of i.lines) credit += takeLine(ctx, openLine(ctx, lineId), invoiceId);
	return { taken: i.lines.length, credit };
});

/** @returns what of it is credit */
function takeLine(ctx: Context, line: Line, invoiceId: string): number {
	if (line.amount <= 0) throw new Refusal(say('money-went-out'), 'lines');
	const invoice = ctx.get(invoices, invoiceId, 'This invoice');
	if (invoice.issuedAt === null || invoice.voidedAt !== null) throw new Refusal(say('money-taken-on-issued-invoice'), 'lines');
	const payment = ctx.insert(payments, {
		...{ id: newId(), customerId: invoice.customerId, jobId: invoice.jobId, at: ctx.now, day: line.day > ctx.today ? ctx.today : line.day },
		...{ method: 'transfer', amount: line.amount, reference: [line.reference, line.text].filter(Boolean).join(' ').slice(0, 200) }
	});
	ctx.update(bankLines, line.id, { state: 'taken', paymentId: payment.id });
	const credit = settle(ctx, payment.id, line.amount, invoice.customerId, [invoice.id], invoice.jobId);
	ctx.happened(
		[`job:${invoice.jobId}`, `invoice:${invoice.id}`],
		'payments.record',
		{ amount: line.amount, method: 'transfer', credit, invoiceId: invoice.id },
		'invoices',
		'today'
	);
	return credit;
}

export const payFromBank = serve(contract.payFromBank, (ctx, i) => {
	const line = openLine(ctx, i.lineId);
	const bill = ctx.get(supplierBills, i.billId, 'This bill');
	if (bill.withdrawnAt !== null || bill.paidOn !== null) throw new Refusal(say('bill-not-open'));
	const discount = earlyDiscount(bill, line.day);
	const due = bill.total - discount;
	if (-line.amount !== due && -line.amount !== bill.total)
		throw new Refusal(
			say('bill-bank-says', { number: bill.number, due: formatCents(cents(due)), amount: formatCents(cents(-line.amount)) })
		);
	ctx.update(supplierBills, bill.id, { paidOn: line.day, discountTaken: bill.total + line.amount });
	ctx.update(bankLines, line.id, { state: 'taken', billId: bill.id });
	ctx.happenedIn(
		'costs',
		`supplier-bill:${bill.id}`,
		'buying.pay-bill',
		{ number: bill.number, day: line.day, paid: -line.amount },
		'costs',
		'invoices'
	);
});

export const setBankAside = serve(contract.setBankAside, (ctx, i) => {
	const line = ctx.get(bankLines, i.lineId, 'This line');
	if (line.state === 'taken') throw new Refusal(say('line-taken-already'));
	ctx.update(bankLines, line.id, { state: i.aside ? 'set aside' : 'open' });
	ctx.happened('company', 'payments.bank-aside', { aside: i.aside }, 'invoices');
});

/** Lines that wait, with what each may be for; and those that were taken or set aside last. */
export function bankPage(app: App, state: Line['state']) {
	const db = app.db.orm;
	const lines = db
		.select()
		.from(bankLines)
		.where(eq(bankLines.state, state))
		.orderBy(desc(bankLines.day))
		.limit(state === 'open' ? 500 : 200)
		.all();
	if (state !== 'open')
		return { lines: lines.map((l) => ({ ...l, matches: [] as (BankMatch & { label: string })[] })), invoices: [], bills: [] };
	const owed = openItems(app);
	const bills = openBills(app);
	const label = (i: OpenItem) => `${i.number} ${i.party}, ${formatCents(i.open)}`;
	const labels = new Map([...owed, ...bills].map((i) => [i.id, label(i)]));
	return {
		lines: lines.map((l) => ({
			...l,
			matches: matchesOf({ ...l, amount: cents(l.amount) }, l.amount > 0 ? owed : bills).map((m) => ({
				...m,
				label: labels.get(m.id) ?? ''
			}))
		})),
		invoices: owed.map((i) => ({ id: i.id, label: label(i) })),
		bills: bills.map((i) => ({ id: i.id, label: label(i) }))
	};
}

const openItems = (app: App): OpenItem[] =>
	app.db.orm
		.select({
			id: invoices.id,
			number: invoices.number,
			party: customers.name,
			total: invoices.total,
			paid: invoices.paid,
			due: invoices.due
		})
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(isOpen)
		.orderBy(asc(invoices.due))
		.limit(2000)
		.all()
		.map((i) => ({ id: i.id, number: String(i.number ?? ''), party: i.party, open: cents(i.total - i.paid), due: i.due ?? '9999-12-31' }));

const openBills = (app: App): OpenItem[] =>
	app.db.orm
		.select({ bill: supplierBills, party: firms.name })
		.from(supplierBills)
		.innerJoin(firms, eq(firms.id, supplierBills.firmId))
		.where(and(isNull(supplierBills.paidOn), isNull(supplierBills.withdrawnAt)))
		.orderBy(asc(supplierBills.due))
		.limit(2000)
		.all()
		.map(({ bill, party }) => ({ id: bill.id, number: bill.number, party, open: cents(bill.total), due: bill.due }));
