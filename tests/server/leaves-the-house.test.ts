import { beforeAll, describe, expect, it } from 'vitest';
import { formatCents, parseUnitPrice } from '$lib/core/money';
import type { App } from '$lib/server/app';
import { customerInvoice } from '$lib/server/billing/customer-invoice';
import { letters } from '$lib/server/company/queries';
import { invoiceDocument, quoteDocument } from '$lib/server/screens/documents';
import { customerQuote } from '$lib/server/screens/customer-quote';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
let n = 0;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});

/** What must never leave: a hidden line’s name and price, and the cost of what is shown. */
const HIDDEN = ['Permit fee kept back', '51.67', '37.91'];
/** Names and prices of lines, which leave only where the layout shows lines, or their amounts. */
const LINES = ['Membrane in two plies', 'Flashing at the parapet'];
const LINE_PRICES = ['1,234.56', '789.12'];
const SCOPE = '2,075.35';

/** A quote with two shown lines and a hidden one, issued in a layout. */
function issued(layout: Record<string, unknown>) {
	n += 1;
	const customerId = yard.customer(`House ${n}`, 'person', `house${n}@customer.example`, '', `${n} Gull Street`);
	const jobId = yard.job(`House ${n}`, customerId, `${n} Gull Street`, [0, 0]);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Low roof', [['typed', { measure: 'area', value: '500' }]], []);
	const line = (name: string, price: string) =>
		yard.call('bastian', 'estimates.add-line', { scopeId, name, kind: 'material', price: parseUnitPrice(price), cost: 379_100 }).lineId;
	line(LINES[0]!, '1234.56');
	line(LINES[1]!, '789.12');
	const hidden = line(HIDDEN[0]!, '51.67');
	yard.call('bastian', 'estimates.change-line', { lineId: hidden, field: 'hidden', value: 'true' });
	const q = yard.given('bastian', 'quotes.issue', {
		...{ estimateId, to: `house${n}@customer.example`, subject: 'Your quote', text: '{link}', layout }
	});
	return { ...q, customerId, jobId, estimateId, scopeId, mail: `house${n}@customer.example` };
}
/** All that leaves of a quote: what its page is made from, its PDF, its mails. */
async function quoteLeaves(q: ReturnType<typeof issued>) {
	const data = JSON.stringify(customerQuote(app, q.revisionId, null));
	const pdf = (await readPdf((await quoteDocument(app, q.revisionId))!.bytes)).text;
	const mails = letters(app, { role: 'owner' })
		.filter((m) => m.to === q.mail)
		.map((m) => `${m.subject} ${m.text}`)
		.join();
	return { data, pdf, mails, all: [readable(data), pdf, mails].join('\n') };
}
/** Amounts within data as people read them, beside the data itself. */
const readable = (data: string): string => `${data} ${[...data.matchAll(/:(-?\d+)\b/g)].map((m) => formatCents(Number(m[1]))).join(' ')}`;

const LAYOUTS = ['one page', 'detailed', 'proposal'].flatMap((layout) =>
	['scopes', 'lines'].flatMap((detail) => ['lines', 'scopes', 'total'].map((amounts) => ({ layout, detail, amounts, dataSheets: false })))
);

describe('what leaves the house', () => {
	it.each(LAYOUTS)('of a quote laid out as %j is what that layout shows, on page, PDF and in mails', async (layout) => {
		const q = issued(layout);
		const { all, data } = await quoteLeaves(q);
		for (const secret of HIDDEN) expect(all, secret).not.toContain(secret);
		const lined = layout.detail === 'lines' && layout.layout !== 'one page';
		for (const name of LINES) expect(all.includes(name), name).toBe(lined);
		const priced = lined && layout.amounts === 'lines';
		for (const price of LINE_PRICES) expect(all.includes(price), price).toBe(priced);
		expect(all).toContain(formatCents(value<number>(app, 'select total from revisions where id = ?', q.revisionId)));
		for (const inner of [q.jobId, q.estimateId, q.customerId]) expect(data).not.toContain(inner);
	});
	it.each(LAYOUTS.filter((l) => l.layout === 'detailed'))('of its invoices too: %j', async (layout) => {
		const q = issued(layout);
		yard.accept(q, 'Cora');
		const ids = [
			yard.bill('invoices.deposit', { jobId: q.jobId, deposit: { by: 'percent', percent: 3_000 } }, q.mail),
			yard.bill('invoices.contract', { jobId: q.jobId, percent: 6_000 }, q.mail),
			yard.bill('invoices.contract', { jobId: q.jobId, percent: 10_000 }, q.mail)
		];
		for (const [step, id] of ids.entries()) {
			const view = customerInvoice(app, id)!;
			const data = JSON.stringify(view);
			const pdf = (await readPdf((await invoiceDocument(app, id))!.bytes)).text;
			const all = [readable(data), pdf].join('\n');
			expect(all).not.toContain(HIDDEN[0]);
			const lined = layout.detail === 'lines' && layout.amounts === 'lines' && step > 0;
			for (const name of LINES) expect(all.includes(name), `${name} of invoice ${step}`).toBe(lined);
			// What is read adds up to what is owed, whatever is kept back.
			expect(view.lines.reduce((a, l) => a + l.amount, 0)).toBe(view.net);
			for (const inner of [q.jobId, q.customerId]) expect(data).not.toContain(inner);
		}
		const deposit = customerInvoice(app, ids[0]!)!;
		expect(deposit.lines).toEqual([{ text: 'Deposit, 30 %', amount: deposit.net, quantity: null, unit: '' }]);
	});
	it('is asked about only by what can be read: a line that is not shown is none', () => {
		const q = issued({ layout: 'detailed', detail: 'scopes', amounts: 'scopes', dataSheets: false });
		const lineId = value<string>(app, 'select id from lines where scope_id = ? limit 1', q.scopeId);
		const link = yard.link('quote', q.linkId, q.revisionId);
		const ask = (aboutId: string) => yard.call(link, 'quotes.ask', { aboutId, asked: `Why ${aboutId}?`, name: '' }).questionId;
		expect(value(app, 'select about from quote_questions where id = ?', ask(lineId))).toBe('');
		expect(value(app, 'select about from quote_questions where id = ?', ask(q.scopeId))).toBe('Low roof');
		expect(customerQuote(app, q.revisionId, null)!.view.scopes[0]!.amount).toBe(Number(SCOPE.replace(/[,.]/g, '')));
	});
});

