import sharp from 'sharp';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import { Viewer } from '$lib/core/access';
import { guessAgreements, pointsAsTable, readAgreements, readCsv } from '$lib/core/formats';
import { randomUUID } from 'node:crypto';
import type { App } from '$lib/server/app';
import { keepPicture, notesOf } from '$lib/server/field';
import { agreementList, isVisitPicture, roundsFile, serviceList, stopsOf, visitsOfService } from '$lib/server/rounds';
import { comingToCustomer, planSheets } from '$lib/server/screens';
import { QUERIES } from '$lib/server/screens/asked';
import { decisions } from '$lib/server/screens/today';
import { ask } from '$lib/server/queries';
import { repeatFile } from '$lib/server/repeats';
import { addDays, weekday } from '$lib/core/time';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, refused, told, value, viewer, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
let serviceId: string;
beforeEach(async () => {
	({ yard, app, clock } = await freshYard());
	serviceId = yard.call('petra', 'rounds.save-service', {
		...{ serviceId: null, name: 'Gutter care', wording: 'Clear and flush', from: '04-01', to: '10-31', visits: 15, hours: 300_000 },
		...{ price: 300_000, setUp: 20, cadence: { by: 'weeks', every: 2 } }
	}).serviceId;
});
const PETRA = { type: 'person' as const, id: 'petra', name: 'Petra', role: 'office' as const };
const asked = <T>(name: string, input: object): T => ask(app, QUERIES.get(name)!, input, PETRA) as T;
/** Sites of one customer with an agreement each. */
function sold(n: number, more: Partial<Input<'rounds.add-agreement'>> = {}): { agreementId: string; jobId: string }[] {
	const customerId = yard.customer('Property care', 'organization', 'p@care.example', '', 'Quay 1');
	return Array.from({ length: n }, (_, i) => {
		const { siteId } = yard.call('petra', 'customers.save-site', {
			...{ customerId, siteId: null, address: `${i + 1} Harbor Row`, access: '', district: i % 2 ? 'Weirside' : 'Quayside' },
			...{ lat: -47 - i / 1000, lng: -131 }
		});
		return yard.call('petra', 'rounds.add-agreement', {
			...{ serviceId, siteId, year: 2027, visits: 14, hours: 630_000, price: 300_000, note: '' },
			...more
		});
	});
}
const plan = (agreementIds: string[], more: Partial<Input<'rounds.plan'>> = {}) =>
	yard.call('petra', 'rounds.plan', {
		agreementIds,
		crewId: 'gutter',
		weekday: 4,
		start: '2027-04-14',
		despite: true,
		reason: 'Agreed',
		...more
	});
interface Visit {
	id: string;
	day: string;
	crew: string;
	state: string;
	version: number;
}
const visitsOf = (agreementId: string) =>
	app.db.sqlite
		.prepare('select id, day, crew_id crew, state, version from visits where agreement_id = ? order by day')
		.all(agreementId) as Visit[];
const charges = (jobId: string) =>
	app.db.sqlite.prepare('select name, charge, day, state from cost_entries where job_id = ? order by day, name').all(jobId) as {
		name: string;
		charge: number;
		day: string;
		state: string;
	}[];

describe('cadences by name', () => {
	it('are guessed by the visits sold, named when none fits, and chosen for each', () => {
		const leaner = yard.call('petra', 'rounds.save-cadence', {
			...{ cadenceId: null, serviceId, name: 'Leaner', cadence: { by: 'weeks', every: 4 }, setUp: 30, archived: false }
		}).cadenceId;
		const [full, lean, odd] = [sold(1, { visits: 16 })[0]!, sold(1, { visits: 8 })[0]!, sold(1, { visits: 11 })[0]!];
		const wish = { agreementIds: [full, lean, odd].map((a) => a.agreementId), crewId: 'gutter', weekday: 4, start: '2027-04-01' };
		const shown = asked<{ rows: { id: string; cadenceId: string | null; fits: boolean; planned: number }[]; ways: { name: string }[] }>(
			'rounds.preview',
			wish
		);
		expect(shown.ways.map((w) => w.name)).toEqual(['usual', 'Leaner']);
		expect(shown.rows.map((r) => [r.cadenceId, r.fits])).toEqual([
			[null, true],
			[leaner, true],
			[null, false]
		]);
		plan(wish.agreementIds, { cadenceOf: { [odd.agreementId]: leaner } });
		expect([full, lean, odd].map((a) => visitsOf(a.agreementId).length)).toEqual([15, 8, 8]);
		expect(refused(() => plan([full.agreementId], { cadenceOf: { [full.agreementId]: randomUUID() } }))[1]).toContain('another service');
	});
	it('have each name once, and are not planned by any more when set aside', () => {
		const wish = { cadenceId: null, serviceId, name: 'Leaner', cadence: { by: 'weeks' as const, every: 4 }, setUp: 0, archived: false };
		const { cadenceId } = yard.call('petra', 'rounds.save-cadence', wish);
		expect(refused(() => yard.call('petra', 'rounds.save-cadence', { ...wish, name: 'LEANER' }))[0]).toBe('name');
		yard.call('petra', 'rounds.save-cadence', { ...wish, cadenceId, archived: true, version: 1 });
		const [a] = sold(1, { visits: 8 });
		const { ways } = asked<{ ways: unknown[] }>('rounds.preview', {
			...{ agreementIds: [a!.agreementId], crewId: 'gutter', weekday: 4, start: '2027-04-14' }
		});
		expect(ways).toHaveLength(1);
		const windows = [{ from: '06-01', to: '05-01' }];
		expect(
			refused(() => yard.call('petra', 'rounds.save-cadence', { ...wish, name: 'Odd', cadence: { by: 'windows', windows, gap: 3 } }))[0]
		).toBe('windows');
	});
});

