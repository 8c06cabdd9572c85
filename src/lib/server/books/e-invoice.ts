import { writeUbl, type UblDocument } from '../../core/books';
import { cents } from '../../core/money';
import type { App } from '../app';
import { customerInvoice } from '../billing/customer-invoice';
import { companyOf } from '../company/settings';

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
