import { formatQuantity } from '../../core/money';
import { longDay } from '../../core/time';
import type { customerInvoice } from './customer-invoice';
import { type Letterhead, taxRows, totals, hair, latin, paperMoney, render } from '../documents';

/** An invoice as a PDF with the company's letterhead: what its customer's view holds. */
export function invoicePdf(i: NonNullable<ReturnType<typeof customerInvoice>> & { letterhead: Letterhead }): Promise<Buffer> {
	const money = paperMoney(i.letterhead);
	const quantities = i.lines.some((l) => l.quantity !== null);
	return render(i.letterhead, `Invoice ${i.number ?? 'draft'}`, [
		{
			columns: [
				{ stack: [{ text: latin(i.customer), bold: true }, { text: latin(i.address) }] },
				{
					stack: [
						{ text: i.number ? `Invoice ${i.number}` : 'Draft', bold: true },
						{ text: i.day ? longDay(i.day) : '' },
						{ text: i.due ? `due ${longDay(i.due)}` : '' }
					],
					alignment: 'right'
				}
			]
		},
		{ text: latin(i.title), fontSize: 16, bold: true, margin: [0, 18, 0, 0] },
		{ text: latin(`${i.job}${i.site ? `, ${i.site}` : ''}`), color: '#5b6468', margin: [0, 0, 0, 10] },
		...(i.state === 'void' ? [{ text: 'VOID', bold: true, fontSize: 20, color: '#a43f25' }] : []),
		{
			table: {
				headerRows: 1,
				widths: quantities ? ['*', 70, 90] : ['*', 90],
				body: [
					[
						{ text: 'What', color: '#5b6468' },
						...(quantities ? [{ text: 'Quantity', alignment: 'right', color: '#5b6468' }] : []),
						{ text: 'Amount', alignment: 'right', color: '#5b6468' }
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
						[{ text: 'Work and materials' }, { text: money(i.net + i.retained), alignment: 'right' }],
						[
							{ text: i.retained > 0 ? 'Less retainage, not due yet' : 'Retainage released' },
							{ text: money(-i.retained), alignment: 'right' }
						]
					]
				: []),
			[{ text: i.retained !== 0 ? 'Due, net' : 'Net' }, { text: money(i.net), alignment: 'right' }],
			...taxRows(i.taxes, money),
			[
				{ text: 'Total', bold: true, fontSize: 12 },
				{ text: money(i.total), bold: true, fontSize: 12, alignment: 'right' }
			],
			...(i.paid
				? [
						[{ text: 'Paid' }, { text: money(i.paid), alignment: 'right' }],
						[
							{ text: 'Left to pay', bold: true },
							{ text: money(i.total - i.paid), alignment: 'right', bold: true }
						]
					]
				: [])
		])
	]);
}