describe('a difference', () => {
	it('is said with its money to who sees prices, and let pass only with a reason, which stays with the planning', () => {
		const [a] = sold(1);
		const wish = { agreementIds: [a!.agreementId], crewId: 'gutter', weekday: 4, start: '2027-04-14' };
		expect(asked<{ differs: string }>('rounds.preview', wish).differs).toBe('1 visit more than sold: free work of 214.29.');
		expect(refused(() => plan([a!.agreementId], { reason: ' ' }))).toEqual([
			'reason',
			'Say why it is planned although it is not what was sold.'
		]);
		plan([a!.agreementId], { reason: 'They pay it on top' });
		expect(value(app, 'select reason from round_plans')).toBe('They pay it on top');
	});
	it('and days with more than the crew is paid for are shown before anything is written', () => {
		const all = sold(20).map((a) => a.agreementId);
		const shown = asked<{ fullDays: { day: string; planned: number; paid: number }[]; rows: { perVisit: number }[] }>('rounds.preview', {
			...{ agreementIds: all, crewId: 'gutter', weekday: 4, start: '2027-04-14' }
		});
		expect(shown.fullDays).toHaveLength(15);
		expect(shown.fullDays[0]!.planned).toBeGreaterThan(shown.fullDays[0]!.paid);
		expect(shown.rows[0]!.perVisit).toBe(21_429);
		expect(count(app, 'select count(*) from visits')).toBe(0);
	});
});

describe('what bills an agreement', () => {
	it('in equal parts: each instalment becomes a charge on its day, once, whatever was done', () => {
		const [a] = sold(1, { billing: 'instalments' });
		const due = () => yard.given({ type: 'system' }, 'rounds.bill-instalments', {}).made as number;
		expect(due()).toBe(0);
		yard.at('2027-06-30', '06:00');
		expect(due()).toBe(3);
		expect(due()).toBe(0);
		expect(charges(a!.jobId).map((c) => [c.name, c.charge, c.day])).toEqual([
			['Gutter care, instalment 1 of 7', 42_858, '2027-04-30'],
			['Gutter care, instalment 2 of 7', 42_857, '2027-05-31'],
			['Gutter care, instalment 3 of 7', 42_857, '2027-06-30']
		]);
		// A visit that is done charges nothing on top.
		plan([a!.agreementId], { start: '2027-06-30' });
		yard.at('2027-07-01', '10:00');
		yard.call('noor', 'rounds.do-visit', { visitId: visitsOf(a!.agreementId)[0]!.id, done: true, note: '' });
		expect(charges(a!.jobId)).toHaveLength(3);
		const change = {
			agreementId: a!.agreementId,
			visits: 14,
			hours: 630_000,
			note: '',
			version: value<number>(app, 'select version from agreements')
		};
		expect(refused(() => yard.call('petra', 'rounds.change-agreement', { ...change, price: 400_000 }))[0]).toBe('price');
		yard.at('2027-12-01', '06:00');
		due();
		expect(charges(a!.jobId).reduce((n, c) => n + c.charge, 0)).toBe(300_000);
	});
	it('on completion: the whole price once the sold visits are done, or when its season is over and somebody says so', () => {
		const [a, b] = sold(2, { billing: 'completion', visits: 2 });
		plan([a!.agreementId]);
		for (const v of visitsOf(a!.agreementId).slice(0, 2)) {
			expect(charges(a!.jobId)).toEqual([]);
			yard.at(v.day, '10:00');
			yard.call('noor', 'rounds.do-visit', { visitId: v.id, done: true, note: '' });
		}
		expect(charges(a!.jobId).map((c) => [c.name, c.charge, c.state])).toEqual([['Gutter care', 300_000, 'to bill']]);
		// Not done after all: nothing is to bill until it is done again, and then it is once.
		const last = visitsOf(a!.agreementId)[1]!;
		yard.call('noor', 'rounds.do-visit', { visitId: last.id, done: false, note: '' });
		expect(charges(a!.jobId)).toEqual([]);
		yard.call('noor', 'rounds.do-visit', { visitId: last.id, done: true, note: '' });
		expect(charges(a!.jobId)).toHaveLength(1);
		const complete = () =>
			yard.call('petra', 'rounds.complete', {
				agreementId: b!.agreementId,
				version: value<number>(app, 'select version from agreements where id = ?', b!.agreementId)
			});
		expect(refused(complete)[1]).toContain('goes on until October 31, 2027');
		yard.at('2027-11-02', '10:00');
		complete();
		expect(charges(b!.jobId)).toHaveLength(1);
		expect(refused(complete)[1]).toContain('is a charge already');
	});
});

