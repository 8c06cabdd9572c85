import { and, asc, eq } from 'drizzle-orm';
import { customerLines, groupLines, type PlacedLine } from '../../core/billing';
import { longDay } from '../../core/time';
import { USUAL_LAYOUT } from '../../core/documents';
import { computeEstimate, shownLines } from '../../core/estimate';
import { cents, type Cents } from '../../core/money';
import type { App } from '../app';
import type { Orm } from '../db';
import { creditLines, creditNotes } from './schema';
import { estimates } from '../estimates/schema';
import { answers, quotes, revisions } from '../quotes/schema';
import { contractLines } from '../work/schema';
import { invoiceDetail } from './queries';

type Amounts = 'lines' | 'scopes' | 'total';
interface Placed {
	scope: string;
	text: string | null;
}

/**
 * Where a customer reads each line of a job's contract, by its id: as the revision they accepted shows it. Contract lines stand in the order of
 * what the accepted estimate counts; where they cannot be laid beside it, only their scope is told.
 */
function placesOf(db: Orm, jobId: string): { places: Map<string, Placed>; amounts: Amounts } {
	const accepted = db
		.select({ frozen: revisions.frozen, header: revisions.header, chosen: answers.chosen, change: estimates.change })
		.from(answers)
		.innerJoin(revisions, eq(revisions.id, answers.revisionId))
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(estimates, eq(estimates.id, quotes.estimateId))
		.where(and(eq(quotes.jobId, jobId), eq(answers.answer, 'accepted')))
		.all();
	const contract = db.select().from(contractLines).where(eq(contractLines.jobId, jobId)).orderBy(asc(contractLines.position)).all();
	const places = new Map<string, Placed>(contract.map((l) => [l.id, { scope: l.scope, text: null }]));
	let amounts: Amounts = 'lines';
	for (const a of accepted) {
		const layout = a.header.layout ?? USUAL_LAYOUT;
		// One invoice may bill several agreements: what one of them keeps back is kept back.
		if (layout.amounts === 'total' || (layout.amounts === 'scopes' && amounts === 'lines')) amounts = layout.amounts;
		const own = contract.filter((l) => l.change === a.change);
		const result = computeEstimate(a.frozen.estimate, { chosen: new Set(a.chosen) });
		const counted = result.lines.filter((l) => l.state === 'in');
		if (own.length !== counted.length) continue;
		const shown = shownLines(result);
		const textOf = new Map(counted.map((l, n) => [l.line.id, own[n]?.text ?? '']));
		counted.forEach((l, n) => {
			const at = shown.get(l.line.id);
			const line = own[n];
			if (line) places.set(line.id, { scope: line.scope, text: at ? (textOf.get(at.line.id) ?? null) : null });
		});
	}
	return { places, amounts: accepted.length === 0 ? 'scopes' : amounts };
}

/** The one view of an invoice for its customer: page, PDF and mails are made from it. It holds what their quote showed, and no ids. */
export function customerInvoice(app: App, invoiceId: string) {
	const d = invoiceDetail(app, invoiceId);
	if (!d) return null;
	const i = d.invoice;
	return {
		number: i.number,
		title: i.title,
		kind: i.kind,
		day: i.day,
		due: i.due,
		net: cents(i.net),
		/** Held of it as retainage, not due; below zero: released by it. */
		retained: cents(i.retained),
		parts: d.parts.length,
		taxes: i.taxes.map(({ name, rate, base, tax }) => ({ name, rate, base, tax })),
		total: cents(i.total),
		paid: d.paid,
		open: d.open,
		state: d.state,
		customer: d.customer.name,
		language: d.customer.language,
		address: d.customer.address,
		job: d.job.name,
		site: d.site ?? '',
		lines: linesFor(app, d),
		credits: d.credits.map(({ number, day, reason, total }) => ({ number, day, reason, total: cents(total) })),
		charge: d.charge && { state: d.charge.state, message: d.charge.message }
	};
}

interface CustomerInvoiceLine {
	text: string;
	quantity: number | null;
	unit: string;
	amount: Cents;
}

type Detail = NonNullable<ReturnType<typeof invoiceDetail>>;
type Part = Detail['parts'][number];

const linesFor = (app: App, d: Detail): CustomerInvoiceLine[] =>
	d.parts.flatMap((part) => {
		const lines = partLines(app, d, part);
		// Several jobs on one invoice: each line says whose it is.
		return d.parts.length === 1 ? lines : lines.map((l) => ({ ...l, text: `${part.job}: ${l.text}` }));
	});

function partLines(app: App, d: Detail, part: Part): CustomerInvoiceLine[] {
	const own = d.lines.filter((l) => l.partId === part.id);
	// Hours and materials are what was agreed to be read one by one, by day, or as one line.
	if (part.kind === 'time and materials')
		return groupLines(
			own.map(({ text, day, quantity, unit, amount }) => ({ text, day, quantity, unit, amount: cents(amount) })),
			part.grouping,
			part.title,
			longDay
		).map(({ day, text, ...l }) => ({ ...l, text: day && part.grouping === 'each' ? `${longDay(day)} ${text}` : text }));
	if (part.kind === 'repeat' || part.kind === 'late charge')
		return own.map(({ text, quantity, unit, amount }) => ({ text, quantity, unit, amount: cents(amount) }));
	// A general contractor reads the lines it signed, one by one.
	if (part.kind === 'pay application')
		return own.filter((l) => l.amount !== 0).map((l) => ({ text: l.text, quantity: null, unit: '', amount: cents(l.amount) }));
	// A deposit is a share of the whole, not of its lines.
	const { places, amounts } = placesOf(app.db.orm, part.jobId);
	const placed = own.map((l): PlacedLine => {
		const at = l.contractLineId ? places.get(l.contractLineId) : undefined;
		return { scope: at?.scope ?? part.title, text: at?.text ?? null, amount: cents(l.amount) };
	});
	return customerLines(placed, part.kind === 'deposit' ? 'total' : amounts, part.title).map((l) => ({ ...l, quantity: null, unit: '' }));
}

/** The one view of a credit note for its customer: of the lines they could read on its invoice, what is taken back. */
export function customerCredit(app: App, creditId: string) {
	const note = app.db.orm.select().from(creditNotes).where(eq(creditNotes.id, creditId)).get();
	const d = note && invoiceDetail(app, note.invoiceId);
	if (!note || !d) return null;
	const taken = new Map(
		app.db.orm
			.select({ id: creditLines.invoiceLineId, amount: creditLines.amount })
			.from(creditLines)
			.where(eq(creditLines.creditId, note.id))
			.all()
			.map((l) => [l.id, l.amount])
	);
	const lines = d.lines.flatMap((l) => (taken.has(l.id) ? [{ ...l, quantity: null, amount: taken.get(l.id) ?? 0 }] : []));
	const parts = d.parts.filter((p) => p.id === note.partId);
	return {
		...{ number: note.number, day: note.day, reason: note.reason, invoice: d.invoice.number, job: parts[0]?.job ?? d.job.name },
		...{ customer: d.customer.name, address: d.customer.address, language: d.customer.language },
		lines: linesFor(app, { ...d, lines, parts }),
		taxes: note.taxes.map(({ name, rate, base, tax }) => ({ name, rate, base, tax })),
		net: cents(note.net),
		total: cents(note.total)
	};
}
