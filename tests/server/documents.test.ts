import { TooMany } from '$lib/server/commands';
import { render } from '$lib/server/documents';
import { PDFDocument } from 'pdf-lib';
import { beforeAll, describe, expect, it } from 'vitest';
import { formatCents } from '$lib/core/money';
import type { App } from '$lib/server/app';
import { pdfResponse } from '$lib/server/screens';
import { askedBy } from '$lib/server/asking';
import { quoteDocument } from '$lib/server/screens/documents';
import { checkAcceptance, revisionHash } from '$lib/server/quotes/acceptance';
import { customerQuote } from '$lib/server/screens/customer-quote';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { count, freshYard, refused, value } from './yard';

/** A signature that can be drawn: one dot. */
const INK = 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
let yard: Yard;
let app: App;
let n = 0;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const PROPOSAL = { layout: 'proposal', detail: 'lines', amounts: 'lines', dataSheets: true };

/** An estimate with some scopes and an option, ready to go out. */
function estimate(scopes = 1): { estimateId: string; jobId: string } {
	const customerId = yard.customer(`Paper ${++n}`, 'person', 'p@paper.example', '', `${n} Gull Street`);
	const jobId = yard.job(`Paper job ${n}`, customerId, `${n} Gull Street`, [-47, -131]);
	const estimateId = yard.estimate(jobId);
	for (let s = 1; s <= scopes; s++)
		yard.scope(estimateId, `Roof ${s}`, [['roof face', { length: "96'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
	yard.scope(
		estimateId,
		'Gutters',
		[
			['typed', { measure: 'length', value: '64' }],
			['count', { count: '3' }]
		],
		['gutters-5'],
		true
	);
	yard.decide(estimateId);
	return { estimateId, jobId };
}
const issue = (estimateId: string, more: Record<string, unknown> = {}) =>
	yard.call('bastian', 'quotes.issue', {
		...{ estimateId, to: '', subject: '', text: '{link}', despite: true },
		...more
	});
async function pdf(revisionId: string) {
	const doc = await quoteDocument(app, revisionId);
	return readPdf(doc!.bytes);
}
const totalOf = (revisionId: string) => formatCents(value<number>(app, 'select total from revisions where id = ?', revisionId));

describe('a quote as a document', () => {
	it('on one page has scopes, options, total and terms on one page', async () => {
		const { estimateId } = estimate(3);
		const { revisionId } = issue(estimateId, { layout: { ...PROPOSAL, layout: 'one page' } });
		const p = await pdf(revisionId);
		expect(p.pages.length).toBe(1);
		for (const said of ['Roof 1', 'Roof 3', 'Gutters', totalOf(revisionId), 'Work begins within six weeks', '1 of 1'])
			expect(p.text).toContain(said);
		// One page has no room for lines, whatever was asked for.
		expect(p.text).not.toContain('Tear-off, one layer');
	});
	it('as a long proposal has cover, contents, introduction, lines, options, closing, terms, a page to sign; bookmarks and tags', async () => {
		const { estimateId } = estimate(2);
		const { revisionId } = issue(estimateId, { layout: PROPOSAL });
		const p = await pdf(revisionId);
		expect(p.tagged).toBe(true);
		expect(p.info).toMatchObject({ Author: 'Pellgrave Roofing & Rainwater', Language: 'en-US' });
		for (const heading of ['Introduction', 'What we do', 'Add if you like', 'What it comes to', 'What comes next', 'Terms', 'Acceptance'])
			expect(p.outline).toContain(heading);
		expect(p.pages[0]).toContain(`for\nPaper ${n}`);
		expect(p.pages[0]).not.toContain('1 of');
		expect(p.pages[1]).toContain('Contents');
		expect(p.text).toContain(`Dear Paper ${n}, thank you`);
		expect(p.text).toContain('No surprise on the bill');
		expect(p.text).toContain('ask for Bastian Reyle');
		expect(p.text).toContain('Tear-off, one layer');
		expect(p.text).toContain(totalOf(revisionId));
		expect(p.pages.at(-1)).toContain('Name and signature');
	});
	it('keeps amounts back where that was asked for, and always says the total', async () => {
		const { estimateId } = estimate(1);
		const lines = issue(estimateId, { layout: { layout: 'detailed', detail: 'lines', amounts: 'lines', dataSheets: false } });
		const q = customerQuote(app, lines.revisionId, null)!;
		const [scope] = q.view.scopes;
		const line = scope!.lines.find((l) => (l.amount ?? 0) > 0)!;
		expect((await pdf(lines.revisionId)).text).toContain(formatCents(line.amount!));
		const only = issue(estimateId, { layout: { layout: 'detailed', detail: 'lines', amounts: 'total', dataSheets: false } });
		const text = (await pdf(only.revisionId)).text;
		expect(text).toContain(line.text);
		expect(text).not.toContain(formatCents(line.amount!));
		expect(text).not.toContain(`Roof 1\n${formatCents(scope!.amount!)}`);
		expect(text).toContain(totalOf(only.revisionId));
	});
	it('has the data sheets of what is offered behind it, and says so', async () => {
		const sheet = await PDFDocument.create();
		sheet.addPage([400, 500]).drawText('Shingle data sheet of the maker', { x: 40, y: 400 });
		const itemId = value<string>(app, "select id from items where code = 'TS-DEC-716'");
		yard.call('petra', 'catalog.attach', { itemId, name: 'shingle.pdf', bytes: Buffer.from(await sheet.save()) });
		const { estimateId } = estimate(1);
		const scopeId = value<string>(app, 'select id from scopes where estimate_id = ? limit 1', estimateId);
		yard.call('bastian', 'estimates.add-line', { scopeId, itemId, quantity: 30_000 });
		const { revisionId } = issue(estimateId, { layout: PROPOSAL });
		const p = await pdf(revisionId);
		expect(p.text).toContain('On the pages behind this one:');
		expect(p.text).toContain('shingle.pdf');
		expect(p.pages.at(-1)).toContain('Shingle data sheet of the maker');
		expect(p.outline).toContain('Data sheets');
		const plain = await pdf(issue(estimateId, { layout: { ...PROPOSAL, dataSheets: false } }).revisionId);
		expect(plain.text).not.toContain('data sheet of the maker');
	});
	it('is frozen with its texts: a change of them later changes nothing that went out', async () => {
		const { estimateId, jobId } = estimate(1);
		yard.call('bastian', 'jobs.set-own', { of: 'job', id: jobId, values: { insurer: 'Ossel Mutual' } });
		const block = (words: string) =>
			yard.call('imogen', 'company.text-blocks', {
				blocks: [{ id: 'a', name: 'A', place: 'introduction', text: [{ type: 'paragraph', runs: [{ text: words, href: 'x' }] }] }]
			});
		block('With {job insurer} in mind, {customer}.');
		const { revisionId } = issue(estimateId, { layout: { ...PROPOSAL, layout: 'detailed' } });
		const hash = value<string>(app, 'select hash from revisions where id = ?', revisionId);
		block('Something else.');
		expect((await pdf(revisionId)).text).toContain(`With Ossel Mutual in mind, Paper ${n}.`);
		const row = app.db.sqlite.prepare('select header, frozen from revisions where id = ?').get(revisionId) as {
			header: string;
			frozen: string;
		};
		expect(revisionHash({ header: JSON.parse(row.header) as never, frozen: JSON.parse(row.frozen) as never })).toBe(hash);
		expect((await pdf(issue(estimateId, { blocks: [] }).revisionId)).text).not.toContain('Something else.');
		block('With {nobody knows} this.');
		expect(refused(() => issue(estimateId))[1]).toContain('{nobody knows}');
		yard.call('imogen', 'company.text-blocks', { blocks: [] });
	});
	it('comes back whole when many are asked for at once', async () => {
		const { estimateId } = estimate(1);
		const { revisionId } = issue(estimateId);
		const all = await Promise.all(Array.from({ length: 6 }, () => quoteDocument(app, revisionId)));
		const texts = await Promise.all(all.map(async (d) => (await readPdf(d!.bytes)).text));
		expect(new Set(texts).size).toBe(1);
	});
	it('is not made in a color that nobody can read', () => {
		const look = (more: object) =>
			refused(() =>
				yard.given('imogen', 'company.save-look', {
					...{ color: '#2f4a54', line: '', footer: '', logo: null, layout: { ...PROPOSAL, layout: 'detailed' } },
					...more
				})
			);
		expect(look({ color: '#ffe08a' })).toEqual(['color', 'White letters on this color are hard to read. Choose a darker one.']);
		expect(look({ logo: 'nothing' })[0]).toBe('picture');
		expect(look({})[1]).toBe('taken');
	});
});

describe('several who have to sign', () => {
	const sign = (q: { revisionId: string; linkId: string }, name: string, chosen: string[] = [], signature = '') =>
		yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
			...{ answer: 'accepted', name, signature, agreed: true, chosen, reason: '', address: '203.0.113.7', agent: 'phone' }
		});
	it('make it an acceptance with the last signature; the record names each, and can be checked', () => {
		const { estimateId, jobId } = estimate(1);
		const q = issue(estimateId, { signers: ['Mira Solheim', 'Ewan Quist'] });
		const option = value<string>(app, 'select id from scopes where estimate_id = ? and option = 1', estimateId);
		expect(refused(() => sign(q, 'Somebody'))).toEqual(['name', 'These have to sign: Mira Solheim, Ewan Quist. Choose your name.']);
		expect(sign(q, 'mira solheim', [option], INK)).toMatchObject({ answer: 'signed', missing: ['Ewan Quist'] });
		expect(value(app, 'select number from jobs where id = ?', jobId)).toBeNull();
		// Twice is once; who comes second signs what the first one chose.
		expect(sign(q, 'Mira Solheim', [option])).toMatchObject({ missing: ['Ewan Quist'] });
		expect(refused(() => sign(q, 'Ewan Quist', []))[1]).toContain('signed with other options');
		expect(customerQuote(app, q.revisionId, [])?.view.scopes.find((s) => s.id === option)?.chosen).toBe(true);
		expect(sign(q, 'Ewan Quist', [option]).answer).toBe('accepted');
		const answer = app.db.sqlite.prepare('select id, name, record from answers where revision_id = ?').get(q.revisionId) as Record<
			string,
			string
		>;
		expect(answer.name).toBe('Mira Solheim, Ewan Quist');
		expect((JSON.parse(answer.record!) as { signatures: { name: string }[] }).signatures.map((s) => s.name)).toEqual([
			'Mira Solheim',
			'Ewan Quist'
		]);
		expect(value<number>(app, 'select number from jobs where id = ?', jobId)).toBeGreaterThan(0);
		expect(checkAcceptance(app.db.orm, answer.id!)).toEqual([]);
		app.db.sqlite.prepare("update quote_signatures set name = 'Nobody' where revision_id = ? and name = 'Ewan Quist'").run(q.revisionId);
		expect(checkAcceptance(app.db.orm, answer.id!)).toEqual(['The signatures of those who had to sign are others.']);
	});
	it('are two or more, each once; one who declines declines for all', () => {
		const { estimateId } = estimate(1);
		expect(refused(() => issue(estimateId, { signers: ['One'] }))[0]).toBe('signers');
		expect(refused(() => issue(estimateId, { signers: ['One', 'one '] }))[1]).toContain('named twice');
		const q = issue(estimateId, { signers: ['One', 'Two'] });
		sign(q, 'One');
		yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
			...{ answer: 'declined', name: '', signature: '', agreed: false, chosen: [], reason: 'Too late', address: '', agent: '' }
		});
		expect(refused(() => sign(q, 'Two'))[1]).toBe('taken');
		expect(value(app, 'select state from revisions where id = ?', q.revisionId)).toBe('declined');
		expect(count(app, 'select count(*) from quote_signatures where revision_id = ?', q.revisionId)).toBe(1);
	});
});

