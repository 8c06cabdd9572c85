import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { customerQuote } from '$lib/server/screens/customer-quote';
import { linkActor, linkUrl } from '$lib/server/links';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value } from './yard';

let yard: Yard;
let app: App;
let n = 0;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});

/** A quote with a roof and, as an option, gutters. */
function offered() {
	n += 1;
	const jobId = yard.job(
		`Quote ${n}`,
		yard.customer(`Customer ${n}`, 'person', `c${n}@customer.example`, '', ''),
		`${n} Gull Street`,
		[0, 0]
	);
	const estimateId = yard.estimate(jobId);
	yard.scope(estimateId, 'Roof', [['roof face', { length: "40'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
	const gutters = yard.scope(
		estimateId,
		'Gutters',
		[
			['typed', { measure: 'length', value: '80' }],
			['count', { count: '4' }]
		],
		['gutters-5'],
		true
	);
	yard.decide(estimateId);
	return { jobId, estimateId, gutters, ...yard.issue(estimateId, `c${n}@customer.example`) };
}
const answer = (q: { revisionId: string; linkId: string }, more: Record<string, unknown>) =>
	yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
		answer: 'accepted',
		name: 'C. Customer',
		signature: '',
		agreed: true,
		chosen: [],
		reason: '',
		address: '',
		agent: '',
		...more
	});
const job = (id: string) =>
	app.db.sqlite.prepare('select number, contract_net + contract_tax contract, stage_id from jobs where id = ?').get(id) as {
		number: number | null;
		contract: number;
		stage_id: string;
	};

describe('a quote', () => {
	it('shows the customer no cost, and options that move the total by their own price', () => {
		const q = offered();
		const plain = customerQuote(app, q.revisionId, [])!;
		const withGutters = customerQuote(app, q.revisionId, [q.gutters])!;
		const text = JSON.stringify([plain, withGutters]);
		for (const secret of ['unitCost', 'loadedCost', 'breakEven', 'overhead', 'margin']) expect(text).not.toContain(secret);
		expect(withGutters.view.totals.total).toBeGreaterThan(plain.view.totals.total);
		expect(answer(q, { chosen: [q.gutters] }).total).toBe(withGutters.view.totals.total);
		expect(job(q.jobId).contract).toBe(withGutters.view.totals.total);
	});
	it('accepted wins the job once: number, budget, contract lines that add up, materials and hours by phase', () => {
		const q = offered();
		const first = answer(q, {});
		expect(answer(q, { chosen: [q.gutters] })).toEqual(first);
		expect(answer(q, { answer: 'declined', reason: 'no' })).toEqual(first);
		expect(count(app, 'select count(*) from answers where revision_id = ?', q.revisionId)).toBe(1);
		const won = job(q.jobId);
		expect(won.number).toBeGreaterThan(1000);
		expect(count(app, 'select sum(amount) from contract_lines where job_id = ?', q.jobId)).toBe(
			count(app, 'select contract_net from jobs where id = ?', q.jobId)
		);
		expect(count(app, "select count(*) from budget_rows where job_id = ? and kind = 'labor'", q.jobId)).toBeGreaterThan(0);
		expect(count(app, 'select count(*) from job_materials where job_id = ?', q.jobId)).toBeGreaterThan(3);
		// The option that was not chosen is in none of it.
		expect(count(app, "select count(*) from contract_lines where job_id = ? and scope = 'Gutters'", q.jobId)).toBe(0);
	});
	it('is answered once by two devices, a hundred times over', () => {
		for (let i = 0; i < 100; i++) {
			const q = offered();
			const both = [{ answer: 'accepted' }, { answer: 'declined', reason: 'Too dear' }];
			if (i % 2) both.reverse();
			const results = both.map((b) => answer(q, b).answer);
			expect(results[0]).toBe(results[1]);
			expect(count(app, 'select count(*) from answers where revision_id = ?', q.revisionId)).toBe(1);
			expect(job(q.jobId).number === null).toBe(results[0] === 'declined');
		}
		const numbers = (
			app.db.sqlite.prepare('select number from jobs where number is not null order by number').all() as { number: number }[]
		).map((r) => r.number);
		expect(new Set(numbers).size).toBe(numbers.length);
		expect(numbers.at(-1)! - numbers[0]!).toBe(numbers.length - 1);
	});
	it('that was replaced, withdrawn or has expired cannot be accepted, and says what to do', () => {
		const q = offered();
		const second = yard.issue(q.estimateId, '');
		expect(() => answer(q, {})).toThrow('newer revision');
		yard.call('bastian', 'quotes.withdraw', { revisionId: second.revisionId });
		expect(() => answer(second, {})).toThrow('withdrawn');
		const old = offered();
		yard.at('2027-09-01');
		expect(() => answer(old, {})).toThrow('valid until');
		expect(job(old.jobId).number).toBeNull();
		// The office may still take a late yes on paper.
		yard.call('petra', 'quotes.accept-by-hand', { revisionId: old.revisionId, name: 'C. Customer', chosen: [] });
		expect(job(old.jobId).number).not.toBeNull();
		yard.at('2027-04-14', '09:30');
	});
	it.each([
		[{ name: ' ' }, 'type your name'],
		[{ agreed: false }, 'agree to the terms'],
		[{ answer: 'declined', reason: ' ' }, 'tell us why'],
		[{ chosen: ['an option of somebody else'] }, 'not part of this quote'],
		[{ signature: 'data:text/html;base64,PHNjcmlwdD4=' }, ''],
		[{ signature: `data:image/png;base64,${'A'.repeat(5_000_000)}` }, '']
	])('refuses an answer with %#', (more, words) => {
		const q = offered();
		expect(() => answer(q, more)).toThrow(words === '' ? Error : words);
		expect(count(app, 'select count(*) from answers where revision_id = ?', q.revisionId)).toBe(0);
		expect(job(q.jobId).number).toBeNull();
	});
	it('keeps scripts in a reason as text', () => {
		const q = offered();
		answer(q, { answer: 'declined', reason: '<script>alert(1)</script>' });
		expect(value(app, 'select reason from answers where revision_id = ?', q.revisionId)).toBe('<script>alert(1)</script>');
	});
	it('opens by its link only; a guessed or changed one opens nothing', () => {
		const q = offered();
		const token = (linkUrl(app, q.linkId) ?? '').split('/q/')[1] ?? '';
		expect(token.length).toBeGreaterThanOrEqual(43);
		expect(linkActor(app, 'quote', token)).toMatchObject({ type: 'link', subjectId: q.revisionId });
		expect(linkActor(app, 'invoice', token)).toBeNull();
		expect(linkActor(app, 'quote', `${token.slice(0, -1)}${token.endsWith('A') ? 'B' : 'A'}`)).toBeNull();
		expect(linkActor(app, 'quote', '')).toBeNull();
		// The file holds no token, only hashes.
		expect(JSON.stringify(app.db.sqlite.prepare('select * from links').all())).not.toContain(token);
		expect(JSON.stringify(app.db.sqlite.prepare('select * from outbox').all())).not.toContain(token);
	});
	it('counts how often it was seen, and both sides are told of the answer', () => {
		const q = offered();
		for (let i = 0; i < 3; i++) yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.see', { device: 'phone' });
		expect(count(app, 'select count(*) from views where subject_id = ?', q.revisionId)).toBe(3);
		answer(q, {});
		const told = app.db.sqlite
			.prepare('select "to" from outbox where about = ? and subject like \'%accepted%\' order by "to"')
			.all(`job:${q.jobId}`);
		expect(told).toEqual([{ to: 'bastian@pellgrave.example' }, { to: `c${n}@customer.example` }]);
	});
});
