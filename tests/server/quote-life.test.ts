import { parseUnitPrice } from '$lib/core/money';
import { eq } from 'drizzle-orm';
import { mkdirSync, readdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { coherent, USUAL_LAYOUT } from '$lib/core/documents';
import { instantOf } from '$lib/core/time';
import type { App } from '$lib/server/app';
import { acceptanceDocument } from '$lib/server/quotes/acceptance-pdf';
import { views } from '$lib/server/db/schema';
import { activityIn, whomToCall } from '$lib/server/quotes/activity';
import { checkAcceptance, checkAll } from '$lib/server/quotes/acceptance';
import { openQuestions } from '$lib/server/quotes/questions';
import { customerQuote } from '$lib/server/screens/customer-quote';
import { quoteDocument } from '$lib/server/screens/documents';
import { remindDue } from '$lib/server/quotes/reminders';
import { takeLeadMail } from '$lib/server/sales/lead-folder';
import { parseMail, takeMail } from '$lib/server/sales/lead-mail';
import { mergePreview, mergeToUndo } from '$lib/server/sales/merge';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { count, freshYard, refused, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
let n = 0;
/** An issued quote with one free line of 100.00 and one option of 40.00. */
function sent() {
	n += 1;
	const customerId = yard.customer(`Life ${n}`, 'person', `life${n}@customer.example`, '555 010 1000', `${n} Gull Street`);
	const jobId = yard.job(`Life ${n}`, customerId, `${n} Gull Street`, [0, 0]);
	const estimateId = yard.estimate(jobId);
	const scope = (name: string, price: string, option = false) => {
		const scopeId = yard.scope(estimateId, name, [], [], option);
		yard.call('bastian', 'estimates.add-line', {
			scopeId,
			name: `${name}, all of it`,
			kind: 'material',
			price: parseUnitPrice(price),
			cost: 200_000
		});
		return scopeId;
	};
	scope('Work', '100');
	const extra = scope('Extra', '40', true);
	const q = yard.issue(estimateId, `life${n}@customer.example`);
	return { customerId, jobId, extra, ...q, link: yard.link('quote', q.linkId, q.revisionId) };
}
const ask = (q: ReturnType<typeof sent>, asked: string, aboutId = '') =>
	yard.call(q.link, 'quotes.ask', { aboutId, asked, name: 'Cora' }).questionId;
const accept = (q: ReturnType<typeof sent>, chosen: string[] = []) =>
	yard.call(q.link, 'quotes.answer', {
		...{ answer: 'accepted', name: ' Cora Customer ', agreed: true, chosen, reason: '' },
		signature: 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
		...{ address: '203.0.113.9', agent: 'a phone' }
	});
const mails = (to: string) =>
	app.db.sqlite.prepare('select subject, text from outbox where "to" = ? order by created_at, rowid').all(to) as {
		subject: string;
		text: string;
	}[];

describe('a question beside a quote', () => {
	it('goes to the person in charge, is answered once, and stays with the quote', () => {
		const q = sent();
		const before = mails('bastian@pellgrave.example').length;
		const id = ask(q, '<script>alert(1)</script> And the color?', q.extra);
		expect(ask(q, '<script>alert(1)</script> And the color?', q.extra)).toBe(id);
		expect(openQuestions(app).map((x) => [x.id, x.about])).toContainEqual([id, 'Extra']);
		expect(mails('bastian@pellgrave.example')).toHaveLength(before + 1);
		yard.call('bastian', 'quotes.answer-question', { questionId: id, answer: 'Any of ours.' });
		expect(refused(() => yard.call('petra', 'quotes.answer-question', { questionId: id, answer: 'No.' }))[1]).toMatch(
			/answered this already/
		);
		expect(mails(`life${n}@customer.example`).at(-1)?.text).toContain('Any of ours.');
		expect(customerQuote(app, q.revisionId, null)?.questions[0]).toMatchObject({
			about: 'Extra',
			answer: 'Any of ours.',
			answeredBy: 'Bastian Reyle'
		});
	});
	it('is refused in words when it is empty, one too many, or on a withdrawn quote; what it is about must be on the quote', () => {
		const q = sent();
		expect(refused(() => ask(q, '   '))[0]).toBe('asked');
		ask(q, 'About something else?', 'no-such-line');
		expect(value<string>(app, 'select about from quote_questions where revision_id = ?', q.revisionId)).toBe('');
		for (let i = 0; i < 19; i++) ask(q, `Question ${i}`);
		expect(refused(() => ask(q, 'And?'))[1]).toMatch(/call us/);
		yard.call('bastian', 'quotes.withdraw', { revisionId: q.revisionId });
		expect(refused(() => ask(q, 'Why?'))[1]).toMatch(/withdrawn/);
	});
});

describe('the record of an acceptance', () => {
	it('holds all that was agreed, goes to both, and is a PDF with its hash', async () => {
		const q = sent();
		const id = ask(q, 'With a warranty?');
		yard.call('bastian', 'quotes.answer-question', { questionId: id, answer: 'Ten years.' });
		accept(q, [q.extra]);
		const a = app.db.sqlite.prepare('select id, record, record_hash from answers where revision_id = ?').get(q.revisionId) as {
			id: string;
			record: string;
			record_hash: string;
		};
		expect(JSON.parse(a.record)).toMatchObject({
			name: 'Cora Customer',
			chosen: [{ id: q.extra, name: 'Extra' }],
			total: 14_000,
			zone: 'America/New_York',
			address: '203.0.113.9',
			questions: [{ asked: 'With a warranty?', answer: 'Ten years.' }]
		});
		expect(checkAcceptance(app.db.orm, a.id)).toEqual([]);
		expect(mails(`life${n}@customer.example`).at(-1)?.text).toContain('{link}/record');
		expect(mails('bastian@pellgrave.example').at(-1)?.subject).toContain('accepted');
		const doc = await readPdf((await acceptanceDocument(app, q.revisionId))!.bytes);
		for (const words of ['Record of acceptance', 'Cora Customer', 'Extra', '140.00', 'Ten years.', a.record_hash])
			expect(doc.text).toContain(words);
	});
	it('shows every tampering: record, revision, signature, total', () => {
		const q = sent();
		accept(q);
		const id = value<string>(app, 'select id from answers where revision_id = ?', q.revisionId);
		const tamper = (sql: string, back: string) => {
			app.db.sqlite.exec(sql);
			const wrong = checkAcceptance(app.db.orm, id);
			app.db.sqlite.exec(back);
			return wrong.length;
		};
		const at = `where id = '${id}'`;
		expect(
			tamper(
				`update answers set record = json_set(record, '$.name', 'Eve') ${at}`,
				`update answers set record = json_set(record, '$.name', 'Cora Customer') ${at}`
			)
		).toBe(1);
		expect(tamper(`update answers set total = total + 1 ${at}`, `update answers set total = total - 1 ${at}`)).toBe(1);
		const rev = `where id = '${q.revisionId}'`;
		expect(
			tamper(
				`update revisions set header = json_set(header, '$.terms', header ->> '$.terms' || ' not') ${rev}`,
				`update revisions set header = json_set(header, '$.terms', substr(header ->> '$.terms', 1, length(header ->> '$.terms') - 4)) ${rev}`
			)
		).toBe(1);
		expect(
			tamper(
				`update answers set signature = signature || 'A' ${at}`,
				`update answers set signature = substr(signature, 1, length(signature) - 1) ${at}`
			)
		).toBe(1);
		expect(checkAcceptance(app.db.orm, id)).toEqual([]);
		wonJob(yard, 'Record roof');
		expect(checkAll(app.db.orm).filter((a) => a.wrong.length)).toEqual([]);
	});
	it('is not there for a declined one', async () => {
		const q = sent();
		yard.call(q.link, 'quotes.answer', {
			...{ answer: 'declined', name: '', signature: '', agreed: false, chosen: [] },
			reason: 'Moved',
			address: '',
			agent: ''
		});
		expect(await acceptanceDocument(app, q.revisionId)).toBeNull();
	});
});

describe('what a customer does with a quote', () => {
	it('is counted by visit, grows only, and orders whom to call', () => {
		const [warm, cold] = [sent(), sent()];
		const { viewId } = yard.call(warm.link, 'quotes.see', { device: 'phone' });
		yard.call(warm.link, 'quotes.seen-for', { viewId, seconds: 200, tried: [warm.extra, 'made-up'] });
		yard.call(warm.link, 'quotes.seen-for', { viewId, seconds: 20, tried: [] });
		yard.call(cold.link, 'quotes.seen-for', { viewId, seconds: 9000, tried: [] });
		const looks = app.db.orm.select().from(views).where(eq(views.subjectId, warm.revisionId)).all();
		expect(activityIn(looks)).toEqual({ seconds: 200, tried: 1, devices: 'phone' });
		const calls = whomToCall(app, 50);
		expect(calls.find((c) => c.revisionId === warm.revisionId)?.reasons).toEqual([
			'looked at it just now',
			'tried an option',
			'spent 3 minutes on it'
		]);
		expect(calls.some((c) => c.revisionId === cold.revisionId)).toBe(false);
	});
});

describe('reminders', () => {
	it('go out once each, not at night, not after the answer, not when they are off for a quote', () => {
		const [open, off, answered] = [sent(), sent(), sent()];
		const to = (k: number) => mails(`life${n - k}@customer.example`).length;
		const before = [to(2), to(1), to(0)];
		yard.call('bastian', 'quotes.quiet', { revisionId: off.revisionId, quiet: true });
		accept(answered);
		const run = (day: string, time: string) => {
			clock.at = instantOf(day, time, 'America/New_York');
			return app.run(remindDue, {}, { type: 'system' }).sent;
		};
		expect(run('2027-04-19', '20:00')).toBe(0);
		expect(run('2027-04-20', '09:00')).toBeGreaterThan(0);
		expect(run('2027-04-20', '09:05')).toBe(0);
		expect([to(2), to(1), to(0)]).toEqual([before[0]! + 1, before[1]!, before[2]! + 1]);
		expect(count(app, 'select count(*) from reminders where revision_id = ?', open.revisionId)).toBe(1);
		expect(mails(`life${n - 2}@customer.example`).at(-1)?.text).toContain('{link}');
		clock.at = instantOf('2027-04-20', '09:20', 'America/New_York');
	});
	it('have rules that only the owner sets', () => {
		const rules = { on: true, afterIssue: [4], beforeExpiry: [], quietFrom: 18, quietTo: 8 };
		expect(refused(() => yard.call('petra', 'company.reminders', rules))[1]).toMatch(/may not/);
		expect(refused(() => yard.call('imogen', 'company.reminders', { ...rules, afterIssue: [0] }))[1]).not.toBe('taken');
		yard.call('imogen', 'company.reminders', rules);
		expect(value<string>(app, "select json_extract(settings, '$.reminders.afterIssue') from company")).toBe('[4]');
	});
});

const eml = (more: { from?: string; id?: string; extra?: string; body?: string } = {}) =>
	Buffer.from(
		`From: ${more.from ?? 'Wilma Trask <wilma@trask.example>'}\r\nTo: office@pellgrave.example\r\nSubject: =?utf-8?q?Leak_=C3=BCber_der_T=C3=BCr?=\r\nMessage-ID: <${more.id ?? 'a1'}@trask.example>\r\n${more.extra ?? ''}Content-Type: text/plain; charset=utf-8\r\n\r\n${more.body ?? 'It drips at 14 Spindle Lane, Osselmere.\r\nCall (555) 010-7788.'}\r\n`
	);
describe('requests by mail', () => {
	const petra = { type: 'person' as const, id: 'petra', name: 'Petra Vinter', role: 'office' as const };
	it('become a lead once, with sender, phone and address read out of them', async () => {
		const first = await takeMail(app, eml(), petra);
		expect(first?.taken).toBe(true);
		expect(await takeMail(app, eml(), petra)).toEqual({ id: first?.id, taken: false });
		expect(app.db.sqlite.prepare('select name, mail, phone, address, via, state from leads where id = ?').get(first?.id)).toEqual({
			name: 'Wilma Trask',
			mail: 'wilma@trask.example',
			phone: '(555) 010-7788',
			address: '14 Spindle Lane, Osselmere',
			via: 'mail',
			state: 'new'
		});
		expect(value<string>(app, 'select wanted from leads where id = ?', first?.id)).toContain('Leak über der Tür');
	});
	it('without an id are taken once too, and of one that is only a page its words are read', async () => {
		const page = Buffer.from(
			'From: Nora <nora@page.example>\r\nSubject: Roof\r\nContent-Type: text/html\r\n\r\n<style>p{color:red}</style><p>It leaks at<br>3 Mill Lane, Osselmere</p><script>x()</script>\r\n'
		);
		const first = await takeMail(app, page, petra);
		expect(await takeMail(app, page, petra)).toEqual({ id: first?.id, taken: false });
		const lead = app.db.sqlite.prepare('select wanted, address from leads where id = ?').get(first?.id) as {
			wanted: string;
			address: string;
		};
		expect(lead.wanted).toBe('Roof\n\nIt leaks at\n3 Mill Lane, Osselmere');
		expect(lead.address).toBe('3 Mill Lane, Osselmere');
	});
	it('begin no loop: what a program or we ourselves wrote is nothing', async () => {
		expect(await takeMail(app, eml({ id: 'b', extra: 'Auto-Submitted: auto-replied\r\n' }), petra)).toBeNull();
		const own = value<string>(app, 'select mail from company');
		expect(await takeMail(app, eml({ id: 'c', from: own }), petra)).toBeNull();
	});
	it('that are too large, no mail, or of somebody without the right are refused in words', async () => {
		await expect(parseMail(new Uint8Array(30 * 1024 * 1024))).rejects.toThrow(/30 MB/);
		await expect(parseMail(Buffer.from('no mail at all'))).rejects.toThrow(/names no sender/);
		await expect(takeMail(app, eml({ id: 'd' }), { type: 'person', id: 'ines', name: 'Ines', role: 'crew' })).rejects.toThrow(/may not/);
	});
	it('are taken from the watched folder and moved, what is wrong beside its reason', async () => {
		const dir = app.settings.leadMail;
		mkdirSync(dir, { recursive: true });
		const put = (name: string, text: string | Buffer, rested = true) => {
			writeFileSync(join(dir, name), text);
			if (rested) utimesSync(join(dir, name), 0, 0);
		};
		put('one.eml', eml({ id: 'f1' }));
		put('two.eml', 'nothing');
		put('half.eml', eml({ id: 'f3' }), false);
		writeFileSync(join(dir, 'notes.txt'), 'left alone');
		expect(await takeLeadMail(app)).toBe(1);
		expect(await takeLeadMail(app)).toBe(0);
		expect(readdirSync(join(dir, 'taken'))).toHaveLength(1);
		expect(readdirSync(join(dir, 'refused')).some((f) => f.endsWith('.txt'))).toBe(true);
		expect(readdirSync(dir)).toEqual(expect.arrayContaining(['notes.txt', 'half.eml']));
	});
});

describe('two customers that are one', () => {
	it('are merged with all that belongs to them, and made two again; what came since stays', () => {
		const won = wonJob(yard, 'Twin roof');
		const keep = yard.customer('Twin, the first', 'person', '', '', '9 Bell Yard');
		const before = app.db.sqlite.prepare('select * from customers order by id').all();
		expect(mergePreview(app, won.customerId)).toMatchObject({ jobs: 1, sites: 1 });
		yard.call('petra', 'customers.merge', { keepId: keep, goneId: won.customerId });
		expect(count(app, 'select count(*) from customers where id = ?', won.customerId)).toBe(0);
		expect(value<string>(app, 'select customer_id from jobs where id = ?', won.jobId)).toBe(keep);
		expect(value<string>(app, 'select mail from customers where id = ?', keep)).toBe('c@customer.example');
		expect(count(app, 'select count(*) from item_sales where job_id = ? and customer_id <> ?', won.jobId, keep)).toBe(0);
		expect(mergeToUndo(app, keep)).toContain('merged into');
		expect(count(app, 'select count(*) from find_fts where ref = ?', won.customerId)).toBe(0);
		const later = yard.job('Later job', keep, '9 Bell Yard', [0, 0]);
		yard.call('petra', 'customers.undo-merge', { customerId: keep });
		expect(value<string>(app, 'select customer_id from jobs where id = ?', won.jobId)).toBe(won.customerId);
		expect(value<string>(app, 'select customer_id from jobs where id = ?', later)).toBe(keep);
		const strip = (rows: unknown[]) => rows.map((r) => ({ ...(r as object), version: 0 }));
		expect(strip(app.db.sqlite.prepare('select * from customers order by id').all())).toEqual(strip(before));
		expect(refused(() => yard.call('petra', 'customers.undo-merge', { customerId: keep }))[1]).toMatch(/no merge/);
	});
	it('are two again also when the one that went was the newest in the file', () => {
		const [keep, gone] = ['Newest A', 'Newest B'].map((name) => yard.customer(name, 'person', 'same@newest.example', '', '')) as [
			string,
			string
		];
		yard.call('petra', 'customers.merge', { keepId: keep, goneId: gone });
		yard.call('petra', 'customers.undo-merge', { customerId: keep });
		expect(count(app, "select count(*) from customers where mail = 'same@newest.example'")).toBe(2);
		expect(count(app, 'select count(*) from find_fts where ref in (?, ?)', keep, gone)).toBe(2);
	});
	it('are not merged with themselves, nor by somebody without the right', () => {
		const id = yard.customer('Alone', 'person', '', '', '');
		expect(refused(() => yard.call('petra', 'customers.merge', { keepId: id, goneId: id }))[1]).toMatch(/same customer/);
		expect(refused(() => yard.call('ines', 'customers.merge', { keepId: id, goneId: id }))[1]).toMatch(/may not/);
	});
});

describe('a quote that goes out', () => {
	/** A bid with one line, and what issuing it with these words does. */
	function bid() {
		n += 1;
		const customerId = yard.customer(`Out ${n}`, 'person', `out${n}@customer.example`, '', `${n} Gull Street`);
		const estimateId = yard.estimate(yard.job(`Out ${n}`, customerId, `${n} Gull Street`, [0, 0]));
		const scopeId = yard.scope(estimateId, 'Work', [], []);
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'All of it', kind: 'material', price: 1_000_000, cost: 200_000 });
		return (more: Record<string, unknown>) =>
			yard.call('bastian', 'quotes.issue', {
				...{
					estimateId,
					to: `out${n}@customer.example`,
					subject: '{title} from {company}',
					text: 'Dear {customer}: {total} until {valid until}.'
				},
				...more
			});
	}
	const letters = (like: string) =>
		app.db.sqlite
			.prepare('select "to", subject, text, state, due_at dueAt, message from outbox where subject like ? order by rowid')
			.all(like) as {
			to: string;
			text: string;
			state: string;
			dueAt: number;
			message: string;
		}[];
	it('goes to everybody named and a copy to whoever sends it, with its words filled in and the link', () => {
		bid()({ to: `out${n}@customer.example, board@customer.example`, copy: true });
		const sentNow = letters(`Out ${n} from%`);
		expect(sentNow.map((l) => l.to)).toEqual([`out${n}@customer.example`, 'board@customer.example', 'bastian@pellgrave.example']);
		expect(sentNow[0]?.text).toMatch(/^Dear Out \d+: \$100\.00 until May \d+, 2027\.\n\n\{link\}$/);
	});
	it('waits until its time, holds from the day it goes out, and stays here when it is withdrawn before', () => {
		const { revisionId } = bid()({ sendAt: '2027-04-25T08:00' });
		expect(letters(`Out ${n} from%`)).toMatchObject([{ state: 'queued', dueAt: instantOf('2027-04-25', '08:00', 'America/New_York') }]);
		expect(value<string>(app, 'select valid_until from revisions where id = ?', revisionId)).toBe('2027-05-25');
		yard.call('bastian', 'quotes.withdraw', { revisionId });
		expect(letters(`Out ${n} from%`)).toMatchObject([{ state: 'failed', message: 'held back: the quote is not offered any more' }]);
	});
	it('is not reminded of before it went out, and its letter is not sent again once it is withdrawn', () => {
		const { revisionId } = bid()({ sendAt: '2027-05-20T08:00' });
		clock.at = instantOf('2027-05-10', '10:00', 'America/New_York');
		app.run(remindDue, {}, { type: 'system' });
		expect(count(app, 'select count(*) from reminders where revision_id = ?', revisionId)).toBe(0);
		expect(whomToCall(app, 500).some((c) => c.revisionId === revisionId)).toBe(false);
		clock.at = instantOf('2027-04-20', '09:20', 'America/New_York');
		yard.call('bastian', 'quotes.withdraw', { revisionId });
		const mailId = value<string>(app, 'select id from outbox where subject like ?', `Out ${n} from%`);
		expect(refused(() => yard.call('petra', 'outbox.resend', { mailId }))[1]).toMatch(/not offered any more/);
	});
	it('stays here too when a newer revision replaces it before it went out', () => {
		const issue = bid();
		issue({ sendAt: '2027-04-25T08:00' });
		issue({});
		expect(letters(`Out ${n} from%`).map((l) => l.state)).toEqual(['failed', 'queued']);
	});
	it.each([
		['to', { to: 'nobody' }],
		['text', { text: 'Dear {nickname}' }],
		['subject', { subject: '{price}' }],
		['sendAt', { sendAt: '2027-04-01T08:00' }],
		['sendAt', { sendAt: '2029-04-01T08:00' }],
		['sendAt', { sendAt: 'tomorrow' }]
	])('is refused at the field %s for %j, and nothing is frozen', (field, more) => {
		const issue = bid();
		expect(refused(() => issue(more))[0]).toBe(field);
		expect(
			count(
				app,
				'select count(*) from revisions r join quotes q on q.id = r.quote_id join jobs j on j.id = q.job_id where j.name = ?',
				`Out ${n}`
			)
		).toBe(0);
	});
	it('keeps its wording for the next one when that is wished', () => {
		bid()({ text: 'Hello {customer}, here it is: {link}', keep: true });
		expect(value<string>(app, "select json_extract(settings, '$.quoteLetter.text') from company")).toBe(
			'Hello {customer}, here it is: {link}'
		);
	});
});

