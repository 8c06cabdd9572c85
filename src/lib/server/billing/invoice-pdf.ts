import { formatQuantity } from '../../core/money';
import { customerWords, dayIn, paperWords } from '../../core/words';
import type { customerInvoice } from './customer-invoice';
import { type Letterhead, taxRows, totals, hair, latin, paperMoney, render } from '../documents';

/** An invoice as a PDF with the company's letterhead: what its customer's view holds. */
export function invoicePdf(i: NonNullable<ReturnType<typeof customerInvoice>> & { letterhead: Letterhead }): Promise<Buffer> {
	const money = paperMoney(i.letterhead);
	const { language } = i.letterhead;
	const [said, paper] = [customerWords(language), paperWords(language)];
	const w = said.invoice;
	const quantities = i.lines.some((l) => l.quantity !== null);
	return render(i.letterhead, w.title(i.number), [
		{
			columns: [
				{ stack: [{ text: latin(i.customer), bold: true }, { text: latin(i.address) }] },
				{
					stack: [
						{ text: latin(w.title(i.number)), bold: true },
						{ text: i.day ? latin(dayIn(language, i.day)) : '' },
						{ text: i.due ? latin(w.due(dayIn(language, i.due))) : '' }
					],
					alignment: 'right'
				}
			]
		},
		{ text: latin(i.title), fontSize: 16, bold: true, margin: [0, 18, 0, 0] },
		{ text: latin(`${i.job}${i.site ? `, ${i.site}` : ''}`), color: '#5b6468', margin: [0, 0, 0, 10] },
		...(i.state === 'void' ? [{ text: paper.void, bold: true, fontSize: 20, color: '#a43f25' }] : []),
		{
			table: {
				headerRows: 1,
				widths: quantities ? ['*', 70, 90] : ['*', 90],
				body: [
					[
						{ text: paper.what, color: '#5b6468' },
						...(quantities ? [{ text: paper.quantity, alignment: 'right', color: '#5b6468' }] : []),
						{ text: paper.amount, alignment: 'right', color: '#5b6468' }
					],
					...i.lines.map((l) => [
						latin(l.text),
						...(quantities
							? [{ text: l.quantity === null ? '' : latin(`${formatQuantity(l.quantity)} ${l.unit}`), alignment: 'right' }]
							: []),
						{ text: money(l.amount), alignment: 'right' }
					])
				]
			},
			layout: hair
		},
		totals([
			...(i.retained !== 0
				? [
						[{ text: said.net }, { text: money(i.net + i.retained), alignment: 'right' }],
						[{ text: latin(i.retained > 0 ? w.retained : w.released) }, { text: money(-i.retained), alignment: 'right' }]
					]
				: []),
			[{ text: i.retained !== 0 ? w.dueNet : w.net }, { text: money(i.net), alignment: 'right' }],
			...taxRows(i.taxes, money, language),
			[
				{ text: said.total, bold: true, fontSize: 12 },
				{ text: money(i.total), bold: true, fontSize: 12, alignment: 'right' }
			],
			...(i.paid
				? [
						[{ text: w.paidSoFar }, { text: money(i.paid), alignment: 'right' }],
						[
							{ text: w.left, bold: true },
							{ text: money(i.total - i.paid), alignment: 'right', bold: true }
						]
					]
				: [])
		])
	]);
}
