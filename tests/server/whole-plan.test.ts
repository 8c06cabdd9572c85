import ICAL from 'ical.js';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { Stale } from '$lib/server/commands';
import { linkFor } from '$lib/server/links';
import { planLines, toTell, unseenNotices } from '$lib/server/planning';
import { takenTimes } from '$lib/server/planning/outside';
import { writeCalendar } from '$lib/server/planning/ics';
import { isInside, webCalendars } from '$lib/server/ports';
import { feedOf, QUERIES } from '$lib/server/screens';
import { ask } from '$lib/server/queries';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, value, wonJob } from './yard';

const owner = { type: 'person' as const, id: 'imogen', name: 'Imogen Tarrant', role: 'owner' as const };
let yard: Yard;
let app: App;
let roof: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	roof = wonJob(yard, 'Roof').jobId;
});
const rows = () =>
	app.db.sqlite
		.prepare('select id, job_id, person_id, phase_id, day, from_minute, to_minute, note, version from shifts order by id')
		.all() as {
		id: string;
		day: string;
		version: number;
	}[];
/** All that stands on the plan, but not how often it was changed. */
const standing = () => rows().map(({ version: _, ...r }) => r);
type Changes = Input<'plan.arrange'>['changes'];
const place = (personId: string | null, day: string, more: object = {}) => ({
	...{ jobId: roof, phase: 'Shingles', personId, day, from: null, to: null, note: '' },
	...more
});
let made = 0;
const fresh = (personId: string | null, day: string, more: object = {}): Changes[number] => ({
	...{ id: `made-${++made}`, version: null, to: place(personId, day, more) }
});
const arrange = (changes: Changes, despite = false) => yard.call('petra', 'plan.arrange', { changes, despite });
const phaseId = (name: string, jobId = roof) => value<string>(app, 'select id from phases where job_id = ? and name = ?', jobId, name);
const phaseDays = (id: string) =>
	`${value<string>(app, 'select from_day from phases where id = ?', id)} ${value<string>(app, 'select to_day from phases where id = ?', id)}`;

describe('an arrangement of shifts', () => {
	it('is made whole and taken back exactly, the shifts’ own ids and all', () => {
		const first = arrange([fresh('marco', '2027-06-07'), fresh(null, '2027-06-08', { from: 420, to: 600, note: 'Ladder' })]);
		const before = standing();
		const [a, b] = first.undo;
		const moved = arrange([
			{ id: a!.id, version: 1, to: place('ravi', '2027-06-09') },
			{ id: b!.id, version: 1, to: null },
			fresh('ines', '2027-06-09')
		]);
		expect(count(app, "select count(*) from shifts where person_id = 'ravi' and day = '2027-06-09'")).toBe(1);
		const redo = arrange(moved.undo);
		expect(standing()).toEqual(before);
		arrange(redo.undo);
		expect(count(app, 'select count(*) from shifts where id = ?', b!.id)).toBe(0);
		expect(value(app, 'select day from shifts where id = ?', a!.id)).toBe('2027-06-09');
	});
	it('counts a shift’s changes on when it comes back: a calendar outside sees it as newer', () => {
		const { undo } = arrange([fresh('teodor', '2027-06-14')]);
		const id = undo[0]!.id;
		arrange([{ id, version: 1, to: place('teodor', '2027-06-15') }]);
		arrange(arrange([{ id, version: 2, to: null }]).undo);
		expect(value(app, 'select version from shifts where id = ?', id)).toBe(3);
	});
	it('says what speaks against it, and saves it when it is meant', () => {
		arrange([fresh('suki', '2027-06-16')]);
		const twice = [fresh('suki', '2027-06-16')];
		expect(refused(() => arrange(twice))[0]).toBe('despite');
		const asked = ask(app, QUERIES.get('plan.check-arrange')!, { changes: twice }, owner) as { against: string[] };
		expect(asked.against[0]).toContain('Booked twice on 2027-06-16');
		arrange(twice, true);
		// Two of one arrangement that meet are said too.
		expect(() => arrange([fresh('callum', '2027-06-16'), fresh('callum', '2027-06-16')])).toThrow(/Booked twice/);
	});
	it('is refused whole when one shift was changed meanwhile, is named twice, or cannot be', () => {
		const { undo } = arrange([fresh('june', '2027-06-21'), fresh('june', '2027-06-22')]);
		const [a, b] = undo.map((u) => u.id);
		arrange([{ id: a!, version: 1, to: place('june', '2027-06-23') }]);
		const before = standing();
		expect(() =>
			arrange([
				{ id: b!, version: 1, to: place('june', '2027-06-24') },
				{ id: a!, version: 1, to: null }
			])
		).toThrow(Stale);
		expect(() => arrange([{ ...fresh('june', '2027-06-24'), id: a! }])).toThrow('stands on the plan already');
		expect(() => arrange([fresh('june', '2027-06-25', { from: 600, to: 500 })])).toThrow('The end must be after the start.');
		expect(() =>
			arrange([
				{ id: a!, version: 2, to: null },
				{ id: a!, version: 2, to: null }
			])
		).toThrow('Each shift is changed once');
		expect(standing()).toEqual(before);
	});
	it('says who lacks a skill or a paper of the phase, and whose paper is over', () => {
		const id = phaseId('Shingles');
		const phase = { phaseId: id, name: 'Shingles', from: null, to: null };
		yard.call('petra', 'jobs.change-phase', { ...phase, skills: 'fall protection' });
		yard.call('petra', 'people.save-paper', { personId: 'hattie', name: 'Fall protection', validUntil: '2027-07-01' });
		expect(() => arrange([fresh('noor', '2027-06-28')])).toThrow('Noor Etienne: no “fall protection”');
		const day = { from: '2027-06-28', to: '2027-06-28', start: null, end: null, note: '' };
		const added = () => yard.call('petra', 'plan.add', { jobId: roof, phase: 'Shingles', personIds: ['noor'], ...day });
		expect(added).toThrow('Noor Etienne: no “fall protection”');
		arrange([fresh('hattie', '2027-06-28')]);
		expect(() => arrange([fresh('hattie', '2027-07-02')])).toThrow('Hattie Brandt: “Fall protection” held until July 1, 2027');
		const paper = value<string>(app, "select id from person_papers where person_id = 'hattie'");
		yard.call('petra', 'people.remove-paper', { paperId: paper });
		expect(() => arrange([fresh('hattie', '2027-06-30')])).toThrow('no “fall protection”');
		yard.call('petra', 'jobs.change-phase', { ...phase, skills: '' });
	});
});

