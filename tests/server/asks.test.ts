import ICAL from 'ical.js';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { linkActor, linkFor } from '$lib/server/links';
import { askPage, comingText } from '$lib/server/planning/asks';
import { feedOf, shiftFile } from '$lib/server/screens/calendar-feed';
import { monthOf } from '$lib/server/screens/month';
import { board } from '$lib/server/screens/board';
import { findAnything } from '$lib/server/screens/search';
import { decisions } from '$lib/server/screens/today';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let firmId: string;
beforeEach(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard));
	firmId = firm();
});
const firm = (more: Partial<Input<'firms.save'>> = {}) =>
	yard.call('petra', 'firms.save', {
		...{
			firmId: null,
			name: 'Wexcombe Scaffold',
			supplies: false,
			subcontracts: true,
			trade: 'Scaffold',
			mail: 'yard@wexcombe.example',
			phone: '',
			note: ''
		},
		...more
	}).firmId;
const ask = (more: Partial<Input<'plan.ask-firm'>> = {}) =>
	yard.call('petra', 'plan.ask-firm', {
		firmId,
		jobId,
		phase: 'Scaffold',
		from: '2027-04-15',
		to: '2027-04-19',
		text: 'East side',
		...more
	}).askId;
const answer = (askId: string, said: 'yes' | 'no', why = '') =>
	yard.call(
		{
			type: 'link',
			kind: 'firm',
			linkId: value<string>(app, "select id from links where kind = 'firm' and subject_id = ?", askId),
			subjectId: askId
		},
		'plan.answer-ask',
		{ answer: said, name: 'Hal', why }
	);
const days = () => board(app, '2027-04-12', 2).firms.map((f) => [f.day, f.state]);

describe('a subcontractor', () => {
	it('is asked by a mail with a link; the working days stand on the board as asked, then as coming', () => {
		const askId = ask();
		expect(days()).toEqual([
			['2027-04-15', 'asked'],
			['2027-04-16', 'asked'],
			['2027-04-19', 'asked']
		]);
		const mail = app.db.sqlite.prepare('select "to", subject, text from outbox where "to" = \'yard@wexcombe.example\'').get() as {
			subject: string;
			text: string;
		};
		expect(mail.subject).toContain('can you come from April 15, 2027 to April 19, 2027?');
		expect(mail.text).toContain('East side');
		const url = linkFor(app, 'firm', askId)!;
		expect(linkActor(app, 'firm', url.split('/').at(-1)!)?.subjectId).toBe(askId);
		expect(linkActor(app, 'quote', url.split('/').at(-1)!)).toBeNull();
		answer(askId, 'yes');
		expect(days().map((d) => d[1])).toEqual(['yes', 'yes', 'yes']);
		expect(told(app, "code = 'plan.answer-ask' and subject like 'job:%'")).toEqual([
			'Wexcombe Scaffold says yes, from April 15, 2027 to April 19, 2027'
		]);
	});
	it('that cannot come says why: the days leave the board, and Today asks for another', () => {
		const askId = ask();
		expect(refused(() => answer(askId, 'no'))).toEqual(['why', 'Please say why, or when you could.']);
		answer(askId, 'no', 'Crane is broken');
		answer(askId, 'no', 'Crane is broken');
		expect(days()).toEqual([]);
		expect(count(app, 'select count(*) from shifts where ask_id = ?', askId)).toBe(0);
		expect(decisions(app, OWNER).find((d) => d.id === `ask:${askId}`)?.title).toBe('Wexcombe Scaffold cannot come to Test roof');
		expect(refused(() => answer(askId, 'yes'))[1]).toContain('You answered no already');
		yard.call('petra', 'plan.withdraw-ask', { askId });
		expect(decisions(app, OWNER).some((d) => d.id === `ask:${askId}`)).toBe(false);
	});
	it('not needed any more is told so once, and the link opens nothing', () => {
		const askId = ask();
		const url = linkFor(app, 'firm', askId)!;
		yard.call('petra', 'plan.withdraw-ask', { askId });
		yard.call('petra', 'plan.withdraw-ask', { askId });
		expect(days()).toEqual([]);
		expect(linkActor(app, 'firm', url.split('/').at(-1)!)).toBeNull();
		expect(count(app, "select count(*) from outbox where subject like '%not needed%'")).toBe(1);
	});
	it('is found by a part of its name, by those who see the plan', () => {
		expect(findAnything(app, 'wexc', { role: 'office' })).toContainEqual({
			kind: 'firm',
			label: 'Wexcombe Scaffold, Scaffold',
			path: '/plan/subcontractors'
		});
		expect(findAnything(app, 'wexc', { role: 'bookkeeper' }).filter((f) => f.kind === 'firm')).toEqual([]);
	});
	it('sees where and when, and nothing of what the job is worth', () => {
		const page = JSON.stringify(askPage(app, ask()));
		expect(page).toContain('1 Gull Street');
		expect(page).not.toContain(String(value(app, 'select contract_net from jobs where id = ?', jobId)));
		expect(page).not.toContain('Customer of');
	});
	it('is not asked with a paper that does not hold then, unless that is meant; nor without a mail, set aside, or for days that are over', () => {
		yard.call('petra', 'firms.save-paper', { firmId, paperId: null, name: 'Insurance', number: '7', validUntil: '2027-04-17' });
		expect(refused(() => ask())).toEqual([
			'despite',
			'Wexcombe Scaffold: “Insurance” holds until April 17, 2027 only. Ask them all the same if that is meant.'
		]);
		ask({ despite: true });
		expect(refused(() => ask({ from: '2027-04-01', to: '2027-04-02' }))[0]).toBe('from');
		const mute = firm({ name: 'Mute', mail: '' });
		expect(refused(() => ask({ firmId: mute }))[0]).toBe('firmId');
		yard.call('petra', 'firms.set-aside', { firmId, archived: true });
		expect(refused(() => ask())[1]).toContain('set aside');
		expect(refused(() => firm())[0]).toBe('name');
		expect(refused(() => firm({ name: 'Neither', subcontracts: false }))[0]).toBe('subcontracts');
	});
});

