import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Answer, Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { shiftsIn } from '$lib/server/planning';
import { ask } from '$lib/server/queries';
import { QUERIES } from '$lib/server/screens/asked';
import { board, draftBeside, draftHead, planByJob } from '$lib/server/screens';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused as refusedAt, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let roof: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	roof = wonJob(yard, 'Roof').jobId;
});
const PETRA = { type: 'person' as const, id: 'petra', name: 'Petra', role: 'office' as const };
type Changes = Input<'plan.arrange'>['changes'];
const place = (personId: string | null, day: string, more: object = {}) => ({
	...{ jobId: roof, phase: 'Shingles', personId, day, from: null, to: null, note: '' },
	...more
});
let made = 0;
const arrange = (changes: Changes, draftId?: string) =>
	yard.call('petra', 'plan.arrange', { changes, despite: true, ...(draftId ? { draftId } : {}) });
const planned = (personId: string | null, day: string) => {
	const id = `drafted-${++made}`;
	arrange([{ id, version: null, to: place(personId, day) }]);
	return id;
};
const refused = (work: () => unknown) => refusedAt(work)[1];
const begin = (name = 'Two crews first') => yard.call('petra', 'plan.begin-draft', { name }).draftId;
/** All that stands on the plan. */
const plan = () => app.db.sqlite.prepare('select * from shifts order by id').all();
const drafted = (draftId: string, from: string, to = from) =>
	shiftsIn(app.db.orm, draftId, from, to)
		.filter((s) => s.day >= from && s.day <= to)
		.map((s) => `${s.day} ${s.personId ?? 'nobody'} ${s.phase}`)
		.sort();
const name = (id: string) => value<string>(app, 'select name from people where id = ?', id);
const unread = () => count(app, 'select count(*) from plan_notices');