describe('what a quote says of paying and of who made it', () => {
	const PNG = 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
	const setDeposit = (share: number) => {
		const settings = JSON.parse(value<string>(app, 'select settings from company')) as { deposit: { percent: number } };
		settings.deposit.percent = share;
		app.db.sqlite.prepare('update company set settings = ?').run(JSON.stringify(settings));
	};
	const issueWith = (more: Record<string, unknown>) => {
		const q = sent();
		const estimateId = value<string>(app, 'select id from estimates where job_id = ?', q.jobId);
		const again = yard.given('bastian', 'quotes.issue', { ...{ estimateId, to: '', subject: '', text: '' }, ...more });
		return { ...q, ...again, link: yard.link('quote', again.linkId, again.revisionId) };
	};
	it('the deposit that was asked for when it was issued is what is billed, whatever the company asks for since', () => {
		const usual = (JSON.parse(value<string>(app, 'select settings from company')) as { deposit: { percent: number } }).deposit.percent;
		setDeposit(3000);
		const q = issueWith({ deposit: 2500 });
		const asked = () => customerQuote(app, q.revisionId, null)?.depositAsked;
		expect(asked()).toMatchObject({ percent: 2500 });
		const before = asked();
		setDeposit(5000);
		expect(asked()).toEqual(before);
		accept(q);
		expect(app.db.sqlite.prepare('select name, to_date share from billing_steps where job_id = ? order by position').get(q.jobId)).toEqual({
			name: 'Deposit',
			share: 2500
		});
		expect(refused(() => issueWith({ deposit: 10_000 }))[0]).toBe('deposit');
		// None is none, also where the company asks for one.
		const without = issueWith({ deposit: 0 });
		expect(customerQuote(app, without.revisionId, null)?.depositAsked).toBeNull();
		// All of it is no deposit: it is left out, and holds no quote back.
		setDeposit(10_000);
		expect(customerQuote(app, issueWith({}).revisionId, null)?.depositAsked).toBeNull();
		setDeposit(usual);
	});
	it('a text goes to whom the company names, from the amount on that it says', () => {
		const texts = () => count(app, 'select count(*) from outbox where "to" = \'5550109999\'');
		expect(refused(() => yard.call('imogen', 'company.won-text', { above: 0, to: 'the boss' }))).toEqual([
			'to',
			expect.stringContaining('the boss')
		]);
		yard.call('imogen', 'company.won-text', { above: 12_000, to: '555 010 9999' });
		accept(sent());
		expect(texts()).toBe(0);
		const q = sent();
		accept(q, [q.extra]);
		expect(texts()).toBe(1);
		expect(value<string>(app, 'select text from outbox where "to" = \'5550109999\'')).toMatch(/^Cora Customer accepted quote \d+, Life/);
		yard.call('imogen', 'company.won-text', { above: 0, to: '' });
	});
	it('who issued it stands on page and PDF with title and signature, where it is laid out so, as they stood then', async () => {
		const layout = { ...coherent(USUAL_LAYOUT), estimator: true };
		yard.call('bastian', 'people.introduce-myself', { title: 'Estimator, steep roofs', pictureId: '', signature: PNG });
		const q = issueWith({ layout });
		yard.call('bastian', 'people.introduce-myself', { title: 'Head of everything', pictureId: '', signature: '' });
		const shown = customerQuote(app, q.revisionId, null)?.header.estimator;
		expect(shown).toEqual({ name: 'Bastian Reyle', title: 'Estimator, steep roofs', pictureId: '', signature: PNG });
		const pdf = await quoteDocument(app, q.revisionId);
		expect((await readPdf(pdf!.bytes)).text).toContain('Estimator, steep roofs');
		expect(customerQuote(app, issueWith({}).revisionId, null)?.header.estimator).toBeNull();
	});
});