describe('renewed for another season', () => {
	it('at a percent or from break-even, each shown against it first; all of them or none', () => {
		const all = sold(3).map((a) => a.agreementId);
		const wish = { agreementIds: all, year: 2028, way: 'percent' as const, by: 350 };
		const shown = asked<{ rows: { was: number; becomes: number; breakEven: number }[]; below: number; lost: number }>(
			'rounds.check-renewal',
			wish
		);
		expect(shown.rows.map((r) => [r.was, r.becomes])).toEqual([1, 2, 3].map(() => [300_000, 310_500]));
		expect(shown.below).toBe(shown.rows[0]!.breakEven > 310_500 ? 3 : 0);
		expect(shown.lost).toBe(3 * Math.max(0, shown.rows[0]!.breakEven - 310_500));
		expect(refused(() => yard.call('petra', 'rounds.renew', { ...wish, way: 'margin', by: 10_000 }))[0]).toBe('by');
		yard.call('petra', 'rounds.renew', { ...wish, agreementIds: [all[2]!] });
		// One of them has its agreement of that season: nothing is sold twice, and of the others nothing either.
		expect(refused(() => yard.call('petra', 'rounds.renew', wish))[1]).toContain('already');
		expect(count(app, "select count(*) from agreements where from_day = '2028-04-01'")).toBe(1);
		yard.call('petra', 'rounds.renew', { ...wish, agreementIds: all.slice(0, 2), way: 'margin', by: 4000 });
		const made = app.db.sqlite.prepare("select price, visits, hours from agreements where from_day = '2028-04-01' order by number").all();
		expect(made[1]).toEqual({ price: Math.round(shown.rows[0]!.breakEven / 0.6), visits: 14, hours: 630_000 });
		expect(count(app, 'select count(*) from jobs where contract_net = ?', Math.round(shown.rows[0]!.breakEven / 0.6))).toBe(2);
	});
	it('with the material of each visit counted, which only those see who see costs', () => {
		const [a] = sold(1).map((x) => x.agreementId);
		const breakEven = () =>
			asked<{ rows: { breakEven: number }[] }>('rounds.check-renewal', { agreementIds: [a!], year: 2028, way: 'percent', by: 0 }).rows[0]!
				.breakEven;
		const before = breakEven();
		const save = (more: object) =>
			yard.call('petra', 'rounds.save-service', {
				...{
					serviceId,
					name: 'Gutter care',
					wording: '',
					from: '04-01',
					to: '10-31',
					visits: 15,
					hours: 300_000,
					price: 300_000,
					setUp: 20
				},
				...{ cadence: { by: 'weeks', every: 2 } },
				...more
			});
		save({ materials: 1850 });
		expect(breakEven() - before).toBe(14 * 1850);
		// Saved by somebody who does not see it, it stays.
		save({ setUp: 25 });
		expect(breakEven() - before).toBe(14 * 1850);
		expect([serviceList(app, OWNER)[0]!.materials, serviceList(app, viewer('crew'))[0]!.materials]).toEqual([1850, null]);
	});
});

