import { customerWords, dayIn, paperWords } from '../../core/words';
import type { App } from '../app';
import { letterheadOf, taxRows, totals, GREY, hair, latin, paperMoney, render } from '../documents';
import { customerCredit } from './customer-invoice';

/** A credit note as a PDF with the company's letterhead: what its customer's view holds. */
export async function creditDocument(app: App, id: string): Promise<{ name: string; bytes: Buffer } | null> {
	const c = customerCredit(app, id);
	if (!c) return null;
	const right = (text: string, more: object = {}) => ({ text, alignment: 'right', ...more });
	const head = letterheadOf(app, c.language);
	const [paper, said] = [paperWords(c.language), customerWords(c.language)];
	const money = paperMoney(head);
	const bytes = await render(head, paper.credit(c.number), [
		{
			columns: [
				{ stack: [{ text: latin(c.customer), bold: true }, { text: latin(c.address) }] },
				{
					stack: [
						{ text: latin(paper.credit(c.number)), bold: true },
						{ text: latin(dayIn(c.language, c.day)) },
						{ text: paper.onInvoice(c.invoice ?? '') }
					],
					alignment: 'right'
				}
			]
		},
		{ text: latin(c.job), fontSize: 16, bold: true, margin: [0, 18, 0, 0] },
		{ text: latin(c.reason), color: GREY, margin: [0, 0, 0, 10] },
		{
			table: {
				headerRows: 1,
				widths: ['*', 90],
				body: [
					[{ text: paper.takenBack, color: GREY }, right(paper.amount, { color: GREY })],
					...c.lines.map((l) => [latin(l.text), right(money(l.amount))])
				]
			},
			layout: hair
		},
		totals([
			[{ text: said.invoice.net }, right(money(c.net))],
			...taxRows(c.taxes, money, c.language),
			[{ text: latin(paper.creditTotal), bold: true, fontSize: 12 }, right(money(c.total), { bold: true, fontSize: 12 })]
		])
	]);
	return { name: `Credit-${c.number}.pdf`, bytes };
}
