import { describe, expect, it } from 'vitest';
import { homeOf, may, RIGHTS, ROLES } from '.';

describe('access', () => {
	it('lets the owner do everything', () => {
		expect(RIGHTS.filter((r) => !may({ role: 'owner' }, r))).toEqual([]);
	});
	it('keeps crews away from prices, costs and money', () => {
		const seen = RIGHTS.filter((r) => may({ role: 'crew' }, r));
		expect(seen).toEqual(['field.see', 'field.record', 'own.account']);
		expect(may({ role: 'crew lead' }, 'plan.see')).toBe(true);
		expect(may({ role: 'crew lead' }, 'plan.change')).toBe(false);
	});
	it('keeps rates with the owner and estimates away from the books', () => {
		expect(ROLES.filter((r) => may({ role: r }, 'rates.change'))).toEqual(['owner']);
		expect(may({ role: 'bookkeeper' }, 'estimates.change')).toBe(false);
	});
	it('sends each role to its own start', () => {
		expect(ROLES.map((role) => homeOf({ role }))).toEqual(['/today', '/today', '/today', '/field', '/field', '/today']);
	});
});