describe('measures in a customer’s text', () => {
	it('follow the shapes until it is issued, on copies and in text that was changed by hand, and stay as they were issued', async () => {
		const estimateId = yard.estimate(yard.job('Rooms', yard.customer('Rooms', 'person', '', '', ''), '', [0, 0]));
		const scopeId = yard.scope(estimateId, 'Bedroom', [['room', { length: '14', width: '16', height: '8', openings: '3 x 7 door' }]], []);
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Painting {walls}', kind: 'other', price: 9_000_000, cost: 4_000_000 });
		yard.call('bastian', 'estimates.change-scope', {
			scopeId,
			wording: 'We paint {walls} of wall and {ceiling} of ceiling. {nothing} stays.'
		});
		yard.call('bastian', 'estimates.copy-scope', { scopeId, name: 'Small bedroom' });
		const copy = value<string>(app, "select id from scopes where estimate_id = ? and name = 'Small bedroom'", estimateId);
		const shapeId = value<string>(app, 'select id from shapes where scope_id = ?', copy);
		const room = (length: string, width: string) =>
			yard.call('bastian', 'estimates.put-shape', {
				...{ scopeId: copy, shapeId, kind: 'room', typed: { length, width, height: '8', openings: '3 x 7 door; 4 x 3' } }
			});
		room('12', '12');
		const q = yard.issue(estimateId, '');
		const texts = () => customerQuote(app, q.revisionId, null)!.view.scopes.map((s) => s.wording);
		expect(texts()).toEqual([
			'We paint 459 sq ft of wall and 224 sq ft of ceiling. {nothing} stays.',
			'We paint 351 sq ft of wall and 144 sq ft of ceiling. {nothing} stays.'
		]);
		expect((await readPdf((await quoteDocument(app, q.revisionId))!.bytes)).text).toContain('351 sq ft of wall');
		room('20', '20');
		expect(texts()[1]).toContain('351 sq ft');
		yard.accept(q, 'R');
		expect(value(app, "select text from contract_lines where scope = 'Small bedroom'")).toBe('Painting 351 sq ft');
	});
});

describe('a customer’s link', () => {
	it('is read only by who may send it', () => {
		const q = issued({ layout: 'detailed', detail: 'scopes', amounts: 'scopes', dataSheets: false });
		const textFor = (role: 'owner' | 'office' | 'bookkeeper') => letters(app, { role: role }).find((m) => m.to === q.mail)!.text;
		expect(textFor('office')).toMatch(/\/q\/[\w-]{43}/);
		expect(textFor('bookkeeper')).not.toContain('/q/');
	});
	it('can be ended, and renewed: the old one opens nothing, letters carry the new one', async () => {
		const { linkActor, linkUrl, linkFor } = await import('$lib/server/links');
		const q = issued({ layout: 'detailed', detail: 'scopes', amounts: 'scopes', dataSheets: false });
		const tokenOf = (url: string | null) => url?.split('/q/')[1] ?? '';
		const first = tokenOf(linkUrl(app, q.linkId));
		expect(refused(() => yard.call('lowell', 'quotes.renew-link', { subjectId: q.revisionId, renew: true }))[1]).toContain('may not');
		yard.call('petra', 'quotes.renew-link', { subjectId: q.revisionId, renew: true });
		const second = tokenOf(linkFor(app, 'quote', q.revisionId));
		expect(linkActor(app, 'quote', first)).toBeNull();
		expect(linkActor(app, 'quote', second)?.subjectId).toBe(q.revisionId);
		expect(letters(app, { role: 'owner' }).find((m) => m.to === q.mail)!.text).toContain(second);
		yard.call('petra', 'quotes.renew-link', { subjectId: q.revisionId, renew: false });
		expect(linkActor(app, 'quote', second)).toBeNull();
		expect(linkFor(app, 'quote', q.revisionId)).toBeNull();
	});
});