describe('a draft plan', () => {
	it('moves a day of its own, as one step, and leaves the plan, its phases and its visits where they are', () => {
		const [a, b] = [planned('marco', '2027-11-01'), planned('ravi', '2027-11-02')];
		const draftId = begin('If it rains');
		arrange([{ id: b, version: 1, to: place('marco', '2027-11-01', { phase: 'Vents' }) }], draftId);
		const before = plan();
		const wish = { day: '2027-11-01', crewId: null, onward: false, outdoor: false, room: false, draftId };
		const asked = ask(app, QUERIES.get('plan.check-day')!, wish, PETRA) as Answer<'plan.check-day'>;
		// The one that stands on that day in the draft alone moves too.
		expect(asked.changes.map((c) => [c.id, c.to?.day, c.to?.phase]).sort()).toEqual(
			[
				[a, '2027-11-02', 'Shingles'],
				[b, '2027-11-02', 'Vents']
			].sort()
		);
		expect(asked.visitsLeft).toBe(0);
		const { undo } = arrange(asked.changes, draftId);
		expect(drafted(draftId, '2027-11-01')).toEqual([]);
		expect(drafted(draftId, '2027-11-02')).toEqual(['2027-11-02 marco Shingles', '2027-11-02 marco Vents']);
		expect(plan()).toEqual(before);
		arrange(undo, draftId);
		expect(drafted(draftId, '2027-11-01', '2027-11-02')).toEqual(['2027-11-01 marco Shingles', '2027-11-01 marco Vents']);
		// On the plan itself the question names no changes: there a command moves the day whole.
		const { draftId: _, ...onPlan } = wish;
		expect((ask(app, QUERIES.get('plan.check-day')!, onPlan, PETRA) as Answer<'plan.check-day'>).changes).toEqual([]);
	});
	it('moves, plans and takes off without touching the plan or telling anybody', () => {
		const [a, b] = [planned('marco', '2027-08-02'), planned('marco', '2027-08-03')];
		const [before, notices] = [plan(), unread()];
		const draftId = begin();
		const first = arrange(
			[
				{ id: a, version: 1, to: place('ravi', '2027-08-04') },
				{ id: b, version: 1, to: null }
			],
			draftId
		);
		yard.call('petra', 'plan.add', {
			...{ jobId: roof, phase: 'Shingles', personIds: ['ines'], from: '2027-08-05', to: '2027-08-06', start: null, end: null, note: '' },
			...{ draftId }
		});
		expect(drafted(draftId, '2027-08-02', '2027-08-06')).toEqual([
			...['2027-08-04 ravi Shingles', '2027-08-05 ines Shingles', '2027-08-06 ines Shingles']
		]);
		expect(board(app, '2027-08-02', 1, draftId).shifts.filter((s) => s.tried)).toHaveLength(3);
		expect(
			planByJob(app, '2027-08-02', 1, draftId)
				.jobs.find((j) => j.id === roof)
				?.phases.flatMap((p) => p.days.map((d) => d.day))
				.sort()
		).toEqual([...['2027-08-04', '2027-08-05', '2027-08-06']]);
		expect(board(app, '2027-08-02', 1).shifts.some((s) => s.tried)).toBe(false);
		// Nothing is created by naming a phase in a draft either.
		arrange([{ id: a, version: 2, to: place('ravi', '2027-08-04', { phase: 'Never heard of' }) }], draftId);
		expect(count(app, "select count(*) from phases where name = 'Never heard of'")).toBe(0);
		arrange([{ id: a, version: 3, to: place('marco', '2027-08-02') }], draftId);
		arrange([{ ...first.undo[1]! }], draftId);
		expect(drafted(draftId, '2027-08-02', '2027-08-03')).toEqual(['2027-08-02 marco Shingles', '2027-08-03 marco Shingles']);
		expect([plan(), unread()]).toEqual([before, notices]);
	});
	it('asks about conflicts of its own, not of the plan', () => {
		const id = planned('suki', '2027-08-09');
		const draftId = begin();
		arrange([{ id, version: 1, to: place('suki', '2027-08-10') }], draftId);
		const onTenth = (d?: string) =>
			yard.given('petra', 'plan.arrange', {
				changes: [{ id: `x${++made}`, version: null, to: place('suki', '2027-08-10') }],
				...(d ? { draftId: d } : {})
			});
		expect(refused(() => onTenth(draftId))).toContain('Booked twice');
		expect(() => onTenth()).not.toThrow();
	});
	it('is reckoned beside the plan: figures, ends of jobs, who is to be told', () => {
		const id = planned('callum', '2027-08-16');
		const draftId = begin();
		arrange([{ id, version: 1, to: place('noor', '2027-12-01') }], draftId);
		const beside = draftBeside(app, draftId)!;
		expect(beside.changes).toMatchObject([
			{ state: 'ready', was: { day: '2027-08-16', person: name('callum') }, to: { day: '2027-12-01' } }
		]);
		expect(beside.weeks).toEqual(['2027-08-16', '2027-11-29']);
		// One day more without a shift for the one, one less for the other, of days of the same length.
		expect(beside.draft.gaps).toBe(beside.plan.gaps);
		const inTwoWeeks = (d?: string) =>
			beside.weeks.reduce(
				(a, w) => a + board(app, w, 1, d).staff.reduce((x, p) => x + p.load.gaps.reduce((y, g) => y + g.minutes, 0), 0),
				0
			);
		expect([beside.plan.gaps, beside.draft.gaps]).toEqual([inTwoWeeks(), inTwoWeeks(draftId)]);
		expect(beside.ends).toMatchObject([{ jobId: roof, becomes: '2027-12-01' }]);
		expect(beside.people).toEqual([name('callum'), name('noor')].sort());
	});
	it('is taken in part, then whole; the plan has it, people have to be told, and it is taken back', () => {
		const [a, b] = [planned('marco', '2027-08-23'), planned('marco', '2027-08-24')];
		const draftId = begin();
		arrange(
			[
				{ id: a, version: 1, to: place('marco', '2027-08-25') },
				{ id: b, version: 1, to: place('marco', '2027-08-26') }
			],
			draftId
		);
		const before = plan();
		const part = yard.call('petra', 'plan.take-draft', { draftId, shiftIds: [a] });
		expect(part).toMatchObject({ taken: 1, left: 1 });
		expect(value(app, 'select day from shifts where id = ?', a)).toBe('2027-08-25');
		expect(draftHead(app, draftId)).toMatchObject({ changes: 1, since: 0 });
		const rest = yard.call('petra', 'plan.take-draft', { draftId });
		expect(rest).toMatchObject({ taken: 1, left: 0 });
		expect(draftHead(app, draftId)).toBeNull();
		expect(refused(() => arrange([{ id: a, version: 2, to: null }], draftId))).toBe('This draft was taken or dropped.');
		arrange(rest.undo);
		arrange(part.undo);
		const places = (rows: unknown[]) => rows.map((r) => ({ ...(r as object), version: 0 }));
		expect(places(plan())).toEqual(places(before));
	});
	it('leaves what was changed on the plan since, says so, and takes it when it is settled', () => {
		const [a, b, c] = [planned('marco', '2027-09-06'), planned('marco', '2027-09-07'), planned('marco', '2027-09-08')];
		const draftId = begin();
		arrange(
			[a, b, c].map((id, n) => ({ id, version: 1, to: place('ravi', `2027-09-${13 + n}`) })),
			draftId
		);
		arrange([
			{ id: a, version: 1, to: place('ines', '2027-09-06') },
			{ id: b, version: 1, to: null }
		]);
		expect(yard.call('petra', 'plan.take-draft', { draftId })).toMatchObject({ taken: 1, left: 2 });
		expect([a, b, c].map((id) => value(app, 'select person_id from shifts where id = ?', id))).toEqual(['ines', undefined, 'ravi']);
		expect(refused(() => yard.call('petra', 'plan.take-draft', { draftId }))).toContain('Nothing in this draft can be taken');
		yard.call('petra', 'plan.settle-draft', { draftId, shiftIds: [a], keep: false });
		yard.call('petra', 'plan.settle-draft', { draftId, shiftIds: [b], keep: true });
		expect(draftBeside(app, draftId)!.changes.map((x) => [x.shiftId, x.state])).toEqual([[b, 'ready']]);
		expect(yard.call('petra', 'plan.take-draft', { draftId })).toMatchObject({ taken: 1, left: 0 });
		expect([a, b].map((id) => value(app, 'select day from shifts where id = ?', id))).toEqual(['2027-09-06', '2027-09-14']);
	});
	it('is two people’s: who changes what the other changed meanwhile is told', () => {
		const id = planned('teodor', '2027-09-20');
		const draftId = begin();
		arrange([{ id, version: 1, to: place('teodor', '2027-09-21') }], draftId);
		expect(refused(() => arrange([{ id, version: 1, to: place('teodor', '2027-09-22') }], draftId))).toBe(
			'Somebody else changed this shift meanwhile.'
		);
	});
	it('is dropped and taken up again with all that is in it', () => {
		const id = planned('teodor', '2027-09-27');
		const draftId = begin('Once more');
		arrange([{ id, version: 1, to: null }], draftId);
		yard.call('petra', 'plan.change-draft', { draftId, name: 'Once more', dropped: true });
		expect(refused(() => yard.call('petra', 'plan.take-draft', { draftId }))).toBe('This draft was taken or dropped.');
		yard.call('petra', 'plan.change-draft', { draftId, name: 'Another name', dropped: false });
		expect(draftHead(app, draftId)).toMatchObject({ name: 'Another name', changes: 1 });
	});
	it('comes to the plan exactly as it was drafted, whatever was done in it', () => {
		const days = ['2027-10-04', '2027-10-05', '2027-10-06', '2027-10-07'];
		const step = fc.record({
			n: fc.nat(3),
			person: fc.constantFrom('marco', 'ravi', null),
			day: fc.constantFrom(...days),
			off: fc.boolean()
		});
		fc.assert(
			fc.property(fc.array(step, { minLength: 1, maxLength: 10 }), (steps) => {
				const ids = days.map((d) => planned('marco', d));
				const draftId = begin();
				const versions = new Map<string, number | null>(ids.map((id) => [id, 1]));
				for (const s of steps) {
					const id = ids[s.n]!;
					const version = versions.get(id)!;
					if (version === null && s.off) continue;
					const { undo } = arrange([{ id, version, to: s.off ? null : place(s.person, s.day) }], draftId);
					versions.set(id, undo[0]!.version);
				}
				const wanted = drafted(draftId, days[0]!, days.at(-1));
				if (draftHead(app, draftId)!.changes > 0) yard.call('petra', 'plan.take-draft', { draftId, despite: true });
				const stands = shiftsIn(app.db.orm, undefined, days[0]!, days.at(-1)!)
					.filter((s) => s.day >= days[0]! && s.day <= days.at(-1)!)
					.map((s) => `${s.day} ${s.personId ?? 'nobody'} ${s.phase}`)
					.sort();
				expect(stands).toEqual(wanted);
				app.db.sqlite.prepare("delete from shifts where day between '2027-10-04' and '2027-10-07'").run();
			}),
			{ numRuns: 25 }
		);
	});
});
