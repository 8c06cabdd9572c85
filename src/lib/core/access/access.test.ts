import { describe, expect, it } from 'vitest';
import { homeOf, may, RIGHTS, ROLES } from '.';

describe('access', () => {
	it('lets the owner do everything', () => {
		expect(RIGHTS.filter((r) => !may('owner', r))).toEqual([]);
	});
	it('keeps crews away from prices, costs and money', () => {
		const seen = RIGHTS.filter((r) => may('crew', r));
		expect(seen).toEqual(['field.see', 'field.record', 'own.account']);
		expect(may('crew lead', 'plan.see')).toBe(true);
		expect(may('crew lead', 'plan.change')).toBe(false);
	});
	it('keeps rates with the owner and estimates away from the books', () => {
		expect(ROLES.filter((r) => may(r, 'rates.change'))).toEqual(['owner']);
		expect(may('bookkeeper', 'estimates.change')).toBe(false);
	});
	it('sends each role to its own start', () => {
		expect(ROLES.map(homeOf)).toEqual(['/today', '/today', '/today', '/field', '/field', '/today']);
	});
});
