import { writeUbl, type UblDocument } from '../../core/books';
import { cents } from '../../core/money';
import type { App } from '../app';
import { customerCredit, customerInvoice } from '../billing';
import { companyOf } from '../company';

/** An issued invoice as UBL 2.1, of what its customer may read; null when there is none. @throws Refusal where a figure does not hold */
export function invoiceUbl(app: App, invoiceId: string): { name: string; text: string } | null {
	const v = customerInvoice(app, invoiceId);
	const own = companyOf(app);
	if (!v || v.number === null || v.day === null || v.state === 'void') return null;
	const retained = Math.max(0, v.retained);
	const document: UblDocument = {
		kind: 'invoice',
		...{ number: String(v.number), day: v.day, due: v.due, currency: 'USD' },
		seller: { name: own.name, address: own.address, mail: own.mail },
		buyer: { name: v.customer, address: v.address, mail: '' },
		lines: v.retained < 0 ? [...v.lines, { text: 'Retainage released', amount: cents(-v.retained), quantity: null, unit: '' }] : v.lines,
		taxes: v.taxes.map((t) => ({ ...t, componentId: t.name })),
		net: cents(v.net + retained),
		total: cents(v.total + retained),
		paid: v.paid,
		retained: cents(retained),
		off: v.parts
	};
	return { name: `invoice-${v.number}.xml`, text: writeUbl(document) };
}

/** A credit note as UBL 2.1, with positive figures and the number of its invoice; null when there is none. @throws Refusal */
export function creditUbl(app: App, creditId: string): { name: string; text: string } | null {
	const c = customerCredit(app, creditId);
	const own = companyOf(app);
	if (!c) return null;
	const text = writeUbl({
		kind: 'credit note',
		...{ number: String(c.number), of: String(c.invoice ?? ''), day: c.day, due: null, currency: 'USD' },
		seller: { name: own.name, address: own.address, mail: own.mail },
		buyer: { name: c.customer, address: c.address, mail: '' },
		lines: c.lines,
		taxes: c.taxes.map((t) => ({ ...t, componentId: t.name })),
		...{ net: c.net, total: c.total, paid: cents(0), retained: cents(0), off: 1 }
	});
	return { name: `credit-${c.number}.xml`, text };
}
