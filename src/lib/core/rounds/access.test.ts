import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkGetsIn, driveBetween, inHours, timesOf, type StopOfDay } from './access';

const any = { openFrom: null, openTo: null };
const stop = (minutes: number, from: number | null = null, to: number | null = null): StopOfDay => ({
	minutes,
	openFrom: from,
	openTo: to
});

describe('when a crew is at the stops of its round', () => {
	it('is one block after the other with the drive between, waiting where it is shut', () => {
		const times = timesOf([stop(60), stop(30, 540, 720), stop(45)], 420, (a) => (a < 0 ? 10 : 20));
		expect(times).toEqual([
			{ from: 430, to: 490, waits: 0, late: 0 },
			{ from: 540, to: 570, waits: 30, late: 0 },
			{ from: 590, to: 635, waits: 0, late: 0 }
		]);
	});
	it('is too late by what is not done when it is shut', () => {
		expect(timesOf([stop(120), stop(60, 480, 570)], 420)[1]).toEqual({ from: 540, to: 600, waits: 0, late: 30 });
	});
	it('drives by the great circle, and not at all where a place is missing', () => {
		const [a, b] = [
			{ lat: -47, lng: -131 },
			{ lat: -47.1, lng: -131 }
		];
		expect(driveBetween(a, b, 30)).toBeCloseTo(driveBetween(b, a, 60) * 2, 9);
		expect([driveBetween(a, null), driveBetween({}, b)]).toEqual([0, 0]);
	});
});

describe('hours in which one gets in', () => {
	it('are from and to, the one before the other', () => {
		const field = (openFrom: number | null, openTo: number | null) => {
			try {
				checkGetsIn({ openFrom, openTo });
			} catch (e) {
				return (e as { field: string }).field;
			}
			return null;
		};
		expect([field(null, null), field(480, 720), field(480, null), field(null, 720), field(720, 720)]).toEqual([
			...[null, null, 'openTo', 'openFrom', 'openTo']
		]);
	});
});

describe('an order in which one gets in', () => {
	const line = (from: number, to: number) => Math.abs(from - to) * 10;
	it('is the one that is driven where nobody is shut out', () => {
		expect(inHours([0, 1, 2], () => stop(30), line, 420)).toEqual([0, 1, 2]);
	});
	it('puts first what shuts early, and last what opens late', () => {
		const stops = [stop(60), stop(60, 420, 500), stop(60, 700, 900)];
		const order = inHours([2, 0, 1], (n) => stops[n] ?? stop(0), line, 420);
		expect(order).toEqual([1, 0, 2]);
		expect(
			timesOf(
				order.map((n) => stops[n] ?? stop(0)),
				420
			).map((t) => t.late)
		).toEqual([0, 0, 0]);
	});
	it('has the same stops, and is never later in the sum than the order it began with', () => {
		const some = fc.array(
			fc.record({
				minutes: fc.integer({ min: 5, max: 90 }),
				open: fc.option(fc.tuple(fc.integer({ min: 300, max: 700 }), fc.integer({ min: 20, max: 300 })))
			}),
			{ minLength: 1, maxLength: 8 }
		);
		fc.assert(
			fc.property(some, (rows) => {
				const stops = rows.map((r): StopOfDay =>
					r.open ? stop(r.minutes, r.open[0], r.open[0] + r.open[1]) : { minutes: r.minutes, ...any }
				);
				const before = stops.map((_, n) => n);
				const after = inHours(before, (n) => stops[n] ?? stop(0), line, 420);
				const late = (o: number[]) =>
					timesOf(
						o.map((n) => stops[n] ?? stop(0)),
						420,
						(a, b) => line(o[a] ?? -1, o[b] ?? -1)
					).reduce((sum, t) => sum + t.late, 0);
				expect([...after].sort((a, b) => a - b)).toEqual(before);
				expect(late(after)).toBeLessThanOrEqual(late(before) + 1e-9);
			})
		);
	});
});
