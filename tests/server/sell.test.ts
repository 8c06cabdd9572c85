import { beforeEach, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { payerOnSite, saleOnSite } from '$lib/server/screens/sale-on-site';
import { readSignature } from '$lib/server/files/pictures';
import { searchServices } from '$lib/server/flat-rate/queries';
import { payByCard } from '$lib/server/receivables/card';
import { buildFlatRate } from '../../src/demo/flat-rate';
import { buildRates } from '../../src/demo/rates';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let signature: string;
let service: { id: string; title: string };
beforeEach(async () => {
	({ yard, app } = await freshYard());
	buildRates(yard, '2027-04-14');
	buildFlatRate(yard, '2027-04-14');
	yard.at('2027-04-14', '09:20');
	({ jobId } = wonJob(yard));
	service = searchServices(app, 'reseal')[0]!;
	const png = await sharp({ create: { width: 300, height: 120, channels: 4, background: '#112233' } })
		.png()
		.toBuffer();
	signature = await readSignature(`data:image/png;base64,${png.toString('base64')}`);
});
const offer = (more: Partial<Input<'field.offer'>> = {}, hours: number | null = null) =>
	yard.call('marco', 'field.offer', {
		...{ jobId, title: 'While we are here', services: [{ serviceId: service.id, quantity: 10_000, hours }], items: [] },
		...more
	});
const sign = (revisionId: string, more: Partial<Input<'field.sign-sale'>> = {}) =>
	yard.call('marco', 'field.sign-sale', { revisionId, name: 'C. Customer', agreed: true, signature, ...more });
const money = () =>
	app.db.sqlite.prepare('select contract_net n, contract_tax t from jobs where id = ?').get(jobId) as { n: number; t: number };

describe('selling on the spot', () => {
	it('shows the price first, then a signature puts it into the contract and onto an issued invoice, once', () => {
		const before = money();
		const { revisionId, total } = offer();
		expect(money()).toEqual(before);
		expect(saleOnSite(app, jobId, revisionId)).toMatchObject({ state: 'open', total, invoice: null });
		sign(revisionId);
		sign(revisionId);
		const after = money();
		expect(after.n + after.t - before.n - before.t).toBe(total);
		const { invoice } = saleOnSite(app, jobId, revisionId)!;
		expect(invoice).toMatchObject({ total, paid: 0, number: expect.any(Number) });
		expect(count(app, 'select count(*) from invoices where job_id = ?', jobId)).toBe(1);
		expect(value(app, "select count(*) from outbox where \"to\" = 'c@customer.example' and subject like 'Invoice%'")).toBe(1);
	});
	it('takes other hours for this job: twice the hours cost more, none leave the materials', () => {
		const price = (hours: number | null) => offer({}, hours).total;
		const usual = value<number>(app, 'select hours from flat_services where id = ?', service.id);
		expect(price(usual)).toBe(price(null));
		expect(price(usual * 2)).toBeGreaterThan(price(null));
		expect(price(0)).toBeLessThan(price(null));
	});
	it('sells items of the catalog beside services, at the customer’s price; nobody’s cost is in what is shown', () => {
		const item = app.db.sqlite.prepare("select id, cost from items where code = 'TS-SHL-LAM'").get() as { id: string; cost: number };
		const { revisionId, total } = offer({ services: [], items: [{ itemId: item.id, quantity: 30_000 }] });
		expect(total).toBeGreaterThan(0);
		const shown = JSON.stringify(saleOnSite(app, jobId, revisionId));
		expect(shown).toContain('Shingle');
		expect(shown).not.toMatch(/unitCost|loadedCost|breakEven|margin|profit/);
	});
	it('not now takes it back whole, and it cannot be signed after', () => {
		const before = money();
		const { revisionId } = offer();
		yard.call('marco', 'field.drop-offer', { revisionId });
		expect(refused(() => sign(revisionId))[1]).toContain('withdrawn');
		expect(money()).toEqual(before);
		expect(count(app, 'select count(*) from invoices where job_id = ?', jobId)).toBe(0);
	});
	it('is refused at its field: nothing chosen, no signature, not agreed; and a customer’s own quote is not signed here', () => {
		expect(refused(() => offer({ services: [] }))[0]).toBe('services');
		const { revisionId } = offer();
		expect(refused(() => sign(revisionId, { signature: '' }))[0]).toBe('signature');
		expect(refused(() => sign(revisionId, { agreed: false }))[0]).toBe('agreed');
		const sent = value<string>(app, "select id from revisions where sent_to <> ''");
		expect(refused(() => sign(sent))[1]).toContain('not offered on site');
		expect(refused(() => yard.call('lowell', 'field.drop-offer', { revisionId }))[1]).toContain('may not');
	});
	it('is paid by card on the phone as its customer, part or all, and the same post twice pays once', async () => {
		const { revisionId, total } = offer();
		expect(payerOnSite(app, jobId, revisionId)).toBeNull();
		sign(revisionId);
		const payer = payerOnSite(app, jobId, revisionId)!;
		const card = { amount: '20.00', number: '4000 0000 0000 0001', expiry: '09/29', code: '123', key: 'one' };
		expect((await payByCard(app, payer, card)).state).toBe('paid');
		await payByCard(app, payer, card);
		expect(saleOnSite(app, jobId, revisionId)!.invoice).toMatchObject({ total, paid: 2000 });
	});
});
