import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../time';
import { inRuns, outOfRuns } from '.';

const shift = fc.record({
	...{ id: fc.uuid(), day: fc.nat(30).map((n) => addDays('2027-04-12', n)), version: fc.nat(9) },
	...{ personId: fc.constantFrom('ann', 'bo', null), job: fc.constantFrom('Roof', 'Gutter'), from: fc.constantFrom(null, 420) }
});
const byId = <S extends { id: string }>(all: readonly S[]) => [...all].sort((a, b) => (a.id < b.id ? -1 : 1));

describe('shifts put together for the way to a board', () => {
	it('are told once with their days', () => {
		const days = ['2027-04-12', '2027-04-13', '2027-04-14'];
		const runs = inRuns(days.map((day, n) => ({ id: `s${n}`, day, version: n, job: 'Roof' })));
		expect(runs).toEqual([{ id: 's0', of: { job: 'Roof' }, on: days.map((d, n) => [d, `s${n}`, n]) }]);
	});
	it('come out as they went in, by day', () => {
		fc.assert(
			fc.property(fc.uniqueArray(shift, { selector: (s) => s.id }), (all) => {
				const out = outOfRuns(inRuns(all));
				expect(byId(out)).toEqual(byId(all));
				expect(out.map((s) => s.day)).toEqual(out.map((s) => s.day).sort());
			})
		);
	});
});
