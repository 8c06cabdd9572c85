import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { letters } from '$lib/server/company/queries';
import { webTexts } from '$lib/server/ports/texts';
import { remindDue } from '$lib/server/quotes/reminders';
import { sendDue } from '$lib/server/outbox';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, refused } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
const posted: { method: string; body: unknown }[] = [];
let status = 202;
const service = createServer((q, r) => {
	const parts: Buffer[] = [];
	q.on('data', (c: Buffer) => parts.push(c));
	q.on('end', () => {
		posted.push({ method: q.method ?? '', body: JSON.parse(Buffer.concat(parts).toString()) });
		r.writeHead(status);
		r.end(status === 202 ? 'queued' : 'no credit');
	});
});
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
	await new Promise<void>((go) => service.listen(0, '127.0.0.1', go));
});
afterAll(() => service.close());
let n = 0;
function issue(more: Record<string, unknown>) {
	const customerId = yard.customer(`Text ${++n}`, 'person', '', '555 010 2233', `${n} Gull Street`);
	const estimateId = yard.estimate(yard.job(`Text ${n}`, customerId, `${n} Gull Street`, [0, 0]));
	const scopeId = yard.scope(estimateId, 'Work', [], []);
	yard.call('bastian', 'estimates.add-line', { scopeId, name: 'All of it', kind: 'material', price: 1_000_000, cost: 200_000 });
	return yard.call('bastian', 'quotes.issue', { estimateId, to: '', subject: '', text: '{link}', ...more });
}
const texts = () => letters(app, { role: 'owner' }).filter((l) => l.channel === 'text');

describe('a quote by text message', () => {
	it('goes to each phone with its words and link filled in, beside the mail or without one', async () => {
		issue({ textTo: '555 010 2233, +1 (555) 010-9090', message: '{company}: {total}, {link}' });
		await sendDue(app);
		expect(texts().map((t) => [t.to, t.state])).toEqual([
			['+15550109090', 'sent'],
			['5550102233', 'sent']
		]);
		expect(texts()[0]?.text).toMatch(/^Pellgrave Roofing & Rainwater: \$100\.00, http\S+\/q\/[\w-]{20,}$/);
		expect(count(app, "select count(*) from outbox where channel = 'mail' and subject like 'Quote%'")).toBe(0);
	});
	it('has its link even where nobody wrote it, and a usual wording', () => {
		issue({ textTo: '5550107', message: 'See here' });
		expect(texts()[0]?.text).toMatch(/^See here http/);
		issue({ textTo: '5550107' });
		expect(texts()[0]?.text).toMatch(/your quote \d+ over \$100\.00 is here: http/);
	});
	it('is refused beside its field for what is no phone, and tells one that does not exist', async () => {
		const before = count(app, 'select count(*) from outbox');
		expect(refused(() => issue({ textTo: 'call me' }))).toEqual(['textTo', '“call me” is not a phone number.']);
		expect(refused(() => issue({ textTo: '5550107', message: '{price}' }))[0]).toBe('message');
		expect(refused(() => issue({ textTo: Array.from({ length: 6 }, (_, i) => `555010${i}${i}`).join() }))[1]).toContain('at most 5');
		expect(count(app, 'select count(*) from outbox')).toBe(before);
		issue({ textTo: '555 010 0000' });
		await sendDue(app);
		expect(texts()[0]).toMatchObject({ state: 'failed', message: '550 no such number' });
	});
	it('is reminded of the same way, once', () => {
		issue({ textTo: '555 011 7777' });
		clock.at += 6 * 86_400_000;
		app.run(remindDue, {}, { type: 'system' });
		app.run(remindDue, {}, { type: 'system' });
		const own = texts().filter((t) => t.to === '5550117777');
		expect(own.length).toBe(2);
		expect(own[0]?.text).toMatch(/over \$100\.00 is valid until May 14, 2027\. http/);
	});
});

describe('the text message service', () => {
	it('is sent JSON, and what it refuses is tried again by the outbox', async () => {
		const port = webTexts(`http://127.0.0.1:${(service.address() as AddressInfo).port}/send`);
		expect(await port.send({ from: 'Pellgrave', to: '+15550100000', text: 'Hello', id: 'm1' })).toBe('202 queued');
		expect(posted[0]).toEqual({ method: 'POST', body: { from: 'Pellgrave', to: '+15550100000', text: 'Hello', id: 'm1' } });
		status = 402;
		await expect(port.send({ from: 'P', to: '1', text: 'x', id: 'm2' })).rejects.toThrow('402 no credit');
		const real = app.texts;
		app.texts = port;
		issue({ textTo: '5550108888' });
		await sendDue(app);
		expect(texts()[0]).toMatchObject({ state: 'queued', attempts: 1, message: '402 no credit' });
		status = 202;
		clock.at += 3_600_000;
		await sendDue(app);
		expect(texts()[0]).toMatchObject({ state: 'sent', attempts: 2 });
		app.texts = real;
	});
});