describe('a deposit at acceptance', () => {
	it('is billed at once where the rule says so, and can be paid by card from the quote page', () => {
		yard.call('imogen', 'company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: true }] });
		const { estimateId, jobId } = estimate(1);
		const q = issue(estimateId, { to: 'p@paper.example' });
		yard.accept(q, 'P. Paper');
		const bill = app.db.sqlite.prepare('select id, total, number from invoices where job_id = ?').get(jobId) as {
			id: string;
			total: number;
			number: number;
		};
		const deposit = customerQuote(app, q.revisionId, null)?.deposit;
		expect(deposit?.left).toBe(bill.total);
		expect(deposit?.url).toMatch(/\/i\/[\w-]{20,}/);
		yard.pay(bill.id, (bill.total / 100).toFixed(2), '2027-04-14', 'transfer');
		expect(customerQuote(app, q.revisionId, null)?.deposit).toBeNull();
	});
});

describe('many papers at once', () => {
	const HEAD = {
		...{ name: 'Pellgrave', color: '#1c7266', line: '', footer: '', contact: '', logo: null },
		language: 'en',
		face: 'plain',
		currency: 'USD'
	} as const;
	it('of one kind are made once, and the same one asked for later is there already', async () => {
		const all = await Promise.all(Array.from({ length: 400 }, () => render(HEAD, 'One paper', [{ text: 'The same for all' }])));
		expect(new Set(all).size).toBe(1);
		expect(await render(HEAD, 'One paper', [{ text: 'The same for all' }])).toBe(all[0]);
		expect((await readPdf(new Uint8Array(all[0]!))).text).toContain('The same for all');
		// Another content, letterhead or title is another paper.
		for (const other of [
			render(HEAD, 'One paper', [{ text: 'For others' }]),
			render({ ...HEAD, name: 'Other' }, 'One paper', [{ text: 'The same for all' }]),
			render(HEAD, 'Two papers', [{ text: 'The same for all' }])
		])
			expect(await other).not.toBe(all[0]);
	});
	it('of many kinds wait for each other, up to a hundred of one person; who asks for more is told, and none of the others is lost', async () => {
		const asked = Array.from({ length: 115 }, (_, n) => render(HEAD, `Paper ${n}`, [{ text: `Number ${n}` }]));
		const ends = await Promise.allSettled(asked);
		const refused = ends.filter((e) => e.status === 'rejected');
		expect(refused.length).toBeGreaterThan(0);
		expect(refused.length).toBeLessThanOrEqual(15);
		for (const r of refused) expect((r as PromiseRejectedResult).reason).toBeInstanceOf(TooMany);
		expect((await render(HEAD, 'After them', [{ text: 'Fine' }])).subarray(0, 5).toString()).toBe('%PDF-');
	});
	it('of one person do not keep another waiting: they take turns', async () => {
		const done: string[] = [];
		const paper = (who: string, n: number) =>
			askedBy({ id: who, language: 'en' }, () => render(HEAD, `${who} ${n}`, [{ text: `${who} ${n}` }])).then(() => done.push(who));
		const many = Array.from({ length: 40 }, (_, n) => paper('bastian', n));
		await paper('petra', 0);
		// The one that is being made, and one of those that came before.
		expect(done.filter((w) => w === 'bastian').length).toBeLessThanOrEqual(2);
		await Promise.all(many);
		expect(done.length).toBe(41);
	});
	it('that are asked for in a heap keep nobody waiting: each is put together when its turn has come, and who asks for too many is told', async () => {
		const done: string[] = [];
		const paper = (who: string, n: number) =>
			askedBy({ id: who, language: 'en' }, () =>
				pdfResponse(async () => ({ name: `${n}.pdf`, bytes: await render(HEAD, `${who} asks ${n}`, [{ text: 'A heap' }]) }))
			).then((r) => (done.push(who), r.status));
		const many = Array.from({ length: 115 }, (_, n) => paper('bastian', n));
		expect(await paper('petra', 0)).toBe(200);
		expect(done.filter((w) => w === 'bastian').length).toBeLessThanOrEqual(3 + 13);
		const statuses = await Promise.all(many);
		expect(statuses.filter((s) => s === 429)).toHaveLength(13);
		expect(statuses.filter((s) => s === 200)).toHaveLength(102);
	});
	it('are kept as they went out: a new letterhead changes nothing that was given out', async () => {
		const { estimateId } = estimate(1);
		const { revisionId } = issue(estimateId);
		const first = (await quoteDocument(app, revisionId))!.bytes;
		yard.given('imogen', 'company.save-look', {
			...{ color: '#7a2f2f', line: 'A new line', footer: '', logo: null, layout: { ...PROPOSAL, layout: 'detailed' } }
		});
		expect((await quoteDocument(app, revisionId))!.bytes.equals(first)).toBe(true);
		expect((await readPdf((await quoteDocument(app, issue(estimateId).revisionId))!.bytes)).text).toContain('A new line');
		expect(count(app, 'select count(*) from issued_files where subject = ?', `quote:${revisionId}`)).toBe(1);
	});
});
