import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents, unitPrice } from '../money';
import { computeEstimate } from './compute';
import { aLine, anEstimate, aScope } from './fixtures';
import { checkChoice, groupProblems, groupRule, membersOf, presetsOf } from './groups';
import type { OptionGroup } from './model';
import { quoteView } from './quote';

const group = (more: Partial<OptionGroup> = {}): OptionGroup => ({
	id: 'g',
	name: 'Shingle',
	atLeast: 1,
	atMost: 1,
	presetId: 'better',
	...more
});
const priced = (id: string, dollars: number, more = {}) => aLine(id, { unitPrice: unitPrice(dollars * 10_000), ...more });
const roofs = (groups: OptionGroup[] = [group()]) =>
	anEstimate(
		[
			aScope('base', [priced('tear-off', 1000)]),
			aScope('good', [priced('g1', 4000)], { option: true, groupId: 'g' }),
			aScope('better', [priced('b1', 5200)], { option: true, groupId: 'g' }),
			aScope('best', [priced('x1', 8100)], { option: true, groupId: 'g' }),
			aScope('gutters', [priced('gu', 900)], { option: true })
		],
		{ groups }
	);
const tax = { codes: [], components: [], day: '2027-04-14', exemption: null };
const says = (chosen: string[], groups?: OptionGroup[]): string => {
	try {
		checkChoice(roofs(groups), new Set(chosen));
	} catch (e) {
		return (e as Error).message;
	}
	return 'fine';
};

describe('a group of alternatives', () => {
	it('counts what is preset until somebody chooses, and exactly what is chosen then', () => {
		const e = roofs();
		expect(computeEstimate(e).total.price).toBe(620_000);
		expect(computeEstimate(e, { chosen: new Set(['best']) }).total.price).toBe(910_000);
		expect(computeEstimate(e, { chosen: new Set(['good', 'gutters']) }).total.price).toBe(590_000);
		expect([...presetsOf(e)]).toEqual(['better']);
	});
	it('shows each member with its difference to what is preset', () => {
		const view = quoteView(roofs(), presetsOf(roofs()), tax);
		expect(view.groups).toEqual([{ id: 'g', name: 'Shingle', rule: 'Choose one', least: 1, most: 1, one: true }]);
		expect(view.scopes.map((s) => [s.id, s.groupId, s.difference, s.chosen])).toEqual([
			['base', null, null, false],
			['good', 'g', -120_000, false],
			['better', 'g', null, true],
			['best', 'g', 290_000, false],
			['gutters', null, null, false]
		]);
	});
	it('refuses none, two, and what is not offered', () => {
		expect(says(['better'])).toBe('fine');
		expect(says(['best', 'gutters'])).toBe('fine');
		expect(says([])).toBe('Shingle: choose one. 0 are chosen.');
		expect(says(['good', 'best'])).toBe('Shingle: choose one. 2 are chosen.');
		expect(says(['better', 'tear-off'])).toContain('not part of this quote');
		expect(says([], [group({ atLeast: 0, presetId: null })])).toBe('fine');
		expect(says(['good', 'best'], [group({ atMost: 2 })])).toBe('fine');
	});
	it('says its rule in words, and what is wrong with itself before it goes out', () => {
		expect(groupRule(group({ atLeast: 0 }))).toBe('Choose one, or none');
		expect(groupRule(group({ atLeast: 2, atMost: 2 }))).toBe('Choose 2');
		expect(groupRule(group({ atLeast: 0, atMost: 3 }))).toBe('Choose up to 3');
		expect(groupRule(group({ atLeast: 1, atMost: 2 }))).toBe('Choose 1 to 2');
		expect(groupProblems(roofs())).toEqual([]);
		expect(groupProblems(roofs([group({ atLeast: 4, atMost: 4 })]))[0]).toContain('asks for 4, but offers 3');
		expect(groupProblems(roofs([group({ presetId: 'gone' })]))[0]).toContain('not offered any more');
		expect(groupProblems(roofs([group({ presetId: null })]))[0]).toContain('Say which');
	});
	it('works on lines as on scopes, with what hangs on them', () => {
		const e = anEstimate(
			[
				aScope('s', [
					priced('a', 10, { option: true, groupId: 'g' }),
					priced('a-child', 3, { hidden: true, source: { by: 'parent', parentId: 'a', ratio: 10_000, step: 0 } }),
					priced('b', 20, { option: true, groupId: 'g' })
				])
			],
			{ groups: [group({ presetId: 'a' })] }
		);
		expect(computeEstimate(e).total.price).toBe(1300);
		expect(computeEstimate(e, { chosen: new Set(['b']) }).total.price).toBe(2000);
		expect(quoteView(e, presetsOf(e), tax).scopes[0]?.lines.map((l) => [l.amount, l.difference])).toEqual([
			[1300, null],
			[2000, 700]
		]);
	});
	it('whatever is chosen by its rule, the total is what always counts and what was chosen', () => {
		const amounts: Record<string, number> = { good: 400_000, better: 520_000, best: 810_000, gutters: 90_000 };
		fc.assert(
			fc.property(fc.constantFrom('good', 'better', 'best'), fc.boolean(), (one, gutters) => {
				const chosen = new Set([one, ...(gutters ? ['gutters'] : [])]);
				checkChoice(roofs(), chosen);
				const expected = [...chosen].reduce((n, id) => n + (amounts[id] ?? 0), 100_000);
				return computeEstimate(roofs(), { chosen }).total.price === cents(expected);
			})
		);
		expect(membersOf(roofs()).map((m) => m.groupId)).toEqual(['g', 'g', 'g', null]);
	});
});
