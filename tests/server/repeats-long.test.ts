import fc from 'fast-check';
import ICAL from 'ical.js';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import { openApp, type App } from '$lib/server/app';
import { comingOf } from '$lib/server/repeats/coming';
import { makeRepeats, repeatFile } from '$lib/server/repeats';
import { readSettings } from '$lib/server/settings';
import { addDays, wallTime } from '$lib/core/time';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
let dir: string;
let jobId: string;
beforeAll(async () => {
	({ yard, app, clock, dir } = await freshYard());
	({ jobId } = wonJob(yard, 'Drains'));
});
const save = (rule: Input<'repeats.save'>['rule'], more: Partial<Input<'repeats.save'>> = {}) =>
	yard.call('petra', 'repeats.save', {
		...{ ruleId: null, jobId, name: 'Drains', onHoliday: 'leave', way: 'booked', crewId: 'gutter', from: 420, to: 540, ahead: 10, rule },
		...more
	}).ruleId;

describe('the days of a rule with its exceptions', () => {
	it('are read back the same by another reader of calendars, whatever was left out and moved', () => {
		const rules: Input<'repeats.save'>['rule'][] = [
			{ by: 'day', every: 9, start: '2027-04-20' },
			{ by: 'week', weekdays: [1, 4], every: 2, start: '2027-04-19' },
			// The last day of a month that lacks a 31st is read back in the tests of the core: this reader does not know BYSETPOS.
			{ by: 'month day', day: 15, every: 1, start: '2027-04-30' },
			{ by: 'month weekday', nth: 2, weekday: 5, every: 1, start: '2027-04-20' },
			{ by: 'year', month: 5, day: 3, every: 1, start: '2027-04-20' }
		];
		for (const [n, rule] of rules.entries())
			for (const times of [
				{ from: 420, to: 540 },
				{ from: null, to: null }
			]) {
				const ruleId = save(rule, { ...times, way: 'booked', ahead: 0, name: `Rule ${n}`, onHoliday: n % 2 ? 'move' : 'skip' });
				const row = { id: ruleId, rule, onHoliday: n % 2 ? ('move' as const) : ('skip' as const) };
				const natural = comingOf(app.db.orm, row, '2029-12-31').map((p) => p.occursOn);
				yard.call('petra', 'repeats.except', { ruleId, occursOn: natural[1]!, day: null });
				if (natural[2]) yard.call('petra', 'repeats.except', { ruleId, occursOn: natural[2], day: addDays(natural[2], 2) });
				const event = new ICAL.Component(ICAL.parse(repeatFile(app, ruleId)!) as unknown as string).getFirstSubcomponent('vevent')!;
				const read: string[] = [];
				const steps = new ICAL.Event(event).iterator();
				for (let next = steps.next(); next && read.length < 400; next = steps.next()) {
					const day = next.toString().slice(0, 10);
					if (day > '2028-03-31') break;
					read.push(day);
					// What comes at seven comes at seven, before and after the clocks change.
					if (times.from !== null) expect([next.hour, next.minute]).toEqual([7, 0]);
				}
				const days = comingOf(app.db.orm, row, '2028-05-31').flatMap((p) => (p.day === null ? [] : [p.day]));
				expect(read.sort()).toEqual([...new Set(days)].filter((d) => d <= '2028-03-31').sort());
			}
	});
});

