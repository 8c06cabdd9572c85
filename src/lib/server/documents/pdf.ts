import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { formatCents, formatQuantity, formatRate, type ComponentTax } from '../../core/money';
import type { QuoteView } from '../../core/estimate';
import type { Letterhead } from './letterhead';

const require = createRequire(import.meta.url);
interface PdfMake {
	setFonts(f: object): void;
	virtualfs: { writeFileSync(name: string, data: Buffer): void };
	setUrlAccessPolicy(p: () => boolean): void;
	setLocalAccessPolicy(p: (path: string) => boolean): void;
	createPdf(doc: object): { getBuffer(): Promise<Buffer> };
}

let ready: PdfMake | null = null;
/** The PDF maker with our own fonts; it may read nothing else, neither from the disk nor from the network. */
function maker(): PdfMake {
	if (ready) return ready;
	const pdf = require('pdfmake') as PdfMake;
	const file = (weight: number, style: string) =>
		require.resolve(`@fontsource/public-sans/files/public-sans-latin-${weight}-${style}.woff`);
	const files = { normal: file(400, 'normal'), bold: file(700, 'normal'), italics: file(400, 'italic'), bolditalics: file(700, 'italic') };
	for (const [name, path] of Object.entries(files)) pdf.virtualfs.writeFileSync(`${name}.woff`, readFileSync(path));
	pdf.setFonts({ PublicSans: Object.fromEntries(Object.keys(files).map((k) => [k, `${k}.woff`])) });
	pdf.setUrlAccessPolicy(() => false);
	pdf.setLocalAccessPolicy(() => false);
	ready = pdf;
	return pdf;
}

/** The latin faces lack a few characters; what they lack is written with what they have. */
export const latin = (s: string): string => s.replaceAll('−', '-').replaceAll('\u202f', ' ');
export const money = (n: number): string => latin(formatCents(n));

function frame(head: Letterhead, title: string, content: object[]): object {
	return {
		info: { title, author: head.name, subject: title },
		pageSize: 'LETTER',
		pageMargins: [54, 96, 54, 64],
		defaultStyle: { font: 'PublicSans', fontSize: 10, lineHeight: 1.25, color: '#23282b' },
		header: {
			margin: [54, 34, 54, 0],
			columns: [
				{
					stack: [
						{ text: latin(head.name), bold: true, fontSize: 15, color: head.color },
						{ text: latin(head.line), fontSize: 8.5, color: '#5b6468' }
					]
				},
				{ text: latin(head.contact), alignment: 'right', fontSize: 8.5, color: '#5b6468' }
			]
		},
		footer: (page: number, pages: number) => ({
			margin: [54, 20, 54, 0],
			columns: [
				{ text: latin(head.footer), fontSize: 8, color: '#5b6468' },
				{ text: `${page} of ${pages}`, alignment: 'right', fontSize: 8, color: '#5b6468' }
			]
		}),
		content
	};
}

/** A document of the company: its letterhead above, its foot and the page numbers below. */
export const render = (head: Letterhead, title: string, content: object[]): Promise<Buffer> =>
	maker()
		.createPdf(frame(head, title, content))
		.getBuffer();

export const hair = {
	hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
	vLineWidth: () => 0,
	hLineColor: () => '#c9cdc6',
	paddingLeft: () => 0,
	paddingRight: () => 0,
	paddingTop: () => 4,
	paddingBottom: () => 4
};
const taxRows = (taxes: readonly ComponentTax[]) =>
	taxes.map((t) => [
		{ text: `${t.name}, ${latin(formatRate(t.rate, 2))} of ${money(t.base)}`, color: '#5b6468' },
		{ text: money(t.tax), alignment: 'right' }
	]);
const totals = (rows: object[][]) => ({ margin: [0, 12, 0, 0], table: { widths: ['*', 90], body: rows }, layout: hair });

/** A quote revision as a PDF with the company's letterhead. */
export function quotePdf(q: {
	letterhead: Letterhead;
	number: number;
	revision: number;
	/** The change order it offers. */
	change?: number | undefined;
	day: string;
	validUntil: string;
	title: string;
	customer: string;
	site: string;
	intro: string;
	terms: string;
	view: QuoteView;
	accepted: { name: string; day: string } | null;
}): Promise<Buffer> {
	const included = q.view.scopes.filter((s) => !s.option || s.chosen);
	const options = q.view.scopes.filter((s) => s.option && !s.chosen);
	const scope = (s: QuoteView['scopes'][number]) => [
		{
			columns: [
				{ text: latin(s.name), bold: true },
				{ text: money(s.amount), alignment: 'right', bold: true, width: 90 }
			],
			margin: [0, 10, 0, 2]
		},
		...(s.wording ? [{ text: latin(s.wording), color: '#4b5457' }] : [])
	];
	return maker()
		.createPdf(
			frame(q.letterhead, `Quote ${q.number}`, [
				{
					columns: [
						{ stack: [{ text: latin(q.customer), bold: true }, { text: latin(q.site) }] },
						{
							stack: [
								{
									text: `${q.change ? `Change order ${q.change}, quote` : 'Quote'} ${q.number}, revision ${q.revision}`,
									bold: true
								},
								{ text: q.day },
								{ text: `valid until ${q.validUntil}` }
							],
							alignment: 'right'
						}
					]
				},
				{ text: latin(q.title), fontSize: 16, bold: true, margin: [0, 18, 0, 4] },
				{ text: latin(q.intro) },
				...included.flatMap(scope),
				...(options.length > 0
					? [{ text: 'Add if you like', bold: true, fontSize: 12, margin: [0, 16, 0, 0] }, ...options.flatMap(scope)]
					: []),
				totals([
					...(q.view.discount ? [[{ text: 'Discount' }, { text: `-${money(q.view.discount)}`, alignment: 'right' }]] : []),
					[{ text: 'Work and materials' }, { text: money(q.view.totals.net), alignment: 'right' }],
					...taxRows(q.view.totals.taxes),
					[
						{ text: 'Total', bold: true, fontSize: 12 },
						{ text: money(q.view.totals.total), bold: true, fontSize: 12, alignment: 'right' }
					]
				]),
				{ text: 'Terms', bold: true, margin: [0, 18, 0, 2] },
				{ text: latin(q.terms), fontSize: 9, color: '#4b5457' },
				...(q.accepted ? [{ text: latin(`Accepted by ${q.accepted.name} on ${q.accepted.day}.`), bold: true, margin: [0, 16, 0, 0] }] : [])
			])
		)
		.getBuffer();
}

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
	return maker()
		.createPdf(
			frame(i.letterhead, `Invoice ${i.number ?? 'draft'}`, [
				{
					columns: [
						{ stack: [{ text: latin(i.customer), bold: true }, { text: latin(i.address) }] },
						{
							stack: [
								{ text: i.number ? `Invoice ${i.number}` : 'Draft', bold: true },
								{ text: i.day },
								{ text: i.due ? `due ${i.due}` : '' }
							],
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
			])
		)
		.getBuffer();
}
