import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, percent, sum } from '../money';
import { ageOf, aging, allocate, invoiceState, lateCharge, type OpenInvoice } from '.';

const inv = (id: string, open: number, due: string, jobId = 'j', number = 1): OpenInvoice => ({
	id,
	number,
	jobId,
	due,
	open: cents(open)
});

describe('a payment', () => {
	it('settles what it names, then the job’s, then by due day and number', () => {
		const list = [
			inv('a', 100, '2027-01-01', 'k'),
			inv('b', 100, '2027-03-01'),
			inv('c', 100, '2027-02-01'),
			inv('d', 100, '2027-04-01', 'k')
		];
		expect(allocate(cents(350), list, ['d'], 'j').allocations).toEqual([
			{ invoiceId: 'd', amount: 100 },
			{ invoiceId: 'c', amount: 100 },
			{ invoiceId: 'b', amount: 100 },
			{ invoiceId: 'a', amount: 50 }
		]);
	});
	it('leaves the rest as credit, and no cent is lost', () => {
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 1e8 }), fc.array(fc.integer({ min: 0, max: 1e7 })), (amount, opens) => {
				const { allocations, credit } = allocate(
					cents(amount),
					opens.map((o, i) => inv(`i${i}`, o, '2027-01-01', 'j', i))
				);
				expect(sum(allocations.map((a) => a.amount)) + credit).toBe(amount);
				for (const a of allocations) expect(a.amount).toBeLessThanOrEqual(opens[Number(a.invoiceId.slice(1))]!);
				expect(credit > 0 && allocations.length < opens.filter((o) => o > 0).length).toBe(false);
			})
		);
	});
});

describe('invoices', () => {
	it('have the state of their numbers', () => {
		const state = (total: number, paid: number, more = {}) =>
			invoiceState({ issued: true, voided: false, total: cents(total), paid: cents(paid), ...more });
		expect([
			state(100, 0),
			state(100, 1),
			state(100, 100),
			state(0, 0),
			state(1, 0, { issued: false }),
			state(1, 1, { voided: true })
		]).toEqual(['issued', 'part paid', 'paid', 'paid', 'draft', 'void']);
	});
	it('age by days past due', () => {
		expect(['2027-04-14', '2027-04-13', '2027-03-15', '2027-03-14', '2027-02-13', '2027-01-13'].map((d) => ageOf(d, '2027-04-14'))).toEqual(
			['not due', '1–30', '1–30', '31–60', '31–60', 'over 90']
		);
		const a = aging(
			[
				{ due: '2027-04-14', open: cents(5) },
				{ due: '2027-01-01', open: cents(7) }
			],
			cents(3),
			'2027-04-14'
		);
		expect(a).toMatchObject({ 'not due': 5, 'over 90': 7, credit: 3, open: 12 });
	});
	it('charge late days once, never the grace days', () => {
		expect(
			lateCharge(
				Array.from({ length: 40 }, () => cents(365_000)),
				10,
				percent(1000)
			)
		).toBe(3000);
		expect(lateCharge([cents(365_000)], 10, percent(1000))).toBe(0);
	});
});