describe('a week of one’s own', () => {
	it('holds for a person, else for the branch, and is checked', () => {
		const day = { from: 480, to: 720, breaks: [] };
		const plan = { personId: 'wes', phone: '555 0188', toldBy: 'text' as const, skills: 'crane, Crane ,steep' };
		expect(refused(() => yard.call('petra', 'people.set-planning', { ...plan, hours: { 1: { from: 720, to: 480, breaks: [] } } }))[0]).toBe(
			'day 1'
		);
		if (count(app, "select count(*) from people where id = 'wes'") === 0) return;
		yard.call('petra', 'people.set-planning', { ...plan, hours: { 1: day } });
		expect(value(app, "select skills from people where id = 'wes'")).toBe('Crane, steep');
	});
	it('of the company takes holidays by rule, and none that never comes', () => {
		const hours = JSON.parse(value<string>(app, 'select hours from company')) as Input<'company.set-week'>['hours'];
		const holiday = { by: 'date' as const, month: 2, day: 30, observed: false, name: 'Never' };
		expect(() => yard.call('imogen', 'company.set-week', { hours, holidays: [holiday] })).toThrow('“Never”: there is no such day');
		yard.call('imogen', 'company.set-week', { hours, holidays: [{ ...holiday, day: 29, name: 'Leap' }] });
		expect(() => arrange([fresh('marco', '2027-02-28')])).toThrow('2027-02-28 is Leap');
		const proposed = ask(app, QUERIES.get('company.holidays')!, { country: 'US', state: '' }, owner) as {
			holidays: { name: string; by: string }[];
		};
		expect(proposed.holidays.find((h) => h.name === 'Independence Day')).toMatchObject({ by: 'date', month: 7, day: 4 });
		expect(proposed.holidays.find((h) => h.name === 'Thanksgiving Day')).toMatchObject({ by: 'nth', month: 11, weekday: 4, nth: 4 });
	});
});

