import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isLooked, JOB_LOOKS, nextOfJob, pricingOf, stageSums, stateOfCost, type JobFacts } from '.';

const WON: JobFacts = {
	...{ won: true, meaning: 'ready', estimated: true, quote: null, today: '2027-04-14', found: 0, changesToSend: [] },
	...{ permits: [], nextDay: '2027-04-16', planned: true, tasks: { done: 0, all: 3 }, punch: 0, toBill: 0, unpaid: 0 }
};
const BID: JobFacts = { ...WON, won: false, meaning: 'bidding' };
const action = (f: Partial<JobFacts>, of = WON) => nextOfJob({ ...of, ...f }).action;

describe('what is next on a job', () => {
	it('of a bid is to price it, to send it, to wait while the customer has it, to renew it once it ran out', () => {
		const quote = { state: 'open' as const, validUntil: '2027-04-20', seen: 0 };
		expect(action({ estimated: false }, BID)).toBe('Start the estimate');
		expect(action({}, BID)).toBe('Send the quote');
		expect(nextOfJob({ ...BID, quote })).toMatchObject({ action: '', mark: 'wait' });
		expect(nextOfJob({ ...BID, quote }).words).toContain('has not opened it');
		expect(action({ quote: { ...quote, validUntil: '2027-04-13' } }, BID)).toBe('Renew it');
		expect(action({ quote: { ...quote, state: 'declined' } }, BID)).toBe('Change the offer');
	});
	it('of won work puts what was found before all else, then what holds it up, then people', () => {
		expect(action({ found: 1, changesToSend: [2], permits: ['Building permit'], nextDay: null })).toBe('Price it');
		expect(action({ changesToSend: [2], permits: ['Building permit'], nextDay: null })).toBe('Open it');
		expect(action({ permits: ['Building permit'], nextDay: null })).toBe('See to it');
		expect(action({ nextDay: null })).toBe('Put people on it');
		expect(action({})).toBe('See the work list');
		expect(action({ meaning: 'under way', tasks: { done: 3, all: 3 } })).toBe('Mark it finished');
	});
	it('of finished work is what is to put right, to bill, to be paid, and then to close it', () => {
		const done = { meaning: 'finished' as const, punch: 1, toBill: 120_000, unpaid: 5 };
		expect(action(done)).toBe('See the punch list');
		expect(nextOfJob({ ...WON, ...done, punch: 0 }).words).toBe('1,200.00 can be billed.');
		expect(nextOfJob({ ...WON, ...done, punch: 0, toBill: 0 })).toMatchObject({ mark: 'wait', action: 'See the invoices' });
		expect(action({ meaning: 'finished' })).toBe('Close it');
		expect(nextOfJob({ ...WON, meaning: 'closed' }).action).toBe('');
	});
	it('is always something in words, and what needs us has its action (property)', () => {
		const facts = fc.record({
			...{ won: fc.boolean(), estimated: fc.boolean(), found: fc.nat(2), punch: fc.nat(2), toBill: fc.nat(9), unpaid: fc.nat(9) },
			meaning: fc.constantFrom(
				'bidding' as const,
				'lost' as const,
				'ready' as const,
				'under way' as const,
				'finished' as const,
				'closed' as const
			),
			nextDay: fc.option(fc.constant('2027-04-16')),
			tasks: fc.constantFrom({ done: 0, all: 0 }, { done: 1, all: 1 })
		});
		fc.assert(
			fc.property(facts, (f) => {
				const next = nextOfJob({ ...WON, ...f });
				expect(next.words).not.toBe('');
				if (next.mark === 'need') expect(next.action).not.toBe('');
				expect(next.action === '').toBe(next.path === '');
			})
		);
	});
});

describe('how a job is billed', () => {
	it('is as somebody set it, else by its contract; only time and materials waits to be billed', () => {
		expect(pricingOf({ pricing: null, contractNet: 100 })).toBe('fixed');
		expect(pricingOf({ pricing: null, contractNet: 0 })).toBe('time and materials');
		expect(stateOfCost({ pricing: 'fixed', contractNet: 0 })).toBe('absorbed');
		expect(stateOfCost({ pricing: 'time and materials', contractNet: 100 })).toBe('to bill');
	});
});

describe('jobs that are looked for', () => {
	it('over their hours, with costs not billed, with nothing planned', () => {
		const job = { meaning: 'ready', hoursSold: 10, hoursUsed: 11, toBill: 1, nextDay: null };
		expect(JOB_LOOKS.map((l) => isLooked(l, job))).toEqual([true, true, true]);
		expect(JOB_LOOKS.map((l) => isLooked(l, { ...job, hoursSold: 0, toBill: null, meaning: 'closed' }))).toEqual([false, false, false]);
	});
});

describe('jobs of one stage', () => {
	it('come to their contracts, and to what of each is not billed', () => {
		expect(
			stageSums([
				{ contract: 100, billed: 150 },
				{ contract: 100, billed: 30 },
				{ contract: null, billed: null }
			])
		).toEqual({ contract: 200, left: 70 });
		expect(stageSums([])).toEqual({ contract: 0, left: 0 });
	});
});
