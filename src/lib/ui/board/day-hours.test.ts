import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, hoursShown, lanesOf, moved, spanOf, STEP, stretched } from './day-hours';

const workday = { from: 420, to: 930 };
const span = fc
	.record({ from: fc.integer({ min: 0, max: 1400 }), length: fc.integer({ min: 30, max: 720 }) })
	.map((s) => ({ from: s.from, to: s.from + s.length }));

describe('the day by the hour', () => {
	it('shows the working day with an hour around it, and whoever works beyond', () => {
		expect(hoursShown(workday, [{ from: null, to: null }])).toEqual({ from: 360, to: 1020 });
		expect(hoursShown(workday, [{ from: 250, to: 1290 }])).toEqual({ from: 240, to: 1320 });
	});
	it('puts shifts that overlap below each other, and others beside each other', () => {
		const lanes = lanesOf(
			[
				{ from: 600, to: 700 },
				{ from: null, to: null },
				{ from: 930, to: 990 },
				{ from: 420, to: 600 }
			],
			workday
		);
		expect(lanes.map((l) => l.map((s) => s.from))).toEqual([
			[null, 930],
			[420, 600]
		]);
		expect(spanOf({ from: null, to: null }, workday)).toEqual(workday);
	});
	it('moves on the step within the day, and keeps how long it takes', () => {
		expect(moved({ from: 420, to: 600 }, 37)).toEqual({ from: 450, to: 630 });
		fc.assert(
			fc.property(span, fc.integer({ min: -3000, max: 3000 }), (s, by) => {
				const to = moved(s, by);
				expect(to.from % STEP).toBe(0);
				expect(to.from).toBeGreaterThanOrEqual(0);
				expect(to.from).toBeLessThan(1440);
				expect(to.to - to.from).toBe(s.to - s.from);
			})
		);
	});
	it('pulls an end, never under half an hour', () => {
		expect(stretched({ from: 420, to: 600 }, 61)).toEqual({ from: 420, to: 660 });
		expect(stretched({ from: 420, to: 600 }, -400)).toEqual({ from: 420, to: 450 });
		fc.assert(fc.property(span, fc.integer({ min: -3000, max: 3000 }), (s, by) => stretched(s, by).to - s.from >= 30));
	});
	it('draws either way, and takes a press for none', () => {
		expect(drawn(612, 433)).toEqual({ from: 435, to: 615 });
		expect(drawn(500, 503)).toBeNull();
	});
});
