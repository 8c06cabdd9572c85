import { eq } from 'drizzle-orm';
import { formatQuantity, formatUnitPrice } from '../../core/money';
import { longDay, wallTime } from '../../core/time';
import type { App } from '../app';
import { companyOf } from '../company';
import { orders } from './schema';
import { firms } from '../firms/schema';
import { letterheadOf, GREY, hair, latin, paperMoney, render } from '../documents';
import { linesOf } from './orders';

/** What a supplier may read of an order: what is bought, never for whom or what it was sold at. */
export function supplierOrder(app: App, id: string) {
	const row = app.db.orm
		.select({ order: orders, firm: firms.name })
		.from(orders)
		.innerJoin(firms, eq(firms.id, orders.firmId))
		.where(eq(orders.id, id))
		.get();
	if (!row || row.order.state === 'withdrawn') return null;
	const lines = linesOf(app.db.orm, id).filter((l) => l.bought > 0);
	return {
		number: row.order.number,
		firm: row.firm,
		day: row.order.sentAt === null ? null : wallTime(row.order.sentAt, companyOf(app).zone).day,
		deliverTo: row.order.deliverTo,
		wanted: row.order.wanted,
		note: row.order.note,
		lines: lines.map(({ code, name, unit, packUnit, pack, packs, bought, price, amount }) => ({
			code,
			name,
			unit,
			packUnit,
			pack,
			packs,
			bought,
			price,
			amount
		})),
		total: lines.reduce((a, l) => a + l.amount, 0)
	};
}

/** An order as a PDF with the company's letterhead. */
export async function orderDocument(app: App, id: string): Promise<{ name: string; bytes: Buffer } | null> {
	const o = supplierOrder(app, id);
	if (!o) return null;
	const right = (text: string) => ({ text: latin(text), alignment: 'right' });
	const head = letterheadOf(app);
	const money = paperMoney(head);
	const bytes = await render(head, `Order ${o.number ?? 'draft'}`, [
		{
			columns: [
				{ stack: [{ text: latin(o.firm), bold: true }] },
				{
					stack: [{ text: o.number ? `Order ${o.number}` : 'Draft order', bold: true }, { text: o.day ? longDay(o.day) : '' }],
					alignment: 'right'
				}
			]
		},
		{ text: latin(`Deliver to: ${o.deliverTo || '–'}`), margin: [0, 14, 0, 0] },
		...(o.wanted ? [{ text: latin(`Wanted by ${longDay(o.wanted)}`) }] : []),
		...(o.note ? [{ text: latin(o.note), margin: [0, 6, 0, 0] }] : []),
		{
			margin: [0, 12, 0, 0],
			table: {
				headerRows: 1,
				widths: [70, '*', 110, 60, 70],
				body: [
					[
						'Code',
						'What',
						{ text: 'Quantity', alignment: 'right' },
						{ text: 'Price', alignment: 'right' },
						{ text: 'Amount', alignment: 'right' }
					].map((c) => (typeof c === 'string' ? { text: c, color: GREY } : { ...c, color: GREY })),
					...o.lines.map((l) => [
						latin(l.code),
						latin(l.name),
						right(
							l.pack === null
								? `${formatQuantity(l.bought)} ${l.unit}`
								: `${l.packs} ${l.packUnit || 'packs'} (${formatQuantity(l.bought)} ${l.unit})`
						),
						right(formatUnitPrice(l.price)),
						right(money(l.amount))
					])
				]
			},
			layout: hair
		},
		{ text: `Total ${money(o.total)}`, bold: true, alignment: 'right', margin: [0, 8, 0, 0] }
	]);
	return { name: `Order-${o.number ?? 'draft'}.pdf`, bytes };
}