describe('phases that wait for each other', () => {
	it('are pushed with the people on them, said before, and never in a circle', () => {
		const jobId = wonJob(yard, 'Two phases').jobId;
		yard.call('petra', 'plan.add', {
			...{
				jobId,
				phase: 'Dry-in',
				personIds: ['marco'],
				from: '2027-08-05',
				to: '2027-08-06',
				start: null,
				end: null,
				note: '',
				despite: true
			}
		});
		const [first, then] = [phaseId('Shingles', jobId), phaseId('Dry-in', jobId)];
		const lay = (id: string, name: string, from: string, to: string, more: object = {}) =>
			({ phaseId: id, name, from, to, ...more }) as Input<'jobs.change-phase'>;
		yard.call('petra', 'jobs.change-phase', lay(first, 'Shingles', '2027-08-02', '2027-08-04'));
		yard.call('petra', 'jobs.change-phase', lay(then, 'Dry-in', '2027-08-05', '2027-08-06'));
		yard.call('petra', 'jobs.link-phases', { beforeId: first, afterId: then, pause: 0 });
		expect(() => yard.call('petra', 'jobs.link-phases', { beforeId: then, afterId: first, pause: 0 })).toThrow('in a circle');
		const wanted = lay(first, 'Shingles', '2027-08-02', '2027-08-05', { withShifts: true });
		expect(ask(app, QUERIES.get('plan.check-phase')!, wanted, owner)).toMatchObject([
			{ name: 'Shingles' },
			{ name: 'Dry-in', from: '2027-08-06', to: '2027-08-09', shifts: 2 }
		]);
		yard.call('petra', 'jobs.change-phase', wanted);
		expect(phaseDays(then)).toBe('2027-08-06 2027-08-09');
		expect(app.db.sqlite.prepare('select day from shifts where phase_id = ? order by day').pluck().all(then)).toEqual([
			'2027-08-06',
			'2027-08-09'
		]);
		yard.call('petra', 'jobs.link-phases', { beforeId: first, afterId: then, pause: null });
		expect(count(app, 'select count(*) from phase_links')).toBe(0);
	});
});

describe('a day that moves', () => {
	it('takes the outdoor work, pushes what waits for it, and comes back whole', () => {
		const jobId = wonJob(yard, 'Rain').jobId;
		const id = phaseId('Shingles', jobId);
		yard.call('petra', 'jobs.change-phase', { phaseId: id, name: 'Shingles', from: '2027-09-07', to: '2027-09-09', outdoor: true });
		const on = (day: string, personId = 'marco') => fresh(personId, day, { jobId });
		arrange([on('2027-09-09'), on('2027-09-09', 'ines'), fresh('ravi', '2027-09-09'), fresh('marco', '2027-09-10')]);
		const before = standing();
		const rain = { day: '2027-09-09', crewId: null, onward: false, outdoor: true, room: true };
		const shown = ask(app, QUERIES.get('plan.check-day')!, rain, owner) as {
			work: { to: string; people: string }[];
			customers: object[];
			phases: object[];
		};
		expect(shown.work).toMatchObject([{ words: 'Rain', people: 'Marco Dunleavy, Ines Falk', to: '2027-09-13', against: [] }]);
		expect([shown.customers.length, shown.phases]).toMatchObject([1, [{ words: 'Rain: Shingles', to: '2027-09-13' }]]);
		// Without looking for room it meets what stands on the next day: said, and done only when meant.
		expect(refused(() => yard.call('petra', 'plan.move-day', { ...rain, room: false }))[0]).toBe('despite');
		const { moved, undo } = yard.call('petra', 'plan.move-day', rain);
		expect([moved, phaseDays(id)]).toEqual([1, '2027-09-07 2027-09-13']);
		expect(count(app, "select count(*) from shifts where job_id = ? and day = '2027-09-13'", jobId)).toBe(2);
		yard.call('petra', 'plan.move-day-back', undo);
		expect([standing(), phaseDays(id)]).toEqual([before, '2027-09-07 2027-09-09']);
		expect(() => yard.call('petra', 'plan.move-day', { ...rain, day: '2027-09-12' })).toThrow('Nothing is planned there');
	});
	it('keeps visits within their season, never two of one agreement on a day', () => {
		const jobId = wonJob(yard, 'Season').jobId;
		const serviceId = yard.call('petra', 'rounds.save-service', {
			...{ serviceId: null, name: 'Care', wording: '', from: '04-01', to: '09-23', visits: 3 },
			...{ hours: 630_000, price: 300_000, setUp: 20, cadence: { by: 'weeks', every: 1 } }
		}).serviceId;
		const siteId = value<string>(app, 'select site_id from jobs where id = ?', jobId);
		const { agreementId } = yard.call('petra', 'rounds.add-agreement', {
			...{ serviceId, siteId, year: 2027, visits: 3, hours: 630_000, price: 300_000, note: '' }
		});
		const visit = (id: string, day: string) =>
			app.db.sqlite
				.prepare("insert into visits (id, agreement_id, occurs_on, day, crew_id, minutes) values (?, ?, ?, ?, 'gutter', 60)")
				.run(id, agreementId, day, day);
		visit('v1', '2027-09-20');
		visit('v2', '2027-09-21');
		visit('v3', '2027-09-23');
		const wet = { crewId: 'gutter', onward: false, outdoor: true, room: false };
		yard.call('petra', 'plan.move-day', { ...wet, day: '2027-09-20' });
		expect(value(app, "select day from visits where id = 'v1'")).toBe('2027-09-22');
		expect(refused(() => yard.call('petra', 'plan.move-day', { ...wet, day: '2027-09-23' }))[1]).toContain('1 find no day and stay');
	});
});