describe('over a year with two changes of clocks', () => {
	it('each is made once, at its hours, although the program is down for days and started anew', () => {
		const ruleId = save({ by: 'week', weekdays: [7, 1], every: 1, start: '2027-10-03' });
		yard.call('petra', 'repeats.except', { ruleId, occursOn: '2027-11-08', day: '2027-11-10' });
		let open = app;
		let day = '2027-09-20';
		for (let n = 0; day < '2028-04-10'; n++) {
			clock.at = Date.parse(`${day}T12:00:00Z`) + (n % 5) * 3_600_000;
			makeRepeats(open);
			// Asked twice, and once more by a program that has just been started.
			if (n % 3 === 0) makeRepeats(open);
			if (n % 4 === 0) {
				if (open !== app) open.db.sqlite.close();
				open = openApp(readSettings({ NICKEL_DATA: dir }), clock);
			}
			day = addDays(day, 1 + (n % 7));
		}
		const made = app.db.sqlite
			.prepare('select occurs_on o, day d, job_id j from repeat_occurrences where rule_id = ? order by occurs_on')
			.all(ruleId) as {
			o: string;
			d: string;
			j: string;
		}[];
		const rule = {
			id: ruleId,
			rule: { by: 'week' as const, weekdays: [7, 1], every: 1, start: '2027-10-03' },
			onHoliday: 'leave' as const
		};
		const until = made.at(-1)!.o;
		expect(until > '2028-04-01').toBe(true);
		expect(made.map((m) => [m.o, m.d])).toEqual(comingOf(app.db.orm, rule, until).map((p) => [p.occursOn, p.day]));
		expect(new Set(made.map((m) => m.j)).size).toBe(made.length);
		// Nights on which clocks change too: 7 November and 12 March.
		for (const d of ['2027-11-07', '2028-03-12'])
			expect(
				app.db.sqlite
					.prepare('select distinct from_minute f, to_minute t from shifts where day = ? and job_id = ?')
					.all(d, made.find((m) => m.d === d)!.j)
			).toEqual([{ f: 420, t: 540 }]);
		expect(wallTime(clock.now(), 'America/New_York').day > '2028-04-01').toBe(true);
		if (open !== app) open.db.sqlite.close();
	});
});

describe('visits moved about', () => {
	it('are neither lost nor doubled, and taken back to the same (property)', () => {
		yard.at('2027-04-14', '09:00');
		const customerId = yard.customer('Property care', 'organization', 'p@care.example', '', 'Quay 1');
		const { serviceId } = yard.call('petra', 'rounds.save-service', {
			...{ serviceId: null, name: 'Care', wording: '', from: '04-01', to: '10-31', visits: 15, hours: 300_000, price: 300_000, setUp: 0 },
			cadence: { by: 'weeks', every: 2 }
		});
		const ids = Array.from({ length: 4 }, (_, n) => {
			const { siteId } = yard.call('petra', 'customers.save-site', {
				...{ customerId, siteId: null, address: `${n} Row`, access: '', lat: null, lng: null }
			});
			const sold = { serviceId, siteId, year: 2027, visits: 15, hours: 300_000, price: 300_000, note: '' };
			return yard.call('petra', 'rounds.add-agreement', sold).agreementId;
		});
		yard.call('petra', 'rounds.plan', {
			agreementIds: ids,
			crewId: 'gutter',
			weekday: 4,
			start: '2027-04-14',
			despite: true,
			reason: 'Test'
		});
		interface Row {
			id: string;
			agreementId: string;
			day: string;
			crewId: string;
			version: number;
		}
		const all = () =>
			app.db.sqlite.prepare('select id, agreement_id agreementId, day, crew_id crewId, version from visits order by id').all() as Row[];
		const places = () => all().map((v) => [v.id, v.day, v.crewId]);
		const move = fc.record({ n: fc.nat(59), by: fc.integer({ min: -20, max: 20 }), crew: fc.constantFrom('gutter', 'slate', 'copper') });
		fc.assert(
			fc.property(fc.array(move, { minLength: 1, maxLength: 6 }), (moves) => {
				const [before, rows] = [places(), all()];
				const picked = new Map(moves.map((m) => [m.n % rows.length, m]));
				const changes = [...picked].map(([n, m]) => {
					const { id, agreementId, version, day } = rows[n]!;
					return { id, agreementId, version, day: addDays(day, m.by), crewId: m.crew };
				});
				let undo: Input<'rounds.move-visits'>['changes'] = [];
				try {
					undo = yard.call('petra', 'rounds.move-visits', { changes }).undo;
				} catch {
					// Refused: out of its season, or two of a site on a day. Nothing at all has moved then.
					expect(places()).toEqual(before);
					return;
				}
				expect(places()).toHaveLength(before.length);
				expect(count(app, 'select count(*) from (select 1 from visits group by agreement_id, day having count(*) > 1)')).toBe(0);
				expect(count(app, "select count(*) from visits where day < '2027-04-01' or day > '2027-10-31'")).toBe(0);
				yard.call('petra', 'rounds.move-visits', { changes: undo });
				expect(places()).toEqual(before);
			}),
			{ numRuns: 40 }
		);
	});
});