describe('hours in which one gets in', () => {
	it('stand with the stop, on the sheet and in the list; are put right, and go with a renewal', () => {
		const [a] = sold(1, { openFrom: 480, openTo: 720 });
		plan([a!.agreementId]);
		const stop = () => stopsOf(app, 'gutter', visitsOf(a!.agreementId)[0]!.day)[0]!;
		expect([stop().openFrom, stop().openTo]).toEqual([480, 720]);
		const sheet = planSheets(app, '2027-04-12', 2, 'gutter').stops.flatMap((s) => s.at);
		expect(sheet[0]).toBe('1 Harbor Row (8:00–12:00)');
		const change = (more: object) =>
			yard.call('petra', 'rounds.change-agreement', {
				...{ agreementId: a!.agreementId, visits: 14, hours: 630_000, price: 300_000, note: '' },
				...more
			});
		expect(refused(() => change({ openFrom: 720, openTo: 600 }))).toEqual(['openTo', 'It shuts before it opens.']);
		expect(refused(() => change({ openFrom: 600, openTo: null }))[0]).toBe('openTo');
		change({ openFrom: 600, openTo: 660 });
		// What is not named stays.
		change({ note: 'Ring first' });
		expect([stop().openFrom, stop().openTo]).toEqual([600, 660]);
		yard.call('petra', 'rounds.renew', { agreementIds: [a!.agreementId], year: 2028, way: 'percent', by: 0 });
		expect(agreementList(app, serviceId, OWNER).map((x) => [x.openFrom, x.openTo])).toEqual([
			[600, 660],
			[600, 660]
		]);
		change({ openFrom: null, openTo: null });
		expect(stop().openFrom).toBeNull();
	});
	it('are refused where they are no hours, of one and of many', () => {
		expect(refused(() => sold(1, { openFrom: 480 }))[0]).toBe('openTo');
		const row = {
			siteId: null,
			customer: 'Care',
			address: '9 Quay',
			district: '',
			lat: null,
			lng: null,
			visits: 14,
			hours: 1,
			price: 1,
			note: ''
		};
		const many = { serviceId, year: 2027, billing: 'visit' as const, rows: [{ ...row, openFrom: 480, openTo: 400 }] };
		expect(refused(() => yard.call('petra', 'rounds.sell-many', many))[0]).toBe('openTo');
		expect(count(app, 'select count(*) from agreements')).toBe(0);
	});
});

describe('visits moved', () => {
	it('as a round, from a day on, and taken back to the same, in days and crews', () => {
		const all = sold(4).map((a) => a.agreementId);
		plan(all);
		const before = app.db.sqlite.prepare('select id, day, crew_id from visits order by id').all();
		const moves = { crewId: 'gutter', day: '2027-04-29', to: '2027-04-30', toCrewId: 'gutter', onward: true };
		const { changes } = asked<{ changes: Input<'rounds.move-visits'>['changes'] }>('rounds.round-moves', moves);
		expect(changes).toHaveLength(4 * 14);
		const { undo } = yard.call('petra', 'rounds.move-visits', { changes });
		expect(visitsOf(all[0]!).map((v) => weekday(v.day))).toEqual([4, ...Array.from({ length: 14 }, () => 5)]);
		yard.call('petra', 'rounds.move-visits', { changes: undo });
		expect(app.db.sqlite.prepare('select id, day, crew_id from visits order by id').all()).toEqual(before);
	});
	it('to another round, added and taken off, never two of a site on a day, never out of its season', () => {
		const [a, b] = sold(2).map((x) => x.agreementId);
		plan([a!, b!]);
		const { changes } = asked<{ changes: Input<'rounds.move-visits'>['changes'] }>('rounds.moves-to', {
			...{ agreementIds: [a!], crewId: 'slate', weekday: 2 }
		});
		yard.call('petra', 'rounds.move-visits', { changes });
		expect([...new Set(visitsOf(a!).map((v) => v.crew))]).toEqual(['slate']);
		// This week's Tuesday is over: that one keeps its day.
		expect(visitsOf(a!).map((v) => weekday(v.day))).toEqual([4, ...Array.from({ length: 14 }, () => 2)]);
		const [first, second] = visitsOf(b!);
		const change = { agreementId: b!, version: first!.version, crewId: 'gutter' };
		const move = (day: string) => yard.call('petra', 'rounds.move-visits', { changes: [{ ...change, id: first!.id, day }] });
		expect(refused(() => move(second!.day))[1]).toContain('visit on that day already');
		expect(refused(() => move('2027-11-20'))[1]).toContain('season of this site');
		// Two that change places at once never stand on one day.
		const swapped = [
			{ ...change, id: first!.id, day: second!.day },
			{ ...change, id: second!.id, version: second!.version, day: first!.day }
		];
		yard.call('petra', 'rounds.move-visits', { changes: swapped });
		// On a day that another visit is known by, which was moved away from it, one more can stand.
		const third = visitsOf(b!)[4]!;
		const away = { ...change, id: third.id, version: third.version, day: addDays(third.day, 3) };
		yard.call('petra', 'rounds.move-visits', { changes: [away] });
		const more = yard.call('petra', 'rounds.move-visits', { changes: [{ ...change, id: randomUUID(), version: null, day: third.day }] });
		expect(visitsOf(b!).map((v) => v.day)).toContain(third.day);
		yard.call('petra', 'rounds.move-visits', { changes: more.undo });
		const id = randomUUID();
		const { undo } = yard.call('petra', 'rounds.move-visits', { changes: [{ ...change, id, version: null, day: '2027-05-03' }] });
		expect(visitsOf(b!)).toHaveLength(16);
		expect(
			refused(() => yard.call('petra', 'rounds.move-visits', { changes: [{ ...change, id, version: 9, day: '2027-05-04' }] }))[1]
		).toContain('changed meanwhile');
		yard.call('petra', 'rounds.move-visits', { changes: undo });
		expect(visitsOf(b!)).toHaveLength(15);
	});
});