describe('telling people', () => {
	const lines = (id: string) =>
		planLines(
			'en',
			toTell(app.db.orm, '2027-04-14', [id]).flatMap((t) => t.changes)
		);
	it('says to each what is new, what changed and what is off since they were told last', () => {
		const all = () => toTell(app.db.orm, '2027-04-14').map((t) => t.personId);
		yard.call('petra', 'plan.tell', { personIds: all() });
		expect(all()).toEqual([]);
		const { undo } = arrange([fresh('ravi', '2027-10-04'), fresh('ravi', '2027-10-05')]);
		expect(lines('ravi')).toEqual(['New: October 4, 2027 – October 5, 2027, whole day: Roof, Shingles']);
		yard.call('petra', 'plan.tell', { personIds: ['ravi'] });
		const mail = app.db.sqlite.prepare("select text from outbox where about = 'person:ravi' order by rowid desc limit 1").pluck().get();
		expect(mail).toContain('• New: October 4, 2027');
		// The first goes to Ines, the second is an hour later: each hears their own.
		arrange([
			{ id: undo[0]!.id, version: 1, to: place('ines', '2027-10-04') },
			{ id: undo[1]!.id, version: 1, to: place('ravi', '2027-10-05', { from: 480, to: 600 }) }
		]);
		expect(lines('ravi')).toEqual([
			'Off: October 4, 2027, whole day: Roof, Shingles',
			'Instead of October 5, 2027, whole day: Roof, Shingles: October 5, 2027, 8:00–10:00: Roof, Shingles'
		]);
		yard.call('petra', 'plan.tell', { personIds: ['ines'] });
		expect([lines('ines'), lines('ravi').length]).toEqual([[], 2]);
		yard.call('petra', 'plan.tell', { personIds: ['ravi', 'ines'] });
		expect(all()).toEqual([]);
		expect(yard.call('petra', 'plan.tell', { personIds: ['ravi'] }).told).toBe(0);
	});
	it('what was moved and moved back is nothing to tell', () => {
		const { undo } = arrange([fresh('ravi', '2027-10-11')]);
		arrange([{ id: undo[0]!.id, version: 1, to: null }]);
		expect(lines('ravi')).toEqual([]);
	});
	it('notes who has seen it, who was called, and lets nobody see for another', () => {
		const plan = { phone: '', skills: '', hours: null };
		yard.call('petra', 'people.set-planning', { personId: 'ravi', toldBy: 'phone', ...plan });
		arrange([fresh('ravi', '2027-10-12')]);
		yard.call('petra', 'plan.tell', { personIds: ['ravi'] });
		const notice = unseenNotices(app.db.orm, 'ravi')[0]!;
		expect(notice.by).toBe('phone');
		expect(() => yard.call('ines', 'plan.see-notice', { noticeId: notice.id })).toThrow('not there any more');
		yard.call('petra', 'plan.called', { noticeId: notice.id });
		yard.call('ravi', 'plan.see-notice', { noticeId: notice.id });
		expect(value(app, 'select called_by from plan_notices where id = ?', notice.id)).toBe('Petra Vinter');
		expect(unseenNotices(app.db.orm, 'ravi').some((n) => n.id === notice.id)).toBe(false);
	});
});

