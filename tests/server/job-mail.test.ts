import { beforeEach, describe, expect, it } from 'vitest';
import { answeredBy, numbersIn, ownWords } from '$lib/core/formats';
import type { App } from '$lib/server/app';
import { messageIdOf, sendDue } from '$lib/server/outbox';
import { takeMail } from '$lib/server/sales/lead-mail';
import { jobPage } from '$lib/server/screens/job';
import { jobWork } from '$lib/server/screens/job-work';
import { decisions } from '$lib/server/screens/today';
import { filesForCustomer } from '$lib/server/work/job-files';
import { mailsOfJob } from '$lib/server/work/job-mail';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, refused, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
beforeEach(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard));
	app.db.sqlite
		.prepare("update customers set mail = 'c@customer.example' where id = (select customer_id from jobs where id = ?)")
		.run(jobId);
});
const eml = (head: Record<string, string>, text = 'Tuesday suits us.') =>
	Buffer.from(
		`${Object.entries({
			From: 'C. Customer <c@customer.example>',
			To: 'office@ours.example',
			'Message-ID': `<${Math.random()}@customer.example>`,
			...head
		})
			.map(([k, v]) => `${k}: ${v}`)
			.join('\r\n')}\r\n\r\n${text}\r\n`
	);
const take = (head: Record<string, string>, text?: string) => takeMail(app, eml(head, text), { type: 'system' });
const write = () =>
	yard.call('petra', 'work.write-customer', { jobId, to: 'c@customer.example', subject: 'Which day?', text: 'Monday or Tuesday?' });
const letterId = () => value<string>(app, "select id from outbox where subject = 'Which day?'");

describe('what a customer answers by mail', () => {
	it('stands on the job whose letter it answers, once, and on Today until it is read', async () => {
		write();
		await sendDue(app);
		const own = value<string>(app, 'select mail from company');
		const head = { Subject: 'Re: Which day?', 'In-Reply-To': messageIdOf(letterId(), own), 'Message-ID': '<7@customer.example>' };
		const text = 'Tuesday suits us.\r\n\r\nOn Mon, Apr 12, 2027 Pellgrave wrote:\r\n> Monday or Tuesday?';
		expect((await take(head, text))?.taken).toBe(true);
		expect((await take(head, text))?.taken).toBe(false);
		expect(count(app, 'select count(*) from leads where message_id is not null and message_id <> ?', '')).toBe(0);
		expect(mailsOfJob(app.db.orm, jobId, true).slice(0, 2)).toEqual([
			expect.objectContaining({ in: true, who: 'C. Customer', text: 'Tuesday suits us.', unread: true }),
			expect.objectContaining({ in: false, who: 'c@customer.example', text: 'Monday or Tuesday?', state: 'sent' })
		]);
		const mine = () => decisions(app, OWNER).filter((d) => d.id.startsWith('mail:'));
		expect(mine().map((d) => d.title)).toEqual(['C. Customer wrote about Test roof']);
		yard.call('petra', 'work.read-mails', { jobId });
		expect(mine()).toEqual([]);
	});
	it('is known by its number only from somebody of that job; of a stranger it is a request', async () => {
		const number = value<number>(app, 'select number from jobs where id = ?', jobId);
		const before = count(app, 'select count(*) from leads');
		await take({ Subject: `About job ${number}`, From: 'Somebody <else@where.example>' });
		expect(count(app, 'select count(*) from leads')).toBe(before + 1);
		expect(mailsOfJob(app.db.orm, jobId, true).filter((m) => m.in)).toEqual([]);
		await take({ Subject: `About job #${number}` });
		yard.call('petra', 'jobs.save-contact', { jobId, contactId: null, name: 'Bram', role: 'keys', phone: '', mail: 'bram@site.example' });
		await take({ Subject: `job ${number}`, From: 'Bram <Bram@site.example>' });
		expect(mailsOfJob(app.db.orm, jobId, true).flatMap((m) => (m.in ? [m.who] : []))).toEqual(
			expect.arrayContaining(['Bram', 'C. Customer'])
		);
		expect(await take({ Subject: `job ${number}`, 'Auto-Submitted': 'auto-replied' })).toBeNull();
	});
	it('is seen by those who work with the customer, and not what people here were told by mail', () => {
		write();
		yard.call('petra', 'work.comment', { jobId, taskId: null, text: '@Bastian look at this' });
		expect(mailsOfJob(app.db.orm, jobId, true).map((m) => m.subject)).not.toContainEqual(expect.stringContaining('Petra'));
		expect(jobPage(app, jobId, viewer('office'))?.mails.length).toBeGreaterThan(0);
		expect(jobPage(app, jobId, viewer('bookkeeper'))?.mails).toEqual([]);
		// Letters say what is owed: they are for who sees invoices, answers for all who work with the customer.
		expect(jobPage(app, jobId, viewer('estimator'))?.mails.filter((m) => !m.in)).toEqual([]);
		expect(refused(() => yard.call('petra', 'work.write-customer', { jobId, to: ' ', subject: '', text: 'x' }))).toEqual([
			'to',
			'Say whom it goes to.'
		]);
	});
	it('is read for what it answers, what it names and what was written by hand', () => {
		expect(answeredBy({ 'in-reply-to': '<a@b>', references: '<c@d> <a@b>' })).toEqual(['a@b', 'c@d']);
		expect(answeredBy({})).toEqual([]);
		expect(numbersIn('Re: Quote 1042, job #88 and jobs')).toEqual({ jobs: [88], quotes: [1042] });
		expect(ownWords('Yes.\n> Monday?\n\nOn Mon somebody wrote:\n> all')).toBe('Yes.');
	});
});

describe('files of a job', () => {
	it('can be needed for a task: they stand at it, and stay with the job when it goes', () => {
		const { fileId } = yard.call('petra', 'jobs.attach', {
			jobId,
			fileId: null,
			folder: 'plans',
			name: 'Flashing.pdf',
			bytes: Buffer.from('%PDF-1.4')
		});
		const file = { fileId, name: 'Flashing.pdf', folder: 'plans', seenBy: 'crew' as const, expiresOn: null };
		const { taskId } = yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'Flash the chimney' });
		yard.call('petra', 'jobs.change-file', { ...file, taskId });
		expect(jobWork(app, jobId).files).toEqual([expect.objectContaining({ name: 'Flashing.pdf', taskId })]);
		yard.call('petra', 'jobs.change-file', file);
		expect(jobWork(app, jobId).files).toHaveLength(1);
		const other = wonJob(yard).jobId;
		const elsewhere = yard.call('petra', 'work.add-task', { jobId: other, phase: '', text: 'Not here' }).taskId;
		expect(refused(() => yard.call('petra', 'jobs.change-file', { ...file, taskId: elsewhere }))[0]).toBe('taskId');
		yard.call('petra', 'work.remove-task', { taskId });
		expect(value(app, 'select task_id from job_files where id = ?', fileId)).toBeNull();
	});
	it('that the customer may see can go with a quote, and no others are offered', () => {
		const keep = (name: string) =>
			yard.call('petra', 'jobs.attach', { jobId, fileId: null, folder: 'plans', name, bytes: Buffer.from('%PDF-1.4 plan') }).fileId;
		const [plan] = [keep('Roof plan.pdf'), keep('Our notes.pdf')];
		yard.call('petra', 'jobs.change-file', { fileId: plan!, name: 'Roof plan.pdf', folder: 'plans', seenBy: 'customer', expiresOn: null });
		expect(filesForCustomer(app.db.orm, jobId).map((f) => f.name)).toEqual(['Roof plan.pdf']);
	});
});
