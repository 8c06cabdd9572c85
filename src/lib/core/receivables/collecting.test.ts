import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, sum } from '../money';
import { cashAhead, dueSteps, instalmentsOf, matchesOf, planState, quartiles, usualDelay } from '.';

describe('reminders of an invoice', () => {
	const rules = { on: true, after: [5, 15] };
	it('go out once a step, the latest answering all, and not before a promise is over', () => {
		const due = '2027-04-01';
		expect(dueSteps({ due, done: [], quietTo: null }, rules, '2027-04-05')).toEqual([]);
		expect(dueSteps({ due, done: [], quietTo: null }, rules, '2027-04-20')).toEqual([0, 1]);
		expect(dueSteps({ due, done: [0], quietTo: null }, rules, '2027-04-16')).toEqual([1]);
		expect(dueSteps({ due, done: [], quietTo: '2027-04-20' }, rules, '2027-04-20')).toEqual([]);
		expect(dueSteps({ due, done: [], quietTo: '2027-04-20' }, rules, '2027-04-21')).toEqual([0, 1]);
		expect(dueSteps({ due, done: [], quietTo: null }, { ...rules, on: false }, '2027-04-20')).toEqual([]);
	});
});

describe('an instalment plan', () => {
	it('is equal parts to the cent, on the same day of each month or its last', () => {
		expect(instalmentsOf(cents(1000), 3, '2027-05-31', 'month')).toEqual([
			{ due: '2027-05-31', amount: 334 },
			{ due: '2027-06-30', amount: 333 },
			{ due: '2027-07-31', amount: 333 }
		]);
		expect(instalmentsOf(cents(1000), 2, '2027-12-25', 'two weeks').map((p) => p.due)).toEqual(['2027-12-25', '2028-01-08']);
		expect(() => instalmentsOf(cents(1), 2, '2027-05-31', 'week')).toThrow('not that much');
		expect(() => instalmentsOf(cents(100), 1, '2027-05-31', 'week')).toThrow('2 to 60');
	});
	it('is kept while no part is later than its grace days', () => {
		const parts = instalmentsOf(cents(300), 3, '2027-04-01', 'month');
		expect(planState(parts, cents(0), 3, '2027-04-04')).toMatchObject({ late: 3, broken: false });
		expect(planState(parts, cents(0), 3, '2027-04-05')).toMatchObject({ late: 4, broken: true });
		expect(planState(parts, cents(150), 3, '2027-05-04')).toMatchObject({ next: { due: '2027-05-01' }, broken: false });
		expect(planState(parts, cents(150), 3, '2027-05-04').parts.map((p) => p.paid)).toEqual([100, 50, 0]);
		expect(planState(parts, cents(300), 0, '2030-01-01')).toMatchObject({ next: null, broken: false });
	});
});

describe('cash ahead', () => {
	it('takes quartiles by linear interpolation, ends included', () => {
		expect(quartiles([1, 2, 3, 4])).toEqual({ low: 1.75, median: 2.5, high: 3.25 });
		expect(quartiles([7])).toEqual({ low: 7, median: 7, high: 7 });
		expect(quartiles([])).toBeNull();
	});
	it('knows a customer by their last twelve payments, from three on; half days go away from zero', () => {
		expect(usualDelay([2, 4, 9], [0])).toEqual({ early: 3, usual: 4, late: 7 });
		expect(usualDelay([2, 4], [0, 0, 0])).toEqual({ early: 0, usual: 0, late: 0 });
		expect(usualDelay([-1, -2, -2, -1], []).usual).toBe(-2);
		expect(usualDelay([...Array.from({ length: 12 }, () => 1), 99, 99, 99], []).late).toBe(1);
		expect(usualDelay([], [])).toEqual({ early: 0, usual: 0, late: 0 });
	});
	it('puts nothing before today, the overdue into the first week, and counts Mondays', () => {
		const delay = { early: -30, usual: 0, late: 7 };
		const weeks = cashAhead(
			[
				{ day: '2027-03-01', amount: cents(100), delay },
				{ day: '2027-04-19', amount: cents(50), delay }
			],
			[
				{ day: '2027-01-01', amount: cents(30) },
				{ day: '2027-04-25', amount: cents(5) }
			],
			'2027-04-14',
			3
		);
		expect(weeks.map((w) => [w.week, w.in, w.low, w.high, w.out, w.balance])).toEqual([
			['2027-04-12', 100, 100, 150, 30, 70],
			['2027-04-19', 50, 0, 0, 5, 115],
			['2027-04-26', 0, 50, 0, 0, 115]
		]);
		expect(weeks[2]).toMatchObject({ balanceLow: 115, balanceHigh: 115 });
	});
	it('loses nothing that falls within the weeks (property)', () => {
		const coming = fc.record({ n: fc.nat(60), amount: fc.nat(1e6).map(cents), d: fc.nat(10) });
		fc.assert(
			fc.property(fc.array(coming), (list) => {
				const items = list.map((c) => ({
					day: `2027-05-${String((c.n % 28) + 1).padStart(2, '0')}`,
					amount: c.amount,
					delay: { early: 0, usual: c.d, late: c.d }
				}));
				const weeks = cashAhead(items, [], '2027-04-14', 12);
				expect(sum(weeks.map((w) => w.in))).toBe(sum(items.map((i) => i.amount)));
				expect(weeks.at(-1)?.balance).toBe(weeks.reduce((a, w) => a + w.in - w.out, 0));
			})
		);
	});
});

describe('a line of the bank', () => {
	const item = (id: string, number: string, party: string, open: number, due = '2027-04-10') => ({
		id,
		number,
		party,
		open: cents(open),
		due
	});
	const items = [
		item('a', '1044', 'Orla Penhallow', 131_346),
		item('b', '1045', 'Castellan Build Group', 131_346),
		item('c', '104', 'Else', 5)
	];
	it('is sure by number and amount, likely by one of them, and says why', () => {
		const [first] = matchesOf({ day: '2027-04-14', amount: cents(131_346), text: 'TRANSFER INV 1044 PENHALLOW' }, items);
		expect(first).toMatchObject({ id: 'a', sure: true, reasons: ['number 1044', 'the amount'] });
		const named = matchesOf({ day: '2027-04-14', amount: cents(131_346), text: 'CASTELLAN BUILD GROUP' }, items);
		expect(named[0]).toMatchObject({ id: 'b', sure: false, reasons: ['the amount', 'the name'] });
	});
	it('is not for an invoice whose number is only part of another, and nothing where nothing fits', () => {
		expect(matchesOf({ day: '2027-04-14', amount: cents(7), text: 'inv 1044' }, items).map((m) => m.id)).toEqual(['a']);
		expect(matchesOf({ day: '2027-04-14', amount: cents(7), text: 'hello' }, items)).toEqual([]);
	});
});