describe('customers', () => {
	const sent = (jobId: string) =>
		app.db.sqlite.prepare('select channel, subject, text from outbox where about = ? order by rowid').all(`job:${jobId}`) as {
			channel: string;
			subject: string;
			text: string;
		}[];
	const tomorrow = () => yard.given({ type: 'system' }, 'plan.tell-tomorrow', {}).told;
	it('are told the afternoon before, once, if the company wishes, and never in quiet hours', () => {
		const jobId = wonJob(yard, 'Told before').jobId;
		app.db.sqlite
			.prepare("update customers set mail = 'told@before.example', phone = '' where id = (select customer_id from jobs where id = ?)")
			.run(jobId);
		yard.at('2027-04-14', '15:00');
		yard.plan(jobId, '', ['marco'], '2027-04-15', '2027-04-15');
		const before = sent(jobId).length;
		expect(tomorrow()).toBe(0);
		const wish = { dayBefore: true, onOurWay: false, quietFrom: 840, quietTo: 960 };
		yard.call('imogen', 'company.visit-messages', wish);
		expect(tomorrow()).toBe(0);
		yard.call('imogen', 'company.visit-messages', { ...wish, quietFrom: 1200, quietTo: 420 });
		expect(tomorrow()).toBeGreaterThan(0);
		expect(tomorrow()).toBe(0);
		const mails = sent(jobId).slice(before);
		expect(mails.map((m) => m.subject)).toEqual(['We come tomorrow, April 15, 2027']);
	});
	it('are told once when somebody sets out, within half an hour, by text where there is a phone', () => {
		const jobId = wonJob(yard, 'On the way').jobId;
		app.db.sqlite
			.prepare("update customers set mail = 'way@there.example', phone = '555 0123' where id = (select customer_id from jobs where id = ?)")
			.run(jobId);
		const go = () => yard.call('marco', 'plan.on-our-way', { jobId, minutes: 30 });
		expect(go).toThrow('does not tell customers');
		yard.call('imogen', 'company.visit-messages', { dayBefore: false, onOurWay: true, quietFrom: 1200, quietTo: 420 });
		yard.at('2027-04-14', '15:00');
		go();
		expect(sent(jobId).at(-1)).toMatchObject({
			channel: 'text',
			text: expect.stringContaining('Marco Dunleavy is on the way to you and arrives between 15:15 and 15:45') as string
		});
		expect(go).toThrow('They were told today already.');
	});
});

describe('time off that is asked for', () => {
	it('counts when it is granted, is refused with a reason, and is one’s own', () => {
		yard.call('callum', 'time-off.ask', { from: '2027-11-02', to: '2027-11-04', kind: 'vacation', note: 'Wedding' });
		const id = value<string>(app, "select id from time_off where person_id = 'callum'");
		arrange([fresh('callum', '2027-11-02')]);
		expect(() => yard.call('ravi', 'time-off.take-back', { timeOffId: id })).toThrow('not there any more');
		const answer = (granted: boolean, words = '') => yard.call('petra', 'time-off.answer', { timeOffId: id, granted, answer: words });
		expect(refused(() => answer(false))).toEqual(['answer', 'Please say why not.']);
		answer(true);
		expect(() => arrange([fresh('callum', '2027-11-03')])).toThrow('Time off from 2027-11-02');
		expect(() => answer(false, 'no')).toThrow('answered already');
		expect(() => yard.call('callum', 'time-off.take-back', { timeOffId: id })).toThrow('answered already');
		yard.call('callum', 'time-off.ask', { from: '2027-12-02', to: '2027-12-02', kind: 'other', note: '' });
		yard.call('callum', 'time-off.take-back', { timeOffId: value<string>(app, "select id from time_off where from_day = '2027-12-02'") });
		expect(count(app, "select count(*) from time_off where state = 'asked'")).toBe(0);
	});
});

