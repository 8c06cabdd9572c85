import { dayIn, mailWords, paperWords } from '../../core/words';
import { say } from '../../contract/refusals/receivables';
import * as contract from '../../contract/receivables/collecting';
import { and, asc, eq, isNotNull, isNull, lte, ne } from 'drizzle-orm';
import { cents, sum, type Cents } from '../../core/money';
import { aging } from '../../core/receivables';
import type { Day } from '../../core/time';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { invoices, payments } from '../billing/schema';
import { company } from '../company/schema';
import { customers } from '../sales/schema';
import { letterheadOf, GREY, hair, latin, paperMoney, render } from '../documents';
import { newId } from '../ids';
import { makeLink } from '../links';

export interface StatementLine {
	day: Day;
	text: string;
	/** What is owed more (+) or less (−) by it. */
	amount: Cents;
	balance: Cents;
}

/**
 * What a customer owed, was billed and paid in a period: from the balance before it to the one at its end. What was voided is in neither.
 * @throws Refusal when the period ends before it begins
 */
export function statementOf(db: Orm, customerId: string, from: Day, to: Day) {
	if (to < from) throw new Refusal(say('last-day-before-first'), 'to');
	const customer = db.select().from(customers).where(eq(customers.id, customerId)).get();
	if (!customer) return null;
	const paper = paperWords(customer.language);
	const billed = db
		.select({ day: invoices.day, number: invoices.number, title: invoices.title, total: invoices.total, due: invoices.due })
		.from(invoices)
		.where(and(eq(invoices.customerId, customerId), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt), lte(invoices.day, to)))
		.orderBy(asc(invoices.number))
		.all()
		.map((i) => ({ day: i.day ?? to, text: paper.invoiceLine(i.number, i.title), amount: cents(i.total) }));
	const paid = db
		.select()
		.from(payments)
		.where(and(eq(payments.customerId, customerId), lte(payments.day, to), ne(payments.method, 'on account')))
		.orderBy(asc(payments.at))
		.all()
		.map((p) => ({
			day: p.day,
			text: paper.paidBy(p.method, p.amount < 0, p.reference),
			amount: cents(-p.amount)
		}));
	const all = [...billed, ...paid].sort((a, b) => a.day.localeCompare(b.day));
	const before = sum(all.filter((l) => l.day < from).map((l) => l.amount));
	let balance = before;
	const lines = all
		.filter((l) => l.day >= from)
		.map((l): StatementLine => {
			balance = cents(balance + l.amount);
			return { ...l, balance };
		});
	return {
		customer: { id: customer.id, name: customer.name, address: customer.address, mail: customer.mail, language: customer.language },
		from,
		to,
		before,
		lines,
		balance
	};
}

/** What is open of a customer now, by age, as the statement ends with it. */
const agesOf = (db: Orm, customerId: string, today: Day) =>
	aging(
		db
			.select({ due: invoices.due, total: invoices.total, paid: invoices.paid })
			.from(invoices)
			.where(and(eq(invoices.customerId, customerId), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
			.all()
			.filter((i) => i.total > i.paid)
			.map((i) => ({ due: i.due ?? today, open: cents(i.total - i.paid) })),
		cents(0),
		today
	);

/** A statement of account as a PDF. @param name under which it is kept */
export async function statementDocument(
	app: App,
	customerId: string,
	from: Day,
	to: Day,
	today: Day
): Promise<{ name: string; bytes: Buffer } | null> {
	const s = statementOf(app.db.orm, customerId, from, to);
	if (!s) return null;
	const ages = agesOf(app.db.orm, customerId, today);
	const right = (text: string, more: object = {}) => ({ text, alignment: 'right', ...more });
	const { language } = s.customer;
	const head = letterheadOf(app, language);
	const paper = paperWords(language);
	const dayOf = (day: Day) => latin(dayIn(language, day));
	const money = paperMoney(head);
	const bytes = await render(head, paper.statement, [
		{ stack: [{ text: latin(s.customer.name), bold: true }, { text: latin(s.customer.address) }] },
		{ text: paper.statement, fontSize: 16, bold: true, margin: [0, 18, 0, 0] },
		{ text: latin(paper.period(dayIn(language, from), dayIn(language, to))), color: GREY, margin: [0, 0, 0, 10] },
		{
			table: {
				headerRows: 1,
				widths: [95, '*', 80, 80],
				body: [
					[
						{ text: latin(paper.day), color: GREY },
						{ text: paper.what, color: GREY },
						right(paper.amount, { color: GREY }),
						right(paper.balance, { color: GREY })
					],
					['', paper.balanceBefore, '', right(money(s.before))],
					...s.lines.map((l) => [dayOf(l.day), latin(l.text), right(money(l.amount)), right(money(l.balance))]),
					[
						'',
						{ text: s.balance < 0 ? paper.inYourFavor : paper.balanceToPay, bold: true },
						'',
						right(money(Math.abs(s.balance)), { bold: true })
					]
				]
			},
			layout: hair
		},
		...(to >= today && ages.open > 0
			? [
					{ text: latin(paper.openByAge), bold: true, margin: [0, 16, 0, 2] },
					{
						table: {
							widths: ['*', '*', '*', '*', '*'],
							body: [
								paper.ages.map((t) => right(latin(t), { color: GREY })),
								[ages['not due'], ages['1–30'], ages['31–60'], ages['61–90'], ages['over 90']].map((n) => right(money(n)))
							]
						},
						layout: hair
					}
				]
			: [])
	]);
	return { name: `Statement-${to}.pdf`, bytes };
}

export const sendStatement = serve(contract.sendStatement, (ctx, i) => {
	const s = statementOf(ctx.db, i.customerId, i.from, i.to);
	if (!s) throw new Refusal(say('customer-not-any-more'));
	const own = ctx.get(company, 'company', 'The company');
	const statementId = newId();
	// The link says whose and from when to when: the document is made, and kept as it was, when it is first asked for.
	const linkId = makeLink(ctx, 'document', `statement:${statementId}:${s.customer.id}:${i.from}:${i.to}`);
	ctx.mail({
		to: i.mailTo,
		subject: mailWords(s.customer.language).statement({ company: own.name }).subject,
		text: i.text.includes('{link}') ? i.text : `${i.text}\n\n{link}`,
		linkId,
		about: `customer:${s.customer.id}`
	});
	ctx.happened(`customer:${s.customer.id}`, 'invoices.send-statement', { from: i.from, to: i.to, balance: s.balance }, 'invoices');
	return { statementId };
});
