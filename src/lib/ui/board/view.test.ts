import { describe, expect, it } from 'vitest';
import type { BoardData } from './rows';
import { filtered, filtersOf, jobShown, skillsOn, viewOf, viewPath, type JobFacts } from './view';

const person = (id: string, more: Partial<BoardData['staff'][number]> = {}): BoardData['staff'][number] => ({
	...{
		id,
		name: id,
		crew: 'Slate',
		crewId: 'slate',
		branchId: null,
		role: 'crew',
		skills: 'steep',
		load: { planned: 0, paid: 0, gaps: [] }
	},
	...more
});
const shift = (id: string, personId: string | null, jobId: string): BoardData['shifts'][number] => ({
	...{ id, personId, jobId, day: '2027-04-12', from: null, to: null, note: '', version: 1, job: jobId, number: 1, minutes: 480, phase: '' }
});
const facts: Record<string, JobFacts> = {
	roof: { kind: 'Re-roof', stageId: 'under way', branchId: null, district: 'Quayside' },
	leak: { kind: 'Repair', stageId: 'ready', branchId: 'marle', district: 'Weirside' }
};
const waiting = (jobId: string, district: string) => ({
	...{ jobId, job: jobId, number: 1, phase: 'All', leftMinutes: 60, waits: [] },
	district
});
const board: BoardData & { jobs: Record<string, JobFacts> } = {
	...{ from: '2027-04-12', days: ['2027-04-12'], conflicts: {}, timeOff: [], holidays: [], rounds: [], jobs: facts },
	staff: [person('ann'), person('bo', { crewId: 'copper', skills: 'Low-slope, welds' }), person('cy', { branchId: 'marle', skills: '' })],
	shifts: [shift('a', 'ann', 'roof'), shift('b', 'bo', 'leak')],
	firms: [{ id: 'f', firm: 'Crane', day: '2027-04-12', job: 'roof', phase: null, number: 1, state: 'yes' }],
	unmanned: [waiting('roof', 'Quayside'), waiting('leak', 'Weirside')]
};
const people = (q: string) => filtered(board, viewOf(new URLSearchParams(q))).staff.map((p) => p.id);

describe('how the board is looked at', () => {
	it('stands in an address, with the days or without them, and is read back from it', () => {
		const view = viewOf(new URLSearchParams('by=job&district=Quayside&crew=slate&nonsense=1'));
		expect(view).toMatchObject({ by: 'job', district: 'Quayside', crew: 'slate', skill: '' });
		expect(filtersOf(view)).toBe(2);
		const path = viewPath(view, '2027-04-12', 4);
		expect(viewOf(new URLSearchParams(path.split('?')[1]))).toEqual(view);
		expect(path).toContain('from=2027-04-12');
		expect(viewPath(view, '', 4)).toBe('/plan?weeks=4&by=job&crew=slate&district=Quayside');
	});
	it('shows the people of a crew, branch or skill with all they have', () => {
		expect(people('')).toEqual(['ann', 'bo', 'cy']);
		expect(people('crew=copper')).toEqual(['bo']);
		expect(people('branch=marle')).toEqual(['cy']);
		expect(people('skill=welds')).toEqual(['bo']);
		expect(skillsOn(board.staff)).toEqual(['Low-slope', 'steep', 'welds']);
	});
	it('shows the work of a stage, kind, job or district, with who is on it', () => {
		expect(people('stage=ready')).toEqual(['bo']);
		expect(people('kind=Re-roof')).toEqual(['ann']);
		expect(people('job=leak')).toEqual(['bo']);
		const there = filtered(board, viewOf(new URLSearchParams('district=Weirside')));
		expect([there.staff.map((p) => p.id), there.shifts.map((s) => s.id), there.unmanned.map((u) => u.jobId)]).toEqual([
			['bo'],
			['b'],
			['leak']
		]);
		expect(there.firms).toHaveLength(1);
		expect(filtered(board, viewOf(new URLSearchParams('crew=slate'))).firms).toEqual([]);
		expect(jobShown(viewOf(new URLSearchParams('district=Quayside')), 'gone', undefined)).toBe(false);
	});
	it('with nothing chosen is the board itself', () => {
		expect(filtered(board, viewOf(new URLSearchParams('by=job')))).toBe(board);
	});
});