describe('calendars outside', () => {
	const zone = 'America/New_York';
	const within = { from: '2027-01-01', to: '2027-12-31', zone };
	const file = (...lines: string[]) => ['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR'].join('\r\n');
	const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:x@there', 'DTSTAMP:20270101T000000Z', ...lines, 'END:VEVENT'];
	it('are read in their own zone, whole days, across midnight and a clock change', () => {
		expect(takenTimes(file(...event('DTSTART:20270314T130000Z', 'DTEND:20270314T140000Z', 'SUMMARY:Dentist')), within)).toEqual([
			{ day: '2027-03-14', from: 540, to: 600, text: 'Dentist' }
		]);
		expect(
			takenTimes(file(...event('DTSTART;TZID=Europe/Berlin:20270601T220000', 'DTEND;TZID=Europe/Berlin:20270602T080000')), within)
		).toEqual([
			{ day: '2027-06-01', from: 960, to: 1440, text: '' },
			{ day: '2027-06-02', from: 0, to: 120, text: '' }
		]);
		const days = takenTimes(file(...event('DTSTART;VALUE=DATE:20270701', 'DTEND;VALUE=DATE:20270703')), within);
		expect(days.map((d) => [d.day, d.from])).toEqual([
			['2027-07-01', null],
			['2027-07-02', null]
		]);
		const weekly = file(
			...event(
				'DTSTART;TZID=America/New_York:20271101T080000',
				'DTEND;TZID=America/New_York:20271101T090000',
				'RRULE:FREQ=WEEKLY;COUNT=3',
				'EXDATE;TZID=America/New_York:20271108T080000'
			)
		);
		expect(takenTimes(weekly, within).map((t) => [t.day, t.from])).toEqual([
			['2027-11-01', 480],
			['2027-11-15', 480]
		]);
	});
	it('have turns that were moved where they were moved to, not those that were called off, and one that comes without its event', () => {
		const series = ['DTSTART:20270601T130000Z', 'DTEND:20270601T140000Z', 'RRULE:FREQ=DAILY;COUNT=2'];
		const turn = ['RECURRENCE-ID:20270602T130000Z', 'DTSTART:20270603T150000Z', 'DTEND:20270603T160000Z'];
		const read = (...lines: string[]) => takenTimes(file(...lines), within).map((t) => [t.day, t.from]);
		expect(read(...event(...series), ...event(...turn))).toEqual([
			['2027-06-01', 540],
			['2027-06-03', 660]
		]);
		expect(read(...event(...series), ...event(...turn, 'STATUS:CANCELLED'))).toEqual([['2027-06-01', 540]]);
		expect(read(...event(...turn))).toEqual([['2027-06-03', 660]]);
	});
	it('leave out what was called off, what takes no time, and what came from here', () => {
		const at = ['DTSTART:20270601T130000Z', 'DTEND:20270601T140000Z'];
		expect(takenTimes(file(...event(...at, 'STATUS:CANCELLED'), ...event(...at, 'TRANSP:TRANSPARENT')), within)).toEqual([]);
		expect(
			takenTimes(
				writeCalendar([{ id: 's', day: '2027-06-01', from: 1, to: 2, title: 'x', place: '', note: '', sequence: 0 }], {
					name: 'y',
					at: 0,
					instant: (d, m) => Date.parse(d) + m * 60_000
				}),
				within
			)
		).toEqual([]);
	});
	it('that are none, or too large, are refused; the times read before stay', () => {
		expect(() => takenTimes('hello', within)).toThrow('This is not a calendar.');
		expect(() => takenTimes('x'.repeat(5_000_001), within)).toThrow('too large');
		expect(() => takenTimes(file(...event('DTSTART:20270101T000000Z', 'DTEND:20270101T000100Z', 'RRULE:FREQ=MINUTELY')), within)).toThrow(
			'too large'
		);
		const { calendarId } = yard.call('petra', 'plan.add-calendar', {
			...{
				personId: 'suki',
				name: 'Own',
				address: '',
				file: file(...event('DTSTART:20270421T130000Z', 'DTEND:20270421T140000Z', 'SUMMARY:School'))
			}
		});
		expect(() => arrange([fresh('suki', '2027-04-21', { from: 540, to: 600 })])).toThrow('Taken on 2027-04-21: School 9:00–10:00');
		yard.given({ type: 'system' }, 'plan.take-calendar', { calendarId, text: 'nonsense', problem: '' });
		expect([value(app, 'select problem from outside_calendars'), count(app, 'select count(*) from busy_times')]).toEqual([
			'This is not a calendar.',
			1
		]);
		yard.call('petra', 'plan.remove-calendar', { calendarId });
		expect(count(app, 'select count(*) from busy_times')).toBe(0);
		const add = (address: string) => yard.call('petra', 'plan.add-calendar', { personId: 'suki', name: 'Web', address, file: '' });
		expect(refused(() => add('file:///etc/passwd'))[0]).toBe('address');
	});
	it('are not fetched from within our own networks, also not after being sent on, nor in circles', async () => {
		for (const ip of ['127.0.0.1', '10.1.2.3', '169.254.169.254', '192.168.1.1', '::1', 'fe80::1', '::ffff:127.0.0.1'])
			expect([ip, isInside(ip)]).toEqual([ip, true]);
		expect(isInside('93.184.216.34')).toBe(false);
		const inside = await webCalendars(() => Promise.resolve(['10.0.0.1'])).fetch('https://calendar.example/x.ics');
		expect(inside).toEqual({ text: '', problem: 'This address lies within our own network.' });
		const nowhere = await webCalendars(() => Promise.resolve([])).fetch('https://calendar.example/x.ics');
		expect(nowhere.problem).toBe('There is no such address.');
	});
});

