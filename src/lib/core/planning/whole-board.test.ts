import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { addDays, type Day } from '../time';
import {
	clockChange,
	clockSays,
	conflictsOf,
	endOf,
	findSlots,
	longestFree,
	inOrder,
	isWorkingDay,
	moveWork,
	paidMinutes,
	planChanges,
	plannedMinutes,
	pushPhases,
	workingDaysIn,
	type DayWork,
	type HolidayRule,
	type PersonCalendar,
	type PlannedDay,
	type SlotCrew,
	type SlotWish,
	type WorkingHours
} from '.';

const day = { from: 420, to: 960, breaks: [{ from: 690, to: 720 }] };
const hours: WorkingHours = { 1: day, 2: day, 3: day, 4: day, 5: day };
const holidays: HolidayRule[] = [{ by: 'single', date: '2027-04-16', name: 'Regatta' }];
const week = { hours, holidays };
const NY = 'America/New_York';

describe('a person with a week of their own', () => {
	const c: PersonCalendar = { hours, holidays, timeOff: [], own: new Map([['ida', { 2: { from: 480, to: 720, breaks: [] } }]]) };
	it('is paid by it and said by it', () => {
		expect([paidMinutes('ida', '2027-04-13', c), paidMinutes('ida', '2027-04-14', c), paidMinutes('bo', '2027-04-14', c)]).toEqual([
			240, 0, 510
		]);
		const s = { id: 's', personId: 'ida', jobId: 'j', day: '2027-04-14', from: null, to: null };
		expect(conflictsOf(s, [], c).map((x) => x.text)).toEqual(['2027-04-14 is not a working day of theirs']);
		expect(plannedMinutes({ ...s, day: '2027-04-13' }, c)).toBe(240);
	});
	it('is taken when a calendar outside says so', () => {
		const busy = { ...c, busy: [{ personId: 'bo', day: '2027-04-14', from: 600, to: 660, text: 'dentist' }] };
		const s = { id: 's', personId: 'bo', jobId: 'j', day: '2027-04-14', from: 480, to: 601 };
		expect(conflictsOf(s, [], busy).map((x) => [x.kind, x.text])).toEqual([['taken', 'Taken on 2027-04-14: dentist 10:00–11:00']]);
		expect(conflictsOf({ ...s, to: 600 }, [], busy)).toEqual([]);
	});
});

describe('nights on which clocks change', () => {
	it('are as long as they are', () => {
		expect(clockChange('2027-03-13', 1320, 1800, NY)).toBe(-60);
		expect(clockChange('2027-11-06', 1320, 1800, NY)).toBe(60);
		expect(clockChange('2027-04-14', 1320, 1800, NY)).toBe(0);
		expect(clockChange('2027-03-13', 1320, 1800, undefined)).toBe(0);
		const c: PersonCalendar = { hours, holidays: [], timeOff: [], zone: NY };
		expect(plannedMinutes({ id: 's', personId: 'bo', jobId: 'j', day: '2027-03-13', from: 1320, to: 1800 }, c)).toBe(420);
	});
	it('have times that do not come, or come twice: said, not refused', () => {
		expect(clockSays('2027-03-13', 1440 + 150, NY)).toBe(
			'2:30 does not come on 2027-03-14, clocks go forward: the first minute after is meant'
		);
		expect(clockSays('2027-11-06', 1440 + 90, NY)).toBe('1:30 comes twice on 2027-11-07, clocks go back: the first is meant');
		expect(clockSays('2027-11-06', 1440 + 240, NY)).toBe(null);
		const c: PersonCalendar = { hours: { 6: { from: 0, to: 1439, breaks: [] } }, holidays: [], timeOff: [], zone: NY };
		const night = { id: 's', personId: 'bo', jobId: 'j', day: '2027-03-13', from: 1320, to: 1440 + 150 };
		expect(conflictsOf(night, [], c).map((x) => x.kind)).toEqual(['clock', 'outside working hours']);
	});
});