describe('a round in the field', () => {
	it('keeps its order on every day, times each visit, and knows what was noted the last time', () => {
		const [a, b, c] = sold(3).map((x) => x.agreementId);
		plan([a!, b!, c!]);
		yard.call('petra', 'rounds.set-order', { agreementIds: [c!, a!] });
		const stops = (day: string) => stopsOf(app, 'gutter', day);
		expect(stops('2027-04-15').map((s) => s.address)).toEqual(['3 Harbor Row', '1 Harbor Row', '2 Harbor Row']);
		yard.at('2027-04-15', '08:00');
		const [first, second] = stops('2027-04-15');
		const here = (visitId: string, at: boolean) => yard.call('noor', 'rounds.arrive-visit', { visitId, here: at });
		here(first!.id, true);
		clock.at += 40 * 60_000;
		here(first!.id, true);
		yard.call('noor', 'rounds.do-visit', { visitId: first!.id, done: true, note: 'Downspout at the back is cracked' });
		expect(value(app, 'select (left_at - arrived_at) / 60000 from visits where id = ?', first!.id)).toBe(40);
		const row = agreementList(app, serviceId, OWNER).find((x) => x.id === c)!;
		expect([row.spent, row.timed]).toEqual([40, 1]);
		yard.call('noor', 'rounds.skip-visit', { visitId: second!.id, reason: 'Gate locked' });
		yard.call('noor', 'rounds.skip-visit', { visitId: second!.id, reason: 'Gate locked' });
		expect(stops('2027-04-15').map((s) => s.address)).toEqual(['3 Harbor Row', '2 Harbor Row']);
		// After a skipped site the order holds, and the note is there.
		expect(stops('2027-04-29').map((s) => [s.address, s.lastNote])).toEqual([
			['3 Harbor Row', 'Downspout at the back is cracked'],
			['1 Harbor Row', ''],
			['2 Harbor Row', '']
		]);
		expect(told(app, 'code = ?', 'rounds.skip-visit')).toHaveLength(1);
		yard.at('2027-04-30', '08:00');
		expect(agreementList(app, serviceId, OWNER).map((x) => x.missed)).toEqual([1, 2, 1]);
	});
});

describe('files of a round', () => {
	it('are a table, a map and a calendar; prices only for those who see them', () => {
		const all = sold(3).map((a) => a.agreementId);
		plan(all);
		yard.call('petra', 'rounds.set-order', { agreementIds: [all[2]!, all[0]!, all[1]!] });
		const csv = roundsFile(app, serviceId, 'csv', OWNER)!.text.split(/\r?\n/);
		expect(csv[1]).toContain('Property care,1 Harbor Row,Quayside,2027-04-01,2027-10-31,14,15,0,63,3000,visit,Gutter,Thursday,-47,-131,');
		expect(roundsFile(app, serviceId, 'csv', Viewer.of({ id: 'x', role: 'crew' }))!.text).not.toContain(',3000,');
		const map = JSON.parse(roundsFile(app, serviceId, 'geojson', viewer('office'))!.text) as {
			features: { geometry: { type: string; coordinates: unknown }; properties: object }[];
		};
		expect(map.features).toHaveLength(4);
		expect(map.features[3]!.geometry).toEqual({
			type: 'LineString',
			coordinates: [
				[-131, -47.002],
				[-131, -47],
				[-131, -47.001]
			]
		});
		const calendar = roundsFile(app, serviceId, 'ics', OWNER)!.text;
		expect(calendar.match(/BEGIN:VEVENT/g)).toHaveLength(15);
		expect(calendar).toContain('DTSTART;VALUE=DATE:20270415');
		expect(visitsOfService(app, serviceId)).toHaveLength(45);
		expect(roundsFile(app, serviceId, 'exe', OWNER)).toBeNull();
		expect(roundsFile(app, 'none', 'csv', OWNER)).toBeNull();
	});
});

