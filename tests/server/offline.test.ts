import { beforeAll, describe, expect, it } from 'vitest';
import type { OfflineName } from '$lib/contract';
import { COMMANDS } from '$lib/server/all-commands';
import type { App } from '$lib/server/app';
import { whenDone } from '$lib/server/commands';
import type { Yard } from '../../src/demo/yard';
import { freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId = '';
beforeAll(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard, 'Without reception'));
});
/** Every name that the browser may keep on a device; the compiler sees to it that none is missing. */
const KEPT: Record<OfflineName, true> = {
	'time.clock-on': true,
	'time.clock-off': true,
	'field.note': true,
	'costs.use-material': true,
	'work.tick-task': true,
	'work.tick-step': true,
	'work.move-part': true,
	'work.add-punch': true,
	'work.tick-punch': true,
	'work.comment': true,
	'work.report-finding': true,
	'rounds.do-visit': true,
	'rounds.arrive-visit': true,
	'rounds.add-picture': true,
	'rounds.skip-visit': true
};
const MINUTE = 60_000;
const send = (who: string, name: OfflineName, input: unknown, when: Parameters<App['runGiven']>[4]) => {
	const command = COMMANDS.get(name);
	if (!command) throw new Error(name);
	return app.runGiven(command, input, yard.as(who), crypto.randomUUID(), when);
};

describe('what was done without reception', () => {
	it('are the commands that their contract marks so, and no others', () => {
		const marked = [...COMMANDS.values()].filter((c) => c.offline).map((c) => c.name);
		expect(marked.sort()).toEqual(Object.keys(KEPT).sort());
	});
	it('counts from when it was done: clock on, clock off, and the cost of the hours between', () => {
		const now = app.clock.now();
		send('noor', 'time.clock-on', { jobId }, { doneAt: now - 200 * MINUTE });
		send('noor', 'time.clock-off', { note: 'no signal', breakMinutes: 0 }, { doneAt: now - 80 * MINUTE, clockOff: 420 });
		const entry = app.db.sqlite.prepare('select started_at, ended_at, clock_off from time_entries where job_id = ?').get(jobId);
		expect(entry).toEqual({ started_at: now - 200 * MINUTE, ended_at: now - 80 * MINUTE, clock_off: 420 });
		expect(value(app, "select quantity from cost_entries where job_id = ? and kind = 'labor'", jobId)).toBe(20_000);
		expect(told(app, 'subject = ?', `job:${jobId}`).at(-1)).toContain('clocked off, sent 1 h 20 later; the device’s clock is 7 min fast');
	});
	it('stands at its own time with notes, ticks and visits too; what cannot wait knows nothing of it', () => {
		const now = app.clock.now();
		send('noor', 'field.note', { jobId, text: 'Wet deck', fileId: null }, { doneAt: now - 90 * MINUTE });
		expect(value(app, 'select at from field_notes where job_id = ?', jobId)).toBe(now - 90 * MINUTE);
		const command = COMMANDS.get('jobs.change');
		if (!command) throw new Error('jobs.change');
		app.runGiven(command, { jobId, nextStep: 'Call' }, yard.as('petra'), undefined, { doneAt: 5 });
		expect(value(app, 'select touched_at from jobs where id = ?', jobId)).toBe(now);
	});
	it('does not reach into a week that was approved meanwhile', () => {
		const day = (n: number) => app.clock.now() - n * 86_400_000;
		send('noor', 'time.clock-on', { jobId }, { doneAt: day(14) });
		send('noor', 'time.clock-off', { note: '', breakMinutes: 0 }, { doneAt: day(14) + 60 * MINUTE });
		const week = new Date(day(14)).toISOString().slice(0, 10);
		yard.call('lowell', 'time.approve-week', { personId: 'noor', week: monday(week) });
		expect(refused(() => send('noor', 'time.clock-on', { jobId }, { doneAt: day(14) + 120 * MINUTE }))[1]).toContain('is approved');
	});
	it('names a picture that has to be there', () => {
		expect(refused(() => send('noor', 'field.note', { jobId, text: '', fileId: crypto.randomUUID() }, {}))).toEqual([
			'picture',
			'Its picture did not arrive. Take it once more.'
		]);
	});
});

describe('the time of a device', () => {
	const clock = { now: () => 10_000_000_000, real: true };
	it('is how long ago, whatever its clock says, and how far that is off', () => {
		expect(whenDone(clock, { occurredAt: 1_000, sentAt: 61_000 })).toEqual({ doneAt: 9_999_940_000, clockOff: -9_999_939 });
		expect(whenDone({ now: clock.now }, { occurredAt: 1_000, sentAt: 61_000 })).toEqual({ doneAt: 9_999_940_000 });
	});
	it('is never ahead, and says nothing where it says nothing sensible', () => {
		expect(whenDone(clock, { occurredAt: 20_000_000_500, sentAt: 20_000_000_000 }).doneAt).toBeUndefined();
		expect(whenDone(clock, { occurredAt: 20_000_000_000, sentAt: 20_000_004_999 }).doneAt).toBeUndefined();
		for (const odd of [
			{},
			{ occurredAt: 5 },
			{ occurredAt: '5', sentAt: 5 },
			{ occurredAt: 0.5, sentAt: 5 },
			{ occurredAt: NaN, sentAt: 5 }
		])
			expect(whenDone(clock, odd)).toEqual({});
	});
	it('is refused beyond what is remembered: it could have been done already', () => {
		expect(refused(() => whenDone(clock, { occurredAt: 0, sentAt: 91 * 86_400_000 }))[1]).toContain('too long ago');
	});
});
function monday(day: string): string {
	const d = new Date(`${day}T12:00Z`);
	d.setUTCDate(d.getUTCDate() - ((d.getUTCDay() + 6) % 7));
	return d.toISOString().slice(0, 10);
}