describe('phases that wait for each other', () => {
	const at = (id: string, from: Day, to: Day) => ({ id, from, to, calendarDays: false });
	const days = (all: ReturnType<typeof at>[]) => new Map(all.map((p) => [p.id, { from: p.from, to: p.to }]));
	it('are pushed just far enough, over weekends and holidays, with their pause', () => {
		const was = [at('a', '2027-04-12', '2027-04-13'), at('b', '2027-04-14', '2027-04-15'), at('c', '2027-04-20', '2027-04-20')];
		const links = [
			{ before: 'a', after: 'b', pause: 0 },
			{ before: 'b', after: 'c', pause: 1 }
		];
		const wanted = [at('a', '2027-04-14', '2027-04-15'), ...was.slice(1)];
		expect(pushPhases(wanted, links, days(was), week).map((p) => [p.id, p.from, p.to])).toEqual([
			['a', '2027-04-14', '2027-04-15'],
			// The 16th is a holiday.
			['b', '2027-04-19', '2027-04-20'],
			['c', '2027-04-22', '2027-04-22']
		]);
		expect(pushPhases(was, links, days(was), week)).toEqual([]);
	});
	it('hold what was moved before them', () => {
		const was = [at('a', '2027-04-12', '2027-04-13'), at('b', '2027-04-20', '2027-04-21')];
		const wanted = [was[0] ?? at('', '', ''), at('b', '2027-04-12', '2027-04-13')];
		expect(pushPhases(wanted, [{ before: 'a', after: 'b', pause: 0 }], days(was), week)).toMatchObject([{ id: 'b', from: '2027-04-14' }]);
	});
	it('never wait in a circle', () => {
		const links = [
			{ before: 'a', after: 'b', pause: 0 },
			{ before: 'b', after: 'a', pause: 0 }
		];
		expect(() => inOrder(['a', 'b'], links)).toThrow('These phases would wait for each other in a circle.');
	});
	it('after a push no link is broken, nothing came earlier, and each is as long as before', () => {
		const phase = fc.record({ start: fc.integer({ min: 0, max: 40 }), long: fc.integer({ min: 0, max: 6 }), calendarDays: fc.boolean() });
		fc.assert(
			fc.property(
				fc.array(phase, { minLength: 2, maxLength: 7 }),
				fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 6 }),
				(made, pauses) => {
					const all = made.map((m, n) => ({
						...{ id: String(n), from: addDays('2027-04-01', m.start), to: addDays('2027-04-01', m.start + m.long) },
						calendarDays: m.calendarDays
					}));
					const links = pauses.slice(0, all.length - 1).map((pause, n) => ({ before: String(n), after: String(n + 1), pause }));
					const pushed = pushPhases(all, links, days(all), week);
					const now = new Map(all.map((p) => [p.id, { ...p, ...pushed.find((x) => x.id === p.id) }]));
					for (const l of links) {
						const [a, b] = [now.get(l.before), now.get(l.after)];
						if (!a || !b) continue;
						expect(b.from > a.to).toBe(true);
						// So many working days lie between that the pause is kept.
						expect(workingDaysIn(addDays(a.to, 1), addDays(b.from, -1), week)).toBeGreaterThanOrEqual(l.pause);
					}
					for (const p of pushed) expect(p.from > p.was.from).toBe(true);
					for (const p of all) {
						const n = now.get(p.id);
						const long = workingDaysIn(p.from, p.to, week);
						if (n && !p.calendarDays && long > 0) expect(workingDaysIn(n.from, n.to, week)).toBe(long);
					}
				}
			)
		);
	});
});

