import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents, percent } from '../money';
import { checkPlan, planAmounts, proposePlan, ruleFor, USUAL_PLAN, type PlanStep } from '.';

const phases = (...amounts: number[]) =>
	amounts.map((a, n) => ({ name: ['Tear-off', 'Dry-in', 'Roofing', 'Clean-up'][n]!, amount: cents(a) }));
const step = (more: Partial<PlanStep>): PlanStep => ({ name: 'Rest', when: 'done', phase: '', toDate: percent(10_000), ...more });

describe('a billing plan', () => {
	it('is deposit and rest below the amount, with a step after each phase above it', () => {
		const small = proposePlan(cents(1_000_000), percent(3000), phases(400_000, 600_000), USUAL_PLAN);
		expect(small.map((s) => [s.name, s.toDate])).toEqual([
			['Deposit', 3000],
			['Rest', 10_000]
		]);
		const large = proposePlan(cents(2_000_000), percent(3000), phases(500_000, 300_000, 1_000_000, 200_000), USUAL_PLAN);
		// 25 % after tear-off is covered by the deposit; 40 and 90 are not.
		expect(large.map((s) => [s.name, s.toDate, s.phase])).toEqual([
			['Deposit', 3000, ''],
			['After dry-in', 4000, 'Dry-in'],
			['After roofing', 9000, 'Roofing'],
			['Rest', 10_000, '']
		]);
		expect(proposePlan(cents(100), percent(0), [], USUAL_PLAN)).toEqual([step({ name: 'Whole' })]);
	});
	it('that is proposed always holds, and its parts are the whole to the cent', () => {
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 0, max: 5_000_000 }), { maxLength: 4 }),
				fc.integer({ min: 0, max: 10_000 }),
				(amounts, deposit) => {
					const net = cents(amounts.reduce((a, b) => a + b, 0));
					const plan = proposePlan(net, percent(deposit), phases(...amounts), USUAL_PLAN);
					expect(() => checkPlan(plan)).not.toThrow();
					const parts = planAmounts(net, plan);
					expect(parts.reduce((a, b) => a + b, 0)).toBe(net);
					expect(parts.every((p) => p >= 0)).toBe(true);
				}
			)
		);
	});
	it('that somebody types has to rise, to end at the whole, and to say which phase it waits for', () => {
		expect(() => checkPlan([])).toThrow('at least one step');
		expect(() => checkPlan([step({ toDate: percent(5000) })])).toThrow('100 %');
		expect(() => checkPlan([step({ name: 'A', toDate: percent(5000) }), step({ name: 'B', toDate: percent(5000) })])).toThrow('above 50 %');
		expect(() => checkPlan([step({ when: 'phase', name: 'A', toDate: percent(5000) }), step({})])).toThrow('which phase');
		expect(() => checkPlan([step({ name: ' ' })])).toThrow('a name');
	});
	it('goes by the rule of its kind of work, else by that of all', () => {
		const all = { ...USUAL_PLAN, stagesFrom: 5 };
		const own = { kindOfWork: 'Gutters', stagesFrom: 7, depositAtOnce: true };
		expect([ruleFor([all, own], 'Gutters'), ruleFor([all, own], 'Repair'), ruleFor([], 'Repair')]).toEqual([own, all, USUAL_PLAN]);
	});
});
