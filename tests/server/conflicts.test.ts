import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { costsToBill } from '$lib/server/billing/load';
import { readyToBill } from '$lib/server/billing/queries';
import { jobCosts } from '$lib/server/screens/job';
import { decisions } from '$lib/server/screens/today';
import type { Yard } from '../../src/demo/yard';
import { OWNER, count, freshYard, refused, told, value } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let n = 0;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
/** A job by time and materials on which Ines clocked 9:30–11:30 while 9:10–12:00 came from her phone later. */
function overlapped(): { clocked: string; typed: string } {
	n += 1;
	jobId = yard.job(`Leak ${n}`, yard.customer(`Baker ${n}`, 'person', '', '', ''), '', [0, 0]);
	yard.call('petra', 'jobs.win', { jobId });
	const day = `2027-04-${String(n).padStart(2, '0')}`;
	yard.at(day, '09:30').call('ines', 'time.clock-on', { jobId });
	yard.at(day, '11:30').call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
	const clocked = value<string>(app, 'select id from time_entries where job_id = ?', jobId);
	// As it arrives from a phone that was off: the clock ran over what is there already.
	yard.at(day, '09:10').call('ines', 'time.clock-on', { jobId });
	yard.at(day, '12:00').call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
	const typed = value<string>(app, 'select id from time_entries where job_id = ? and id <> ?', jobId, clocked);
	return { clocked, typed };
}
const conflicts = () => count(app, 'select count(*) from time_entries where job_id = ? and conflict = 1', jobId);
const correct = (entryId: string, from: string, to: string, more: Record<string, unknown> = {}) =>
	yard.call('petra', 'time.correct', {
		...{ entryId, day: `2027-04-${String(n).padStart(2, '0')}`, from, to, breakMinutes: 0, reason: 'Asked Ines' },
		...more
	});

describe('time in conflict', () => {
	it('stands in no bill: not among what waits, not in a draft, not when it is picked by hand', () => {
		overlapped();
		expect(conflicts()).toBe(2);
		expect(costsToBill(app.db.orm, jobId, '2027-12-31')).toEqual([]);
		expect(jobCosts(app, jobId, OWNER)!.billing!.toBill).toBe(0);
		expect(readyToBill(app).some((j) => j.id === jobId)).toBe(false);
		expect(() => yard.call('petra', 'invoices.costs', { jobId, cutOff: '2027-12-31' })).toThrow('nothing left');
		const ids = (app.db.sqlite.prepare('select id from cost_entries where job_id = ?').all(jobId) as { id: string }[]).map((r) => r.id);
		expect(() => yard.call('petra', 'invoices.costs', { jobId, cutOff: '2027-12-31', costIds: ids })).toThrow('nothing left');
		// It counts in the job's cost all the same, and is put before whoever decides.
		expect(jobCosts(app, jobId, OWNER)!.all.actual).toBeGreaterThan(0);
		expect(decisions(app, OWNER).some((d) => d.title.includes('Ines') && d.path === `/jobs/${jobId}/costs`)).toBe(true);
	});
	it('is billed once it is put right, with the cost that follows, and both marks go', () => {
		const { clocked, typed } = overlapped();
		expect(refused(() => correct(typed, '9:10', '11:00'))).toEqual(['from', expect.stringContaining('09:30–11:30')]);
		expect(refused(() => correct(typed, '12:00', '9:10'))[0]).toBe('to');
		expect(refused(() => correct(typed, '9:10', '9:30', { reason: ' ' }))[0]).toBe('reason');
		correct(typed, '9:10', '9:30');
		expect(conflicts()).toBe(0);
		const waiting = costsToBill(app.db.orm, jobId, '2027-12-31');
		expect(waiting.map((c) => c.quantity).sort((a, b) => a - b)).toEqual([3333, 20_000]);
		const rate = value<number>(app, 'select loaded_cost from time_entries where id = ?', typed);
		expect(value(app, 'select cost from cost_entries where time_entry_id = ?', typed)).toBe(Math.round((20 * rate) / 6000));
		yard.bill('invoices.costs', { jobId, cutOff: '2027-12-31' }, '');
		expect(refused(() => correct(clocked, '9:31', '11:30'))[1]).toContain('is billed');
		expect(told(app, "command = 'time.correct'").at(-1)).toContain('Asked Ines');
	});
	it('or once one of them is taken off, with its cost', () => {
		const { clocked, typed } = overlapped();
		yard.call('petra', 'time.remove', { entryId: clocked, reason: 'Twice' });
		expect(conflicts()).toBe(0);
		expect(costsToBill(app.db.orm, jobId, '2027-12-31').map((c) => c.id)).toEqual([
			value(app, 'select id from cost_entries where time_entry_id = ?', typed)
		]);
		expect(() => yard.call('ines', 'time.remove', { entryId: typed, reason: 'Mine' })).toThrow('may not');
	});
	it('marks an entry that stands on a bill no more', () => {
		const { typed } = overlapped();
		yard.call('petra', 'time.remove', { entryId: typed, reason: 'Twice' });
		yard.bill('invoices.costs', { jobId, cutOff: '2027-12-31' }, '');
		const day = `2027-04-${String(n).padStart(2, '0')}`;
		yard.at(day, '10:00').call('ines', 'time.clock-on', { jobId });
		yard.at(day, '10:30').call('ines', 'time.clock-off', { note: '', breakMinutes: 0 });
		expect(conflicts()).toBe(1);
		expect(costsToBill(app.db.orm, jobId, '2027-12-31')).toEqual([]);
	});
});
