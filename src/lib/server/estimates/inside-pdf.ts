import { computeEstimate, laborSummary, hoursBySheet, perSize, materialList, type LineResult } from '../../core/estimate';
import { dimensionOf, measureLabel, toUnit, unitName, type MeasureName } from '../../core/measure';
import { fixed, formatCents, formatQuantity, formatRate, formatUnitPrice } from '../../core/money';
import { KINDS } from '../../core/pricing';
import { and, eq, inArray } from 'drizzle-orm';
import type { App } from '../app';
import { items } from '../catalog/schema';
import { estimates } from './schema';
import { laborSheets } from '../people/schema';
import { jobs } from '../sales/schema';
import { loadEstimate } from './load';
import { letterheadOf, hair, latin, render } from '../documents';

/** Inside the house amounts stand bare. */
const money = (n: number): string => latin(formatCents(n));

const right = (text: string) => ({ text: latin(text), alignment: 'right' });
const head = (...words: string[]) => words.map((w, i) => ({ text: w, color: '#5b6468', ...(i ? { alignment: 'right' } : {}) }));

/** The inside of an estimate on paper, for us: measures, lines with cost and margin, sums by kind, what has to be had. Null when it is gone. */
export async function insideDocument(app: App, estimateId: string): Promise<{ name: string; bytes: Buffer } | null> {
	const db = app.db.orm;
	const row = db
		.select({ title: estimates.title, job: jobs.name })
		.from(estimates)
		.innerJoin(jobs, eq(jobs.id, estimates.jobId))
		.where(and(eq(estimates.id, estimateId)))
		.get();
	const estimate = loadEstimate(db, estimateId);
	if (!row || !estimate) return null;
	const result = computeEstimate(estimate);
	const t = result.total;
	const size = perSize(result, estimate.system);
	const line = (l: LineResult) =>
		l.line.heading
			? [{ text: latin(l.line.name), bold: true, colSpan: 6 }, {}, {}, {}, {}, {}]
			: [
					latin(`${l.line.name}${l.state === 'aside' ? ' (set aside)' : l.state === 'option' ? ' (option)' : ''}`),
					right(`${formatQuantity(l.quantity)} ${l.line.unit}`),
					right(formatUnitPrice(l.line.unitCost)),
					right(formatUnitPrice(l.line.unitPrice)),
					right(formatRate(l.margin)),
					right(money(l.net))
				];
	const scopes = result.scopes.flatMap((s) => [
		{
			columns: [
				{
					text: latin(`${s.scope.name}${s.state === 'in' ? '' : s.state === 'option' ? ', option' : ', set aside'}`),
					bold: true,
					fontSize: 12
				},
				{ text: `${money(s.price)}, margin ${latin(formatRate(s.margin))}`, alignment: 'right', width: 180 }
			],
			margin: [0, 14, 0, 2]
		},
		{
			text: (Object.entries(s.measures) as [MeasureName, number][])
				.filter(([, v]) => v > 0)
				.map(([m, v]) =>
					latin(
						`${measureLabel(m)} ${fixed(toUnit(v, dimensionOf(m), estimate.system), 1)} ${unitName(dimensionOf(m), estimate.system)}`.trim()
					)
				)
				.join(' · '),
			color: '#5b6468',
			fontSize: 8.5
		},
		{
			table: {
				headerRows: 1,
				widths: ['*', 80, 55, 55, 45, 65],
				body: [head('Line', 'Quantity', 'Cost', 'Price', 'Margin', 'Amount'), ...s.lines.map(line)]
			},
			layout: hair,
			fontSize: 8.5
		}
	]);
	const ids = [...new Set(result.lines.flatMap((l) => l.line.itemId ?? []))];
	const known = new Map((ids.length ? db.select().from(items).where(inArray(items.id, ids)).all() : []).map((i) => [i.id, i]));
	const crews = new Map(
		db
			.select({ id: laborSheets.id, name: laborSheets.name })
			.from(laborSheets)
			.all()
			.map((s) => [s.id, s.name])
	);
	const bytes = await render(letterheadOf(app), `Inside of ${row.title}`, [
		{ text: latin(row.title), fontSize: 16, bold: true },
		{ text: latin(`${row.job} · for us only, not for the customer`), color: '#5b6468' },
		...scopes,
		{ text: 'Sums', bold: true, fontSize: 12, margin: [0, 18, 0, 2] },
		{
			table: {
				widths: ['*', 80, 80, 80],
				body: [
					head('Kind', 'Cost', 'Break-even', 'Price'),
					...KINDS.filter((k) => result.byKind[k].price || result.byKind[k].cost).map((k) => [
						k,
						right(money(result.byKind[k].cost)),
						right(money(result.byKind[k].breakEven)),
						right(money(result.byKind[k].price))
					]),
					[
						{ text: 'All', bold: true },
						right(money(t.cost)),
						right(money(t.breakEven)),
						{ text: money(t.price), alignment: 'right', bold: true }
					]
				]
			},
			layout: hair
		},
		{
			text: latin(
				`Profit ${money(t.profit)}, margin ${formatRate(t.margin)}, ${formatQuantity(t.hours)} hours${size ? `, ${money(size.price)} and ${money(size.profit)} profit a ${size.per}` : ''}.`
			),
			margin: [0, 6, 0, 0]
		},
		{ text: 'What has to be had', bold: true, fontSize: 12, margin: [0, 18, 0, 2] },
		{
			table: {
				headerRows: 1,
				widths: ['*', 110, 80, 80],
				body: [
					head('What', 'Phase', 'Quantity', 'To buy'),
					...materialList(estimate, known).map((m) => [
						latin(`${m.code} ${m.name}`.trim()),
						right(m.phase),
						right(`${formatQuantity(m.quantity)} ${m.unit}`),
						right(m.packs ? `${m.packs.count} ${m.packs.unit}` : '')
					]),
					...[...hoursBySheet(laborSummary(estimate))].map(([sheet, hours]) => [
						latin(`Hours, ${crews.get(sheet ?? '') ?? 'by the line'}`),
						'',
						right(`${formatQuantity(hours)} h`),
						''
					])
				]
			},
			layout: hair,
			fontSize: 8.5
		}
	]);
	return { name: 'Inside.pdf', bytes };
}
