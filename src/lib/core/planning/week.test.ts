import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import { checkHolidays, checkWeek, isQuiet, lackOf, skillsIn } from '.';

const field = (work: () => unknown): string | undefined => {
	try {
		work();
	} catch (e) {
		if (e instanceof Refusal) return e.field ?? '';
		throw e;
	}
	return undefined;
};

describe('a working week', () => {
	const day = { from: 420, to: 930, breaks: [{ from: 690, to: 720 }] };
	it('takes nights, and refuses an end before the start and breaks outside or across each other, at their day', () => {
		expect(field(() => checkWeek({ 1: day, 5: { from: 1320, to: 1800, breaks: [] } }))).toBeUndefined();
		expect(field(() => checkWeek({ 1: day, 2: { from: 930, to: 420, breaks: [] } }))).toBe('day 2');
		expect(field(() => checkWeek({ 3: { ...day, breaks: [{ from: 400, to: 430 }] } }))).toBe('day 3');
		const across = [
			{ from: 690, to: 720 },
			{ from: 700, to: 730 }
		];
		expect(field(() => checkWeek({ 4: { ...day, breaks: across } }))).toBe('day 4');
	});
	it('knows holidays that never come', () => {
		const on = (month: number, d: number) => [{ by: 'date' as const, month, day: d, observed: false, name: 'x' }];
		expect([field(() => checkHolidays(on(2, 29))), field(() => checkHolidays(on(4, 31)))]).toEqual([undefined, 'holidays']);
	});
});
describe('quiet hours', () => {
	it('reach over midnight, and can be none', () => {
		const night = { quietFrom: 1200, quietTo: 420 };
		expect([1199, 1200, 0, 419, 420].map((m) => isQuiet(m, night))).toEqual([false, true, true, true, false]);
		expect(isQuiet(600, { quietFrom: 600, quietTo: 600 })).toBe(false);
	});
});
describe('skills', () => {
	it('are read as typed, each once, and held against papers by the day', () => {
		expect(skillsIn(' steep, Copper ,copper,, ')).toEqual(['steep', 'copper']);
		const p = { name: 'Noor', skills: ['Steep'], papers: [{ name: 'torch', validUntil: '2027-04-14' }] };
		expect(lackOf(['steep', 'Torch'], p, '2027-04-14')).toEqual([]);
		expect(lackOf(['Torch'], p, '2027-04-15')).toEqual(['Noor: “torch” held until April 14, 2027']);
		expect(lackOf(['crane'], p, '2027-04-14')).toEqual(['Noor: no “crane”']);
	});
});
