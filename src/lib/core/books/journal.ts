import { say } from './refusals';
import { cents, sum, type Cents, type ComponentTax } from '../money';
import { Refusal } from '../refusal';
import { addDays, longDay, type Day } from '../time';
import { accountOf, type AccountKey, type Accounts } from './accounts';

/** One side of an entry in cents: above zero a debit, below a credit. */
export interface JournalLine {
	account: AccountKey;
	amount: Cents;
}
/** Something that happened to money, as one entry whose lines sum to 0. */
export interface JournalEvent {
	/** What it is, once for ever: `invoice:ID`. */
	event: string;
	day: Day;
	text: string;
	lines: JournalLine[];
	/** The invoice whose receivable it settles, and by how much. */
	settles?: { invoiceId: string; amount: Cents };
}

const turned = (lines: readonly JournalLine[]): JournalLine[] => lines.map((l) => ({ ...l, amount: cents(-l.amount) }));
const some = (lines: readonly JournalLine[]): JournalLine[] => lines.filter((l) => l.amount !== 0);

/** What an invoice bills of one job. */
export interface BilledPart {
	kind: string;
	kindOfWork: string;
	net: Cents;
	/** Held of it; below zero: released. */
	retained: Cents;
	taxes: readonly Pick<ComponentTax, 'componentId' | 'tax'>[];
}

const revenueOf = (p: BilledPart): AccountKey =>
	p.kind === 'late charge' ? 'other income' : p.kindOfWork ? `revenue: ${p.kindOfWork}` : 'revenue';

/**
 * An invoice: what is due is owed now, what is held is owed later; revenue by kind of work, tax by component.
 * @example net 18,000.00, held 2,000.00 → receivable 18,000, retainage receivable 2,000, revenue −20,000
 */
export function invoiceLines(parts: readonly BilledPart[]): JournalLine[] {
	const total = sum(parts.map((p) => cents(p.net + sum(p.taxes.map((t) => t.tax)))));
	return some([
		{ account: 'receivable', amount: total },
		{ account: 'retainage receivable', amount: sum(parts.map((p) => p.retained)) },
		...parts.map((p): JournalLine => ({ account: revenueOf(p), amount: cents(-(p.net + p.retained)) })),
		...parts.flatMap((p) => p.taxes.map((t): JournalLine => ({ account: `tax: ${t.componentId}`, amount: cents(-t.tax) })))
	]);
}

/** A void: the invoice with its sides exchanged, and what was settled of it becomes the customer's credit. */
export const voidLines = (parts: readonly BilledPart[], settled: Cents): JournalLine[] =>
	some([
		...turned(invoiceLines(parts)),
		{ account: 'receivable', amount: settled },
		{ account: 'customer credits', amount: cents(-settled) }
	]);

/** Where money comes from, by how it was paid. */
const FROM: Record<string, AccountKey> = { 'write-off': 'bad debts', discount: 'discounts given' };

/**
 * Money that came in, a write-off or a discount: what it settles is not owed any more, the rest is the customer's credit. Returned, it is minus that.
 * @param allocated what of it settles invoices
 */
export const paymentLines = (method: string, amount: Cents, allocated: Cents): JournalLine[] =>
	some([
		{ account: FROM[method] ?? 'bank', amount },
		{ account: 'receivable', amount: cents(-allocated) },
		{ account: 'customer credits', amount: cents(allocated - amount) }
	]);

/** A credit note: revenue and tax are taken back; what it settles is not owed any more, the rest is the customer's credit. */
export const creditNoteLines = (part: BilledPart, allocated: Cents): JournalLine[] => {
	const taxes = sum(part.taxes.map((t) => t.tax));
	const total = part.net + taxes;
	return some([
		{ account: revenueOf(part), amount: part.net },
		...part.taxes.map((t): JournalLine => ({ account: `tax: ${t.componentId}`, amount: t.tax })),
		{ account: 'receivable', amount: cents(-allocated) },
		{ account: 'customer credits', amount: cents(allocated - total) }
	]);
};

/** Credit used for an invoice later on; below zero: given back. */
export const creditUsedLines = (amount: Cents): JournalLine[] =>
	some([
		{ account: 'customer credits', amount },
		{ account: 'receivable', amount: cents(-amount) }
	]);

/** A supplier's bill: cost by kind for jobs, overhead for the rest, the tax that comes back; owed in full. */
export const billLines = (
	shares: readonly { kind: 'material' | 'equipment' | 'subcontract' | 'other'; cost: Cents; job: boolean }[],
	recovered: Cents
): JournalLine[] => {
	const by = new Map<AccountKey, number>();
	for (const s of shares) {
		const account: AccountKey = s.job ? `cost: ${s.kind}` : 'overhead';
		by.set(account, (by.get(account) ?? 0) + s.cost);
	}
	const costs = [...by].map(([account, amount]): JournalLine => ({ account, amount: cents(amount) }));
	const total = sum(costs.map((c) => c.amount)) + recovered;
	return some([...costs, { account: 'recovered tax', amount: recovered }, { account: 'payable', amount: cents(-total) }]);
};
export const billWithdrawnLines = (lines: readonly JournalLine[]): JournalLine[] => turned(lines);

/** A supplier's bill is paid, with the discount that was taken. */
export const billPaidLines = (total: Cents, discount: Cents): JournalLine[] =>
	some([
		{ account: 'payable', amount: total },
		{ account: 'bank', amount: cents(discount - total) },
		{ account: 'discounts taken', amount: cents(-discount) }
	]);

/** An event of a closed month carries the first open day, and names its own. */
export function onOpenDay(e: JournalEvent, closedThrough: Day | ''): JournalEvent {
	if (closedThrough === '' || e.day > closedThrough) return e;
	return { ...e, day: addDays(closedThrough, 1), text: `${e.text} (of ${longDay(e.day)})` };
}

/**
 * Refuses entries that do not balance, and accounts that are not said: each missing one by its name. Nothing is exported then; the events stand.
 * @throws Refusal
 */
export function checkEntries(events: readonly JournalEvent[], accounts: Accounts): void {
	for (const e of events) if (sum(e.lines.map((l) => l.amount)) !== 0) throw new Refusal(say('does-not-balance', { text: e.text }));
	const missing = [...new Set(events.flatMap((e) => e.lines.map((l) => l.account)))].filter((key) => accountOf(accounts, key) === '');
	if (missing.length > 0)
		throw new Refusal(say('no-account-set-for', { missing: [...new Set(missing.map((m) => m.split(': ')[0]))].join(', ') }), 'accounts');
}

/** Entries as rows for a spreadsheet or the bookkeeping: amounts below zero change sides. */
export const journalRows = (
	entries: readonly { number: number; day: Day; event: string; text: string; lines: readonly { account: string; amount: number }[] }[]
): (string | number)[][] => [
	['entry', 'day', 'event', 'text', 'account', 'debit', 'credit'],
	...entries.flatMap((e) =>
		e.lines.map((l) => [
			e.number,
			e.day,
			e.event,
			e.text,
			l.account,
			l.amount > 0 ? (l.amount / 100).toFixed(2) : '',
			l.amount < 0 ? (-l.amount / 100).toFixed(2) : ''
		])
	)
];