describe('a slot', () => {
	const workingDay = (d: Day) => isWorkingDay(d, hours, holidays);
	const person = (id: string, planned: Record<Day, number> = {}, skills: string[] = []) => ({
		...{ id, name: id, skills },
		days: Object.fromEntries(
			Array.from({ length: 14 }, (_, n) => addDays('2027-04-12', n)).map((d) => [
				d,
				{ paid: workingDay(d) ? 510 : 0, planned: planned[d] ?? 0 }
			])
		)
	});
	const wish: SlotWish = {
		...{ minutes: 1560, people: null, skills: [], from: '2027-04-12', to: '2027-04-25', together: true, least: 60 }
	};
	it('for 26 hours of three with 510 free is two days, 4 person-days, 480 idle', () => {
		const crew: SlotCrew = { id: 'k', name: 'K', people: [person('a'), person('b'), person('c')] };
		const [best] = findSlots([crew], wish, workingDay);
		expect(best).toMatchObject({ from: '2027-04-12', to: '2027-04-13', personDays: 4, idle: 480 });
	});
	it('passes over a day without room when split, and begins later when kept together', () => {
		const crew: SlotCrew = { id: 'k', name: 'K', people: [person('a', { '2027-04-13': 500 })] };
		const of = (together: boolean) => findSlots([crew], { ...wish, minutes: 1020, together }, workingDay)[0];
		expect(of(true)).toMatchObject({ from: '2027-04-14', to: '2027-04-15' });
		expect(of(false)).toMatchObject({ from: '2027-04-12', to: '2027-04-14' });
	});
	it('takes those with the skills, and says why there is none', () => {
		const crew: SlotCrew = { id: 'k', name: 'K', people: [person('a', {}, ['Flat roof']), person('b')] };
		const able = findSlots([crew], { ...wish, minutes: 60, skills: ['flat roof'] }, workingDay)[0];
		expect(able?.work).toEqual([{ day: '2027-04-12', personId: 'a', minutes: 60 }]);
		expect(() => findSlots([crew], { ...wish, skills: ['crane'] }, workingDay)).toThrow('No crew has 1 person with crane.');
		expect(() => findSlots([crew], { ...wish, minutes: 60_000 }, workingDay)).toThrow(
			'It does not fit kept together: 1000 h 00 are wanted, the most free in one crew in this time is 153 h 00.'
		);
		const full = Object.fromEntries(Array.from({ length: 14 }, (_, n) => [addDays('2027-04-12', n), 510]));
		expect(() => findSlots([{ ...crew, people: [person('a', full)] }], wish, workingDay)).toThrow('has a free day');
		expect(() => findSlots([crew], { ...wish, to: '2027-04-11' }, workingDay)).toThrow('before the first');
	});
	it('begins where there is room, and ends over the breaks', () => {
		expect(longestFree(420, 930, [{ from: 780, to: 930 }])).toEqual({ from: 420, to: 780 });
		expect(longestFree(420, 930, [{ from: 420, to: 600 }])).toEqual({ from: 600, to: 930 });
		expect(longestFree(420, 930, [])).toEqual({ from: 420, to: 930 });
		expect([endOf(420, 300, [{ from: 690, to: 720 }]), endOf(720, 60, [{ from: 690, to: 720 }])]).toEqual([750, 780]);
	});
	it('of equal ones the nearer is first', () => {
		const crews = ['far', 'near'].map((id) => ({ id, name: id, people: [person(`${id} a`)], driving: () => (id === 'far' ? 40 : 5) }));
		expect(findSlots(crews, { ...wish, minutes: 400 }, workingDay).map((s) => s.crew)[0]).toBe('near');
	});
	it('is never on a holiday or more than somebody has free, and comes to the hours', () => {
		const load = fc.array(fc.integer({ min: 0, max: 510 }), { minLength: 14, maxLength: 14 });
		fc.assert(
			fc.property(
				fc.array(load, { minLength: 1, maxLength: 4 }),
				fc.integer({ min: 1, max: 4000 }),
				fc.boolean(),
				(loads, minutes, together) => {
					const team = loads.map((l, n) => person(`p${n}`, Object.fromEntries(l.map((m, d) => [addDays('2027-04-12', d), m]))));
					let found: ReturnType<typeof findSlots> = [];
					try {
						found = findSlots([{ id: 'k', name: 'K', people: team }], { ...wish, minutes, together }, workingDay);
					} catch (e) {
						expect((e as Error).message).toMatch(/fit|free day/);
					}
					for (const s of found) {
						expect(s.work.reduce((a, w) => a + w.minutes, 0)).toBe(minutes);
						for (const w of s.work) {
							const d = team.find((p) => p.id === w.personId)?.days[w.day];
							expect(workingDay(w.day)).toBe(true);
							expect(w.minutes).toBeLessThanOrEqual((d?.paid ?? 0) - (d?.planned ?? 0));
						}
					}
				}
			)
		);
	});
});