describe('our feeds', () => {
	it('are read by an independent reader as they were written, whatever stands in them', () => {
		const words = fc
			.string({ unit: 'binary', maxLength: 120 })
			.map((s) => s.replace(/[\u0000-\u001f\u007f\ud800-\udfff\u2028\u2029\r]/g, ' ').trim());
		fc.assert(
			fc.property(words, words, fc.integer({ min: 0, max: 1438 }), fc.nat(9), (title, note, from, sequence) => {
				const of = { name: 'Yard', at: Date.UTC(2027, 3, 14), instant: (d: string, m: number) => Date.parse(d) + m * 60_000 };
				const text = writeCalendar([{ id: 'a', day: '2027-05-01', from, to: from + 1, title, place: '', note, sequence }], of);
				for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
				// What `parse` gives is what `Component` takes; its types say a string.
				const event = new ICAL.Component(ICAL.parse(text) as unknown as string).getFirstSubcomponent('vevent')!;
				expect([event.getFirstPropertyValue('summary') ?? '', event.getFirstPropertyValue('description') ?? '']).toEqual([title, note]);
				expect([
					event.getFirstPropertyValue('sequence'),
					(event.getFirstPropertyValue('dtstart') as ICAL.Time).toJSDate().getTime()
				]).toEqual([sequence, of.instant('2027-05-01', from)]);
			})
		);
	});
	it('of a crew, a branch and all say who; a new one ends the one before', () => {
		arrange([fresh('marco', '2027-10-20'), fresh('ines', '2027-10-20')]);
		yard.call('petra', 'plan.renew-feed', { of: 'crew', id: 'slate', on: true });
		const first = linkFor(app, 'calendar', 'crew:slate');
		expect(first).toContain('/calendar/');
		yard.call('petra', 'plan.renew-feed', { of: 'crew', id: 'slate', on: true });
		expect(linkFor(app, 'calendar', 'crew:slate')).not.toBe(first);
		yard.call('petra', 'plan.renew-feed', { of: 'all', id: null, on: true });
		expect(feedOf(app, 'crew:slate')).toContain('SUMMARY:Marco Dunleavy: Roof: Shingles');
		expect(feedOf(app, 'marco')).toContain('SUMMARY:Roof: Shingles');
		expect([feedOf(app, 'crew:none'), feedOf(app, 'nobody')]).toEqual([null, null]);
		expect(feedOf(app, 'all')).toContain('Ines Falk');
		yard.call('petra', 'plan.renew-feed', { of: 'all', id: null, on: false });
		expect(linkFor(app, 'calendar', 'all')).toBe(null);
	});
});

describe('who can go now', () => {
	it('is who is on call, then who is free, then who is at work elsewhere', () => {
		yard.call('petra', 'plan.put-on-call', { personId: 'teodor', from: '2027-04-12', to: '2027-04-18' });
		arrange([fresh('marco', '2027-04-14')], true);
		const list = ask(app, QUERIES.get('plan.emergency')!, { jobId: roof }, owner) as {
			id: string;
			onCall: boolean;
			now: string;
			freeMinutes: number;
		}[];
		expect(list[0]).toMatchObject({ id: 'teodor', onCall: true });
		const marco = list.find((p) => p.id === 'marco')!;
		expect([marco.now, marco.freeMinutes]).toEqual(['Roof', 0]);
		expect(list.findIndex((p) => p.freeMinutes > 0)).toBeLessThan(list.indexOf(marco));
		yard.call('petra', 'plan.take-off-call', { onCallId: value<string>(app, 'select id from on_call') });
		expect(count(app, 'select count(*) from on_call')).toBe(0);
	});
});