describe('the plan elsewhere', () => {
	const plan = (from: string, to: string, start: number | null, end: number | null) =>
		yard.call('petra', 'plan.add', { jobId, personIds: ['marco'], phase: 'Tear-off', from, to, start, end, note: 'Ladder', despite: true })
			.shiftIds;
	const events = (text: string) =>
		new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
	it('a customer is told when we come, in words proposed from the plan', () => {
		expect(comingText(app, jobId, '2027-04-14')).toBeNull();
		plan('2027-04-15', '2027-04-16', null, null);
		const { to, text } = comingText(app, jobId, '2027-04-14')!;
		expect(to).toBe('c@customer.example');
		expect(text).toContain('we come to you from April 15, 2027 to April 16, 2027, 1 Gull Street');
		expect(text).toContain('On site: Marco Dunleavy.');
		yard.call('petra', 'plan.tell-customer', { jobId, to, subject: 'We come', text });
		expect(value(app, "select text from outbox where subject = 'We come'")).toBe(text);
		expect(refused(() => yard.call('petra', 'plan.tell-customer', { jobId, to: '', subject: '', text }))[0]).toBe('to');
	});
	it('one’s own days are a feed that another calendar reads, across the change of clocks', () => {
		plan('2027-04-15', '2027-04-15', 420, 660);
		plan('2027-11-08', '2027-11-08', 420, 660);
		plan('2027-04-16', '2027-04-16', null, null);
		const all = events(feedOf(app, 'marco')!);
		expect(all.map((e) => [e.summary, e.location, e.startDate.isDate, e.startDate.toJSDate().toISOString()])).toEqual([
			['Test roof: Tear-off', '1 Gull Street, Test roof', false, '2027-04-15T11:00:00.000Z'],
			['Test roof: Tear-off', '1 Gull Street, Test roof', true, expect.any(String)],
			['Test roof: Tear-off', '1 Gull Street, Test roof', false, '2027-11-08T12:00:00.000Z']
		]);
		expect(feedOf(app, 'ines')).not.toContain('BEGIN:VEVENT');
	});
	it('ends with its link, and with the person’s access; one shift is a file', () => {
		const [shiftId] = plan('2027-04-15', '2027-04-15', 1320, 1800);
		yard.call('marco', 'plan.renew-calendar', { on: true });
		const first = linkFor(app, 'calendar', 'marco')!;
		yard.call('marco', 'plan.renew-calendar', { on: true });
		expect(linkActor(app, 'calendar', first.split('/').at(-1)!)).toBeNull();
		yard.call('marco', 'plan.renew-calendar', { on: false });
		expect(linkFor(app, 'calendar', 'marco')).toBeNull();
		const [event] = events(shiftFile(app, shiftId!)!.text);
		expect(event!.duration.toSeconds()).toBe(8 * 3600);
		app.db.sqlite.prepare("update people set active = 0 where id = 'marco'").run();
		expect(feedOf(app, 'marco')).toBeNull();
	});
	it('a month says by day which jobs run with how many people, and what is free', () => {
		plan('2027-04-15', '2027-04-16', null, null);
		const { days } = monthOf(app, '2027-03-29', '2027-05-09');
		expect(days).toHaveLength(42);
		expect(days.find((d) => d.day === '2027-04-15')).toMatchObject({ working: true, jobs: [{ job: 'Test roof', people: 1, open: 0 }] });
		expect(days.find((d) => d.day === '2027-04-17')).toMatchObject({ working: false, jobs: [] });
	});
});
