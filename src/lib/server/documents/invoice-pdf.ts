import { formatQuantity, type ComponentTax } from '../../core/money';
import type { Letterhead } from './letterhead';
import { taxRows, totals } from './quote-pdf';
import { hair, latin, money, render } from './render';

/** An invoice as a PDF with the company's letterhead. */
export function invoicePdf(i: {
	letterhead: Letterhead;
	number: number | null;
	day: string;
	due: string;
	customer: string;
	address: string;
	job: string;
	title: string;
	lines: { text: string; quantity: number | null; unit: string; amount: number }[];
	net: number;
	taxes: ComponentTax[];
	total: number;
	paid: number;
	void: boolean;
}): Promise<Buffer> {
	return render(i.letterhead, `Invoice ${i.number ?? 'draft'}`, [
		{
			columns: [
				{ stack: [{ text: latin(i.customer), bold: true }, { text: latin(i.address) }] },
				{
					stack: [{ text: i.number ? `Invoice ${i.number}` : 'Draft', bold: true }, { text: i.day }, { text: i.due ? `due ${i.due}` : '' }],
					alignment: 'right'
				}
			]
		},
		{ text: latin(i.title), fontSize: 16, bold: true, margin: [0, 18, 0, 0] },
		{ text: latin(i.job), color: '#5b6468', margin: [0, 0, 0, 10] },
		...(i.void ? [{ text: 'VOID', bold: true, fontSize: 20, color: '#a43f25' }] : []),
		{
			table: {
				headerRows: 1,
				widths: ['*', 70, 90],
				body: [
					[
						{ text: 'What', color: '#5b6468' },
						{ text: 'Quantity', alignment: 'right', color: '#5b6468' },
						{ text: 'Amount', alignment: 'right', color: '#5b6468' }
					],
					...i.lines.map((l) => [
						latin(l.text),
						{ text: l.quantity === null ? '' : latin(`${formatQuantity(l.quantity)} ${l.unit}`), alignment: 'right' },
						{ text: money(l.amount), alignment: 'right' }
					])
				]
			},
			layout: hair
		},
		totals([
			[{ text: 'Net' }, { text: money(i.net), alignment: 'right' }],
			...taxRows(i.taxes),
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
