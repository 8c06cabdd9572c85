import { describe, expect, it } from 'vitest';
import { inSight } from './ahead';
import { barsOf, dayLines, weekStarts } from './layout';
import { looksOf, placeOfBar } from './look';
import { clockText, minutesOfClock } from './plan';
import { boardRows, rowBeside, rowHeight, steadyRows, type BoardData } from './rows';
import { drawnRows, roomOf, rowAtTop } from './sight';
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
		expect(
			rows.flatMap((r) =>
				r.kind === 'person' || r.kind === 'nobody' ? [r.lane.bars.flatMap((x) => x.shifts.map((s) => s.id)).join()] : []
			)
		).toEqual([...['2', '', '1', '']]);
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

describe('a row that stands as it stood', () => {
	it('is the very same again; one with a bar that moved is drawn anew', () => {
		const steady = steadyRows();
		const one = steady(boardRows(board([shift('1', 'bo', '2027-04-15'), shift('2', 'cy', '2027-04-16')])));
		const two = steady(boardRows(board([shift('1', 'bo', '2027-04-16'), shift('2', 'cy', '2027-04-16')])));
		const same = two.map((r, n) => r === one[n]);
		expect(two.flatMap((r, n) => (same[n] ? [] : [r.key]))).toEqual(['bo']);
	});
	it('is as high as its bars lie below each other', () => {
		const twice = boardRows(board([shift('1', 'bo', '2027-04-15'), shift('2', 'bo', '2027-04-15', 'k')]));
		expect(twice.map(rowHeight)).toEqual([43, 30, 43, 81, 30, 43, 30, 43]);
	});
});
describe('the look of a bar', () => {
	const days = ['2027-04-15', '2027-04-16', '2027-04-19'];
	const lane = (shifts: BoardData['shifts'], conflicts: BoardData['conflicts'] = {}) => {
		const row = boardRows({ ...board(shifts), conflicts }).find((r) => r.key === 'bo');
		if (row?.kind !== 'person') throw new Error('No such row.');
		return row.lane;
	};
	it('says its job, its phase and its hours, to the ear whose and when as well', () => {
		const [look] = looksOf(lane([shift('1', 'bo', '2027-04-15'), shift('2', 'bo', '2027-04-16')]), days, 'Bo', false, () => false);
		expect(look).toMatchObject({ head: 'Roof', foot: 'Re-roof · 16 h', class: 'bar', first: 0, last: 1 });
		expect(look?.label).toBe('Roof Re-roof · 16 h, Bo, 15 Thu to 16 Fri');
	});
	it('says first what speaks against it, a double booking before all else', () => {
		const against = [
			{ shiftId: '1', kind: 'holiday' as const, withId: null, text: 'Regatta' },
			{ shiftId: '1', kind: 'overlap' as const, withId: '2', text: 'Booked twice' }
		];
		const [look] = looksOf(lane([shift('1', 'bo', '2027-04-16')], { '1': against }), days, 'Bo', false, (key) => key === '1');
		expect(look).toMatchObject({ head: 'booked twice', foot: 'Roof', class: 'bar bad picked' });
		expect(look?.label).toContain('Regatta, Booked twice');
	});
	it('lies where its days are; an afternoon on the second half of its column', () => {
		const [bar] = lane([{ ...shift('1', 'bo', '2027-04-19'), from: 780, to: 930 }]).bars;
		expect(bar && placeOfBar(bar, 4)).toContain('left:calc(62.500% + 2px);width:calc(12.500% - 5px);top:3px');
		expect(bar && placeOfBar({ ...bar, first: 1, last: 1 }, 4, 3)).toContain('width:calc(75.000% - 5px)');
	});
	it('has lines between the days of its row, a stronger one where a week begins', () => {
		expect(dayLines(days).match(/linear-gradient/g)).toHaveLength(2);
		expect(dayLines(days)).toContain('66.667% 0 / 2px');
	});
});
describe('which rows are drawn', () => {
	it('are those in sight and the first one always; the rest holds its place', () => {
		const heights = Array.from({ length: 100 }, () => 43);
		expect([rowAtTop(heights, 0), rowAtTop(heights, 430), rowAtTop(heights, 9999), rowAtTop([], 0)]).toEqual([0, 10, 100, 0]);
		expect([drawnRows(0, 3, 100), drawnRows(8, 10, 100), drawnRows(98, 120, 100), drawnRows(0, 16, 0)]).toEqual([
			...[[0, 1, 2], [0, 8, 9], [0, 98, 99], []]
		]);
		expect([roomOf(heights, 1, 8), roomOf(heights, 24)]).toEqual([7 * 43, 76 * 43]);
	});
});
