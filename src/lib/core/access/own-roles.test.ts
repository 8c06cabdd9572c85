import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { checkRights, knownRights, may, neededBy, nearestRole, RIGHTS, rightsOf, ROLES, withRight } from '.';

const some = fc.subarray(RIGHTS);

describe('a role of the company’s own', () => {
	it('has what it lists, whatever role it stands beside', () => {
		expect(may({ role: 'owner', rights: ['plan.see'] }, 'people.change')).toBe(false);
		expect(may({ role: 'crew', rights: ['costs.see'] }, 'costs.see')).toBe(true);
		expect(may({ role: 'crew', rights: null }, 'costs.see')).toBe(false);
		expect(may({ role: 'crew', rights: [] }, 'own.account')).toBe(true);
	});
	it('takes no right that is of no use alone, and none that does not exist', () => {
		expect(() => checkRights(['plan.change'])).toThrow('“Plan people” is of no use without “See the board”.');
		expect(() => checkRights(['everything'])).toThrow('There is no right “everything”.');
		expect(checkRights(['plan.change', 'plan.see', 'plan.see'])).toEqual(['plan.see', 'plan.change', 'own.account']);
	});
	it('a stored right that a release dropped gives nothing', () => {
		expect(knownRights(['plan.see', 'gone.see'])).toEqual(['plan.see']);
	});
	it('every role that comes with the program could be put together by hand', () => {
		for (const role of ROLES) expect(checkRights(rightsOf(role))).toEqual(rightsOf(role));
	});
	it('what is ticked brings what it needs; what is taken away takes what needs it', () => {
		fc.assert(
			fc.property(some, fc.constantFrom(...RIGHTS), fc.boolean(), (start, right, on) => {
				const whole = start.reduce((r, x) => withRight(r, x, true), [] as typeof RIGHTS);
				const after = withRight(whole, right, on);
				expect(after.includes(right)).toBe(on);
				for (const r of after) {
					const first = neededBy(r);
					if (first) expect(after).toContain(first);
				}
				expect(() => checkRights(after)).not.toThrow();
			})
		);
	});
	it('stands beside the office when it sees Today, beside crews when not', () => {
		expect([nearestRole(['today.see']), nearestRole(['field.see'])]).toEqual(['office', 'crew']);
	});
});
