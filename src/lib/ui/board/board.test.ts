import { describe, expect, it } from 'vitest';
import { inSight } from './ahead';
import { barsOf, weekStarts } from './layout';
import { clockText, minutesOfClock } from './plan';
import { boardRows, rowBeside, type BoardData } from './rows';
import { fitsAt, placeOf } from '../estimate/held';

const person = (id: string, crew: string, role = 'crew') => ({
	...{ id, name: id, crew, crewId: crew, role, skills: '', load: { planned: 0, paid: 2400, gaps: [] } }
});
const shift = (id: string, personId: string | null, day: string, jobId = 'j') => ({
	...{ id, personId, jobId, day, from: null, to: null, job: 'Roof', number: 1, minutes: 480, phase: 'Re-roof', note: '', version: 1 }
});
const board = (shifts: BoardData['shifts']): BoardData => ({
	...{ from: '2027-04-12', days: ['2027-04-15', '2027-04-16', '2027-04-19'], shifts, conflicts: {}, timeOff: [], holidays: [] },
	...{ rounds: [], unmanned: [], staff: [person('ann', 'A', 'crew lead'), person('bo', 'A'), person('cy', 'B')] },
	firms: [{ id: 'f', firm: 'Tile & Co', day: '2027-04-16', job: 'Roof', phase: null, number: 1, state: 'yes' }]
});

describe('the rows of the board', () => {
	const rows = boardRows(board([shift('1', 'bo', '2027-04-15'), shift('2', null, '2027-04-16')]));
	it('are what nobody has, crews with their people, and subcontractors that come', () => {
		expect(rows.map((r) => r.key)).toEqual(['nobody', 'crew A', 'ann', 'bo', 'crew B', 'cy', 'firms', 'firm Tile & Co']);
		expect(rows.flatMap((r) => (r.kind === 'person' || r.kind === 'nobody' ? [r.shifts.map((s) => s.id).join()] : []))).toEqual([
			...['2', '', '1', '']
		]);
		expect(rows[1]).toMatchObject({ lead: 'ann' });
		expect(rows[4]).toMatchObject({ lead: 'nobody' });
	});
	it('are walked over the names of crews, and end at both ends', () => {
		expect([rowBeside(rows, 0, 1), rowBeside(rows, 2, -1), rowBeside(rows, 3, 1), rowBeside(rows, 5, 1), rowBeside(rows, 0, -1)]).toEqual([
			...[2, 0, 5, 5, 0]
		]);
	});
});
describe('bars', () => {
	it('end with the week, whatever days a week has', () => {
		const days = ['2027-04-15', '2027-04-16', '2027-04-19'];
		expect([...weekStarts(days)]).toEqual([2]);
		const bars = barsOf(
			days.map((d, n) => shift(String(n), 'bo', d)),
			days,
			() => false
		);
		expect(bars.map((b) => [b.first, b.last])).toEqual([
			[0, 1],
			[2, 2]
		]);
	});
});
describe('times as typed', () => {
	it('are read and shown', () => {
		expect([minutesOfClock('7:30'), minutesOfClock(' 15:05 '), minutesOfClock('7.30'), clockText(450), clockText(null)]).toEqual([
			...[450, 905, null, '7:30', '']
		]);
	});
});
describe('what fits where on an estimate', () => {
	it('lines anywhere but on themselves, scopes before scopes', () => {
		expect(placeOf('line 01-ab')).toEqual({ what: 'line', id: '01-ab' });
		const lines = { lineIds: ['a', 'b'], words: '2 lines' };
		expect([fitsAt(lines, 'line a'), fitsAt(lines, 'line c'), fitsAt(lines, 'scope s')]).toEqual([false, true, true]);
		const scope = { scopeId: 's', words: 'Roof' };
		expect([fitsAt(scope, 'scope s'), fitsAt(scope, 'scope t'), fitsAt(scope, 'line a')]).toEqual([false, true, false]);
	});
});

describe('what is on its way', () => {
	const stands = [shift('1', 'bo', '2027-04-15'), shift('2', null, '2027-04-16', 'k')];
	const to = { ...{ jobId: 'j', phase: 'Re-roof', personId: 'cy', from: 420, to: 600, note: '' }, day: '2027-04-19' };
	it('is seen at once: moved, gone, and once more', () => {
		expect(inSight(stands, new Map())).toBe(stands);
		expect(inSight(stands, new Map([['1', { step: 1, to }]]))).toEqual([{ ...stands[0], ...to }, stands[1]]);
		expect(inSight(stands, new Map([['2', { step: 1, to: null }]]))).toEqual([stands[0]]);
		const [, , made] = inSight(stands, new Map([['3', { step: 1, to }]]));
		expect(made).toMatchObject({ id: '3', job: 'Roof', personId: 'cy', day: '2027-04-19', version: 0 });
	});
	it('is left out where nothing like it is shown', () => {
		expect(inSight(stands, new Map([['3', { step: 1, to: { ...to, jobId: 'another' } }]]))).toEqual(stands);
	});
});