describe('a repeat job', () => {
	const rule = (more: Partial<Input<'repeats.save'>> = {}) => {
		const { jobId } = wonJob(yard, 'Gutter check');
		return yard.call('petra', 'repeats.save', {
			...{ ruleId: null, jobId, name: 'Gutter check', onHoliday: 'move', way: 'booked', crewId: 'gutter', from: 420, to: 540, ahead: 14 },
			rule: { by: 'week', weekdays: [1], every: 1, start: '2027-04-19' },
			...more
		}).ruleId;
	};
	const made = (ruleId: string) =>
		app.db.sqlite.prepare('select occurs_on o, day d from repeat_occurrences where rule_id = ? order by occurs_on').all(ruleId);
	const make = (ruleId: string) => yard.given({ type: 'system' }, 'repeats.make', { ruleId });
	const comes = (ruleId: string) =>
		asked<{ occursOn: string; day: string | null; exception: boolean; made: boolean }[]>('repeats.coming', { ruleId });
	it('leaves one out and moves one, and makes each of them once', () => {
		const ruleId = rule();
		expect(made(ruleId)).toEqual([
			{ o: '2027-04-19', d: '2027-04-19' },
			{ o: '2027-04-26', d: '2027-04-26' }
		]);
		expect(refused(() => yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-04-26', day: null }))[1]).toContain('made already');
		expect(refused(() => yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-04', day: null }))[1]).toContain(
			'nothing on that day'
		);
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-03', day: null });
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-10', day: '2027-05-12' });
		expect(
			comes(ruleId)
				.slice(0, 4)
				.map((c) => [c.occursOn, c.day, c.exception, c.made])
		).toEqual([
			['2027-04-19', '2027-04-19', false, true],
			['2027-04-26', '2027-04-26', false, true],
			['2027-05-03', null, true, false],
			['2027-05-10', '2027-05-12', true, false]
		]);
		yard.at('2027-04-30', '08:00');
		for (const _ of [1, 2]) make(ruleId);
		expect(made(ruleId).slice(2)).toEqual([
			{ o: '2027-05-03', d: null },
			{ o: '2027-05-10', d: '2027-05-12' }
		]);
		expect(count(app, "select count(*) from jobs where name like 'Gutter check, %'")).toBe(3);
	});
	it('moved earlier is made in time, put back comes as the rule says, and ends when it is ended', () => {
		const ruleId = rule();
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-06-07', day: '2027-04-22' });
		expect(made(ruleId)).toContainEqual({ o: '2027-06-07', d: '2027-04-22' });
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-10', day: null });
		yard.call('petra', 'repeats.drop-exception', { ruleId, occursOn: '2027-05-10' });
		expect(comes(ruleId).find((c) => c.occursOn === '2027-05-10')).toMatchObject({ day: '2027-05-10', exception: false });
		const version = value<number>(app, 'select version from repeat_rules where id = ?', ruleId);
		yard.call('petra', 'repeats.end', { ruleId, lastDay: '2027-05-20', version });
		expect(comes(ruleId).map((c) => c.occursOn)).toEqual(['2027-04-19', '2027-04-26', '2027-05-03', '2027-05-10', '2027-05-17']);
	});
	it('says what a changed rule adds and drops of what is still to come', () => {
		const ruleId = rule();
		const change = asked<{ added: string[]; dropped: string[] }>('repeats.check-change', {
			...{ ruleId, rule: { by: 'week', weekdays: [2], every: 1, start: '2027-04-19', until: '2027-05-12' } }
		});
		expect(change.added).toEqual(['2027-04-20', '2027-04-27', '2027-05-04', '2027-05-11']);
		expect(change.dropped.slice(0, 2)).toEqual(['2027-04-19', '2027-04-26']);
		expect(made(ruleId)).toHaveLength(2);
	});
	it('is a calendar entry that repeats, without what is left out and with what was moved', () => {
		const ruleId = rule({ ahead: 0 });
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-03', day: null });
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-05-10', day: '2027-05-12' });
		const text = repeatFile(app, ruleId)!;
		expect(text).toContain('DTSTART:20270419T070000\r\nDTEND:20270419T090000\r\nRRULE:FREQ=WEEKLY;WKST=MO;BYDAY=MO');
		// The holiday of May 31 is moved to the day after by the rule itself.
		expect(text.replace(/\r\n /g, '')).toMatch(/EXDATE:20270503T070000,20270510T070000,20270531T070000/);
		expect(text.replace(/\r\n /g, '')).toMatch(/RDATE:20270512T070000,20270601T070000/);
		expect(repeatFile(app, 'none')).toBeNull();
	});
});

describe('visits whose day is over', () => {
	it('are one decision on Today until they are done or left out', () => {
		const all = sold(3).map((a) => a.agreementId);
		plan(all);
		const missed = () => decisions(app, OWNER).filter((d) => d.id === `missed:${serviceId}`);
		expect(missed()).toEqual([]);
		yard.at('2027-04-30', '08:00');
		expect(missed().map((d) => [d.title, d.detail, d.path])).toEqual([
			[
				'Gutter care: 6 visits to 3 sites missed',
				'Since Thursday, Apr 15: neither done nor left out',
				`/plan/rounds?service=${serviceId}&which=missed`
			]
		]);
		for (const v of all.flatMap(visitsOf).filter((v) => v.day < '2027-04-30'))
			yard.call('petra', 'rounds.skip-visit', { visitId: v.id, reason: 'Storm' });
		expect(missed()).toEqual([]);
	});
});

describe('how a visit goes', () => {
	const service = (more: object) =>
		yard.call('petra', 'rounds.save-service', {
			...{ serviceId, name: 'Gutter care', wording: '', from: '04-01', to: '10-31', visits: 14, hours: 630_000, price: 300_000, setUp: 20 },
			...{ cadence: { by: 'weeks', every: 2 } },
			...more
		});
	const preview = (agreementIds: string[], weekday = 4) =>
		asked<{ lacks: string[]; rows: { minutes: number; onSite: number; shut: number }[] }>('rounds.preview', {
			...{ agreementIds, crewId: 'gutter', weekday, start: '2027-04-14' }
		});
	it('is by so many people and up to the step, of the service and of each cadence', () => {
		const [a] = sold(1);
		// 4.5 h of labor by the two of the crew, and 20 min: 155; by three, up to a quarter: 110 → 120.
		expect(preview([a!.agreementId]).rows[0]).toMatchObject({ onSite: 135, minutes: 155 });
		service({ crewSize: 3, step: 15 });
		expect(preview([a!.agreementId]).rows[0]).toMatchObject({ onSite: 90, minutes: 120 });
		yard.call('petra', 'rounds.save-cadence', {
			...{
				cadenceId: null,
				serviceId,
				name: 'Alone',
				cadence: { by: 'weeks', every: 2 },
				setUp: 10,
				crewSize: 1,
				step: 60,
				archived: false
			}
		});
		const alone = value<string>(app, "select id from cadences where name = 'Alone'");
		const by = asked<{ rows: { minutes: number }[] }>('rounds.preview', {
			...{ agreementIds: [a!.agreementId], crewId: 'gutter', weekday: 4, start: '2027-04-14', cadenceOf: { [a!.agreementId]: alone } }
		});
		expect(by.rows[0]!.minutes).toBe(300);
	});
	it('says what nobody of the crew can do, and is counted by its own name on bills', () => {
		service({ skills: 'gutters, crane', unit: 'clearing' });
		const [a] = sold(1);
		expect(preview([a!.agreementId]).lacks).toEqual(['crane']);
		plan([a!.agreementId]);
		const [first] = visitsOf(a!.agreementId);
		yard.at(first!.day, '10:00').call('noor', 'rounds.do-visit', { visitId: first!.id, done: true, note: '' });
		expect(value(app, "select name || ' / ' || unit from cost_entries where job_id = ?", a!.jobId)).toBe(
			'Gutter care, clearing 1 of 14 / clearing'
		);
	});
	it('says which visits fall on a day on which nobody gets in; renewed, it is kept', () => {
		const [a] = sold(1, { onDays: [1, 2] });
		const rows = preview([a!.agreementId]).rows;
		expect(rows[0]!.shut).toBeGreaterThan(10);
		expect(preview([a!.agreementId], 2).rows[0]!.shut).toBe(0);
		yard.call('petra', 'rounds.renew', { agreementIds: [a!.agreementId], year: 2028, way: 'percent', by: 0 });
		expect(agreementList(app, serviceId, viewer('office')).map((r) => r.onDays)).toEqual([
			[1, 2],
			[1, 2]
		]);
	});
});

describe('pictures of a visit', () => {
	const pixel = () =>
		sharp({ create: { width: 40, height: 30, channels: 3, background: '#884422' } })
			.jpeg()
			.toBuffer();
	const keep = async (fileId: string) =>
		app.run(keepPicture, { fileId, width: 40, height: 30, bytes: await pixel(), thumb: await pixel() }, yard.as('noor'));
	it('stand on its job and, once it is done, on the customer’s page; nobody else’s link opens them', async () => {
		const [a] = sold(1);
		plan([a!.agreementId]);
		const [first] = visitsOf(a!.agreementId);
		const fileId = randomUUID();
		yard.at(first!.day, '10:00');
		expect(refused(() => yard.call('noor', 'rounds.add-picture', { visitId: first!.id, fileId, moment: 'before' }))).toEqual([
			...['picture', 'The picture did not arrive. Take it once more.']
		]);
		await keep(fileId);
		for (const moment of ['before', 'before'] as const) yard.call('noor', 'rounds.add-picture', { visitId: first!.id, fileId, moment });
		expect(stopsOf(app, 'gutter', first!.day)[0]).toMatchObject({ before: 1, after: 0 });
		expect(notesOf(app, a!.jobId)).toMatchObject([{ fileId, text: 'Before the visit' }]);
		const customerId = value<string>(app, 'select customer_id from agreements where id = ?', a!.agreementId);
		// Not before it is done.
		expect(isVisitPicture(app, customerId, fileId)).toBe(false);
		yard.call('noor', 'rounds.do-visit', { visitId: first!.id, done: true, note: '' });
		expect(isVisitPicture(app, customerId, fileId)).toBe(true);
		expect(comingToCustomer(app, customerId)!.done[0]!.pictures).toEqual([{ fileId, moment: 'before' }]);
		const another = yard.customer('Somebody else', 'person', '', '', '');
		expect(isVisitPicture(app, another, fileId)).toBe(false);
	});
});

describe('agreements sold many at once', () => {
	const row = (more: Partial<Input<'rounds.sell-many'>['rows'][number]> = {}) => ({
		...{ siteId: null, customer: 'Care Ltd', address: '1 Quay', district: 'Quayside', lat: null, lng: null },
		...{ visits: 14, hours: 630_000, price: 300_000, note: '' },
		...more
	});
	const sellMany = (rows: ReturnType<typeof row>[]) =>
		yard.call('petra', 'rounds.sell-many', { serviceId, year: 2027, billing: 'instalments', rows });
	it('find their customer and site by name, and make what is not there, once', () => {
		const { agreementIds, ...made } = sellMany([row(), row({ address: '2 Quay' }), row({ customer: 'care ltd', address: '3 Quay' })]);
		expect([agreementIds.length, made]).toEqual([3, { newSites: 3, newCustomers: 1 }]);
		expect(count(app, "select count(*) from customers where name = 'Care Ltd'")).toBe(1);
		expect(value(app, "select sum(contract_net) from jobs where source = 'Season'")).toBe(900_000);
		// Another service for the same sites: nothing is made twice.
		const other = yard.call('petra', 'rounds.save-service', {
			...{
				serviceId: null,
				name: 'Spring opening',
				wording: '',
				from: '03-01',
				to: '05-31',
				visits: 1,
				hours: 20_000,
				price: 20_000,
				setUp: 0
			},
			cadence: { by: 'weeks', every: 2 }
		}).serviceId;
		const again = yard.call('petra', 'rounds.sell-many', {
			serviceId: other,
			year: 2027,
			billing: 'visit',
			rows: [row(), row({ address: '2 quay' })]
		});
		expect(again).toMatchObject({ newSites: 0, newCustomers: 0 });
	});
	it('are all sold or none, and the site that has one already is named', () => {
		sellMany([row()]);
		expect(refused(() => sellMany([row({ address: '2 Quay' }), row()]))).toEqual([
			'siteId',
			'1 Quay has an agreement of this season already.'
		]);
		expect(count(app, "select count(*) from sites where address = '2 Quay'")).toBe(0);
		expect(refused(() => sellMany([row({ customer: ' ' })]))[1]).toBe('One of these rows names no customer.');
	});
	it('are taken back while nothing is planned of them; their jobs wait for no bill', () => {
		const { agreementIds } = sellMany([row(), row({ address: '2 Quay' })]);
		yard.call('petra', 'rounds.unsell', { agreementIds: agreementIds.slice(0, 1), reason: 'Taken back' });
		expect(agreementList(app, serviceId, viewer('office'))).toHaveLength(1);
		expect(value(app, 'select contract_net from jobs where id = (select job_id from agreements where id = ?)', agreementIds[0]!)).toBe(0);
		// The site can be sold to again.
		sellMany([row()]);
		plan(agreementIds.slice(1));
		expect(refused(() => yard.call('petra', 'rounds.unsell', { agreementIds: agreementIds.slice(1), reason: 'Taken back' }))[1]).toContain(
			'is under way'
		);
	});
	it('come back from the table they are written to', () => {
		sold(3, { note: 'Key, at the “desk”' });
		const text = roundsFile(app, serviceId, 'csv', viewer('office'))!.text.replace(/^\uFEFF/, '');
		const rows = readCsv(text);
		const read = readAgreements(rows, guessAgreements(rows[0]!));
		expect(read.map((r) => [r.why, r.agreement])).toEqual(
			[1, 2, 3].map((n) => [
				'',
				{
					...{
						customer: 'Property care',
						address: `${n} Harbor Row`,
						district: n % 2 ? 'Quayside' : 'Weirside',
						visits: 14,
						hours: 630_000
					},
					...{ price: 300_000, note: 'Key, at the “desk”', lat: -47 - (n - 1) / 1000, lng: -131 }
				}
			])
		);
		const map = pointsAsTable(roundsFile(app, serviceId, 'geojson', viewer('office'))!.text);
		expect(readAgreements(map, guessAgreements(map[0]!)).map((r) => [r.why, r.agreement.address, r.agreement.visits])).toEqual(
			[1, 2, 3].map((n) => ['', `${n} Harbor Row`, 14])
		);
	});
	it('ended early are worth what was charged of them', () => {
		const [a] = sold(1);
		plan([a!.agreementId]);
		const [first] = visitsOf(a!.agreementId);
		yard.at(first!.day, '10:00').call('noor', 'rounds.do-visit', { visitId: first!.id, done: true, note: '' });
		const version = value<number>(app, 'select version from agreements where id = ?', a!.agreementId);
		yard.call('petra', 'rounds.end-agreement', { agreementId: a!.agreementId, reason: 'Sold the house', version });
		expect(value(app, 'select contract_net from jobs where id = ?', a!.jobId)).toBe(
			value(app, 'select charge from cost_entries where job_id = ?', a!.jobId)
		);
		expect(value(app, 'select contract_net from jobs where id = ?', a!.jobId)).toBe(21_429);
	});
});
