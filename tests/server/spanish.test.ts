import { beforeAll, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import type { App } from '$lib/server/app';
import { readSignature } from '$lib/server/files/pictures';
import { acceptanceDocument } from '$lib/server/quotes';
import { comingText } from '$lib/server/planning';
import { certificateDocument, handoverDocument } from '$lib/server/site-forms';
import { creditDocument } from '$lib/server/billing';
import { statementDocument } from '$lib/server/receivables';
import { customerQuote, invoiceDocument, quoteDocument } from '$lib/server/screens';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let of: ReturnType<typeof wonJob>;
let revisionId: string;
let invoiceId: string;

/** Words of ours that a customer who reads Spanish must find nowhere. */
const ENGLISH =
	/\b(Quote|Invoice|Work and materials|valid until|Statement|Thank you|Accepted by|Left to pay|Paid|Balance before|please find)\b/;
const letters = (about: string): { subject: string; text: string }[] =>
	app.db.sqlite
		.prepare(`select subject, text from outbox where about = ? and "to" = 'lucia@arroyo.example' order by created_at`)
		.all(about) as { subject: string; text: string }[];

/** A customer who reads Spanish, with a quote, an invoice, a credit on it and a payment. */
beforeAll(async () => {
	({ yard, app } = await freshYard());
	const customerId = yard.call('petra', 'customers.save', {
		customerId: null,
		name: 'Lucía Arroyo',
		kind: 'person',
		mail: 'lucia@arroyo.example',
		phone: '',
		address: '4 Quay Street',
		notes: '',
		language: 'es'
	}).id;
	const jobId = yard.job('Techo Arroyo', customerId, '4 Quay Street', [-47, -131]);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Techo', [], []);
	yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Tejas nuevas', price: 50_000_000 });
	const issued = yard.call('bastian', 'quotes.issue', { estimateId, to: 'lucia@arroyo.example', subject: '', text: '{link}' });
	revisionId = issued.revisionId;
	of = { jobId, estimateId, customerId };
	yard.accept(issued, 'Lucía Arroyo');
	({ invoiceId } = yard.call('petra', 'invoices.contract', { jobId, percent: 5_000 }));
	yard.call('petra', 'invoices.issue', { invoiceId, to: 'lucia@arroyo.example', subject: '', text: '{link}' });
	yard.call('lowell', 'payments.record', { invoiceId, amount: 10_000, method: 'check', reference: '77', day: '2027-04-14' });
});

describe('a customer who reads Spanish', () => {
	it('gets the quote in it: frozen with its language, as a PDF, and the letters about it', async () => {
		const quote = customerQuote(app, revisionId, null);
		expect(quote?.language).toBe('es');
		const pdf = await readPdf((await quoteDocument(app, revisionId))!.bytes);
		expect(pdf.text).toContain('Presupuesto 1001, versión 1');
		expect(pdf.text).toContain('válido hasta el 14 de mayo de 2027');
		expect(pdf.text).toContain('Trabajo y materiales');
		expect(pdf.text).toMatch(/Aceptado por Lucía Arroyo el 14 de abril de 2027/);
		expect(pdf.text).not.toMatch(ENGLISH);
		// What was issued stays in the language it was issued in.
		const version = value<number>(app, 'select version from customers where id = ?', of.customerId);
		const save = { customerId: of.customerId, name: 'Lucía Arroyo', kind: 'person', mail: '', phone: '', address: '', notes: '' } as const;
		yard.call('petra', 'customers.save', { ...save, language: 'en', version });
		expect(customerQuote(app, revisionId, null)?.language).toBe('es');
		yard.call('petra', 'customers.save', { ...save, language: 'es', version: version + 1 });
	});

	it('gets the invoice, a credit and the statement of account in it', async () => {
		const invoice = await readPdf((await invoiceDocument(app, invoiceId))!.bytes);
		expect(invoice.text).toMatch(/Factura \d+/);
		expect(invoice.text).toContain('vence el 28 de abril de 2027');
		expect(invoice.text).toContain('Parte del trabajo según contrato');
		expect(invoice.text).toContain('Por pagar');
		expect(invoice.text).not.toMatch(ENGLISH);
		const line = value<string>(app, 'select id from invoice_lines where invoice_id = ?', invoiceId);
		const lines = [{ id: line, amount: 1_000 }];
		yard.call('petra', 'invoices.credit', { invoiceId, reason: 'Menos tejas', lines, to: '' });
		const credit = await readPdf((await creditDocument(app, value<string>(app, 'select id from credit_notes')))!.bytes);
		expect(credit.text).toContain('Nota de crédito 1');
		expect(credit.text).not.toMatch(ENGLISH);
		const statement = await readPdf((await statementDocument(app, of.customerId, '2027-01-01', '2027-04-14', '2027-04-14'))!.bytes);
		expect(statement.text).toContain('Estado de cuenta');
		expect(statement.text).toContain('Pago con cheque, 77');
		expect(statement.text).not.toMatch(ENGLISH);
	});

	it('gets the record of the acceptance, the report of what was done and a certificate in it', async () => {
		const record = (await readPdf((await acceptanceDocument(app, revisionId))!.bytes)).text;
		expect(record).toContain('Constancia de aceptación');
		expect(record).toMatch(/14 de abril de 2027, 09:20 .*America\/New_York/);
		expect(record).not.toMatch(ENGLISH);
		const { jobId } = of;
		const png = await sharp({ create: { width: 300, height: 120, channels: 4, background: '#112233' } })
			.png()
			.toBuffer();
		const signature = await readSignature(`data:image/png;base64,${png.toString('base64')}`);
		const { handoverId } = yard.call('marco', 'handovers.sign', {
			...{ jobId, shown: { tasks: true, hours: true, materials: true, pictures: true }, note: 'Todo limpio', signedBy: 'Lucía Arroyo' },
			...{ signature, mailTo: '' }
		});
		const report = (await readPdf((await handoverDocument(app, handoverId))!.bytes)).text;
		for (const words of ['Informe de entrega', 'Firmado', 'Lo que se hizo', 'Cliente', '14 de abril de 2027'])
			expect(report).toContain(words);
		expect(report).not.toMatch(/\b(Handover|Signed|Customer|What was done|Materials)\b/);
		const { recordId } = yard.call('marco', 'forms.begin', { jobId, form: 'roof-inspection' });
		const values = {
			covering: 'good',
			ridge: 'good',
			flashing: 'worn',
			moisture: '14.5',
			ventilation: 'good',
			gutters: 'good',
			fall: '0.25',
			tested: 'dry'
		};
		yard.call('marco', 'forms.save', { recordId, values, pictures: [] });
		yard.call('marco', 'forms.sign', {
			recordId,
			leadName: 'Marco',
			leadSignature: signature,
			customerName: 'Lucía Arroyo',
			customerSignature: signature
		});
		yard.call('petra', 'forms.approve', { recordId });
		const certificate = (await readPdf((await certificateDocument(app, recordId))!.bytes)).text;
		for (const words of [
			'Certificado de inspección del techo',
			'Número 1001',
			'Jefe de cuadrilla',
			'Humedad del entablado',
			'gastado',
			'bueno'
		])
			expect(certificate).toContain(words);
		yard.call('petra', 'forms.mail', { kind: 'certificate', id: recordId, to: 'lucia@arroyo.example', subject: '', text: '' });
		expect(letters(`job:${jobId}`).at(-1)).toMatchObject({
			subject: 'Certificado de inspección del techo 1001',
			text: expect.stringContaining('aquí encuentra el documento')
		});
		yard.plan(jobId, '', ['marco'], '2027-04-20', '2027-04-20');
		expect(comingText(app, jobId, '2027-04-14')).toMatchObject({
			subject: 'Vamos el 20 de abril de 2027',
			text: expect.stringContaining('Hola, Lucía Arroyo')
		});
		expect(certificate).not.toMatch(/\b(Certificate|Inspected|Approved|Customer|good|worn|at least|at most)\b/);
	});

	it('is mailed in it', () => {
		const all = letters(`job:${of.jobId}`);
		expect(all.map((m) => m.subject)).toEqual([
			'Presupuesto 1001 de Pellgrave Roofing & Rainwater',
			'Gracias: el presupuesto 1001 está aceptado',
			expect.stringMatching(/^Factura \d+ de Pellgrave/),
			'Certificado de inspección del techo 1001'
		]);
		for (const m of all) expect(`${m.subject} ${m.text}`).not.toMatch(ENGLISH);
	});
});