describe('a day that moves', () => {
	const works = (_: string | null, d: Day) => isWorkingDay(d, hours, holidays);
	const work = (id: string, more: Partial<DayWork> = {}): DayWork => ({
		id,
		day: '2027-04-15',
		from: null,
		to: null,
		people: ['bo'],
		...more
	});
	it('goes to the next working day, with room or with what it overlaps', () => {
		const stays = work('x', { day: '2027-04-19' });
		expect(moveWork([work('a')], [stays], works, false).moved).toEqual([{ id: 'a', day: '2027-04-15', to: '2027-04-19', overlaps: ['x'] }]);
		expect(moveWork([work('a')], [stays], works, true).moved).toEqual([{ id: 'a', day: '2027-04-15', to: '2027-04-20', overlaps: [] }]);
	});
	it('leaves where its own rules leave no day', () => {
		expect(moveWork([work('visit', { fits: (d) => d <= '2027-04-16' })], [], works, false)).toEqual({ moved: [], stays: ['visit'] });
	});
	it('keeps the order of everybody’s work, loses nothing and doubles nothing', () => {
		const one = fc.record({
			at: fc.integer({ min: 0, max: 10 }),
			from: fc.constantFrom(null, 420, 600),
			who: fc.constantFrom('bo', 'ida', 'both')
		});
		fc.assert(
			fc.property(fc.array(one, { maxLength: 12 }), fc.boolean(), (made, room) => {
				const all = made.map((m, n) =>
					work(String(n), {
						...{ day: addDays('2027-04-12', m.at), from: m.from, to: m.from === null ? null : m.from + 120 },
						people: m.who === 'both' ? ['bo', 'ida'] : [m.who]
					})
				);
				const { moved, stays } = moveWork(all, [], works, room);
				expect([...moved.map((m) => m.id), ...stays].sort()).toEqual(all.map((w) => w.id).sort());
				const to = new Map(moved.map((m) => [m.id, m.to]));
				for (const m of moved) {
					expect(m.to > m.day && works(null, m.to)).toBe(true);
					if (room) expect(m.overlaps).toEqual([]);
				}
				for (const a of all)
					for (const b of all)
						if (a.day < b.day && a.people.some((p) => b.people.includes(p)))
							expect((to.get(a.id) ?? '') <= (to.get(b.id) ?? '')).toBe(true);
			})
		);
	});
});

describe('what somebody has to be told', () => {
	const d = (shiftId: string, more: Partial<PlannedDay> = {}): PlannedDay => ({
		...{ shiftId, jobId: 'j', phase: '', day: '2027-04-15', from: null, to: null, note: '' },
		...more
	});
	it('is what is new, changed and off; not what is over', () => {
		const known = [d('a'), d('b'), d('c'), d('old', { day: '2027-04-01' })];
		const now = [d('a'), d('b', { day: '2027-04-19' }), d('e', { day: '2027-04-14' })];
		expect(planChanges(known, now, '2027-04-14').map((c) => [c.kind, c.was?.shiftId ?? c.is?.shiftId])).toEqual([
			['new', 'e'],
			['changed', 'b'],
			['off', 'c']
		]);
	});
});
