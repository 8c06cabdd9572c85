import { describe, expect, it } from 'vitest';
import { CATALOG, textOf } from '$lib/core/events';
import { BUYING } from '$lib/core/events/buying';
import { ESTIMATES } from '$lib/core/events/estimates';
import { COMPANY } from '$lib/core/events/company';
import { MONEY } from '$lib/core/events/money';
import { PRICES } from '$lib/core/events/prices';
import { SALES } from '$lib/core/events/sales';
import { WORK } from '$lib/core/events/work';
import { count, freshYard, told, wonJob } from './yard';

const AREAS = [SALES, ESTIMATES, PRICES, WORK, MONEY, BUYING, COMPANY];

describe('the words of what happened', () => {
	it('have each code once', () => {
		expect(Object.keys(CATALOG)).toHaveLength(AREAS.reduce((n, a) => n + Object.keys(a).length, 0));
	});
	it.each([
		['quotes.accepted', { number: 1041, by: 'Ada', total: 1_273_196 }, 'Quote 1041 accepted by Ada: 12,731.96'],
		['payments.record', { amount: 50_000, method: 'check', credit: 0 }, '500.00 by check'],
		['payments.record', { amount: 50_000, method: 'check', credit: 2_000 }, '500.00 by check, 20.00 of it credit'],
		['buying.send-order', { number: 1001, amount: 43_200, firm: 'Tarn' }, 'Order 1001 of 432.00 sent to Tarn'],
		['invoices.billing-day', { made: 2, left: 1, total: 5_000 }, 'Billing day: 2 invoices of 50.00, 1 not billed'],
		['payments.return', { amount: 100, method: 'check', reason: 'no funds' }, '1.00 by check came back: no funds'],
		['estimates.remove-lines', { rows: 1 }, '1 line deleted'],
		['estimates.change-line', { line: 'Felt', field: 'price', value: '' }, 'Felt: price cleared'],
		['estimates.set-whole', { what: 'per size', value: '600' }, 'Price per size set to 600'],
		['rates.save', { name: 'Steep', from: '2027-05-03' }, 'Rate sheet Steep saved, from May 3, 2027'],
		[
			'time.remove',
			{ before: { day: '2027-04-13', from: '07:00', to: null }, reason: 'Twice' },
			/April 13, 2027, 07:00–now taken off: Twice/
		]
	])('%s is said with its values', (code, params, says) => {
		expect(textOf({ code, params, text: '' })).toMatch(typeof says === 'string' ? new RegExp(`^${says.replace(/[.]/g, '\\.')}$`) : says);
	});
	it('of an earlier release stay as they were kept; a code of a later one is said by its name', () => {
		expect(textOf({ code: '', params: {}, text: 'Roof, as it was' })).toBe('Roof, as it was');
		expect(textOf({ code: 'moon.landed', params: {}, text: '' })).toBe('moon.landed');
	});
});

describe('history', () => {
	it('keeps codes and values, no words; each can be said', async () => {
		const { yard, app } = await freshYard();
		wonJob(yard);
		expect(count(app, "select count(*) from history where code = '' or text <> ''")).toBe(0);
		const codes = app.db.sqlite.prepare('select distinct code from history').pluck().all() as string[];
		expect(codes.filter((c) => !(c in CATALOG))).toEqual([]);
		expect(told(app, '1').filter((t) => /undefined|NaN|\[object/.test(t))).toEqual([]);
	});
});
