import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { percent } from '../money';
import {
	checkAnswers,
	checkNesting,
	ChoiceError,
	holds,
	partQuantity,
	priceHistory,
	rateUnder,
	wordingUnder,
	type Choice,
	type PartRate
} from '.';
import { unitPrice } from '../money';

const choices: Choice[] = [
	{
		id: 'layers',
		question: 'How many layers come off?',
		required: true,
		answers: [
			{ id: 'one', text: 'one', wording: '' },
			{ id: 'two', text: 'two', wording: 'Both old layers are taken off.' }
		]
	},
	{
		id: 'pitch',
		question: 'How steep is it?',
		required: true,
		answers: [
			{ id: 'walkable', text: 'walkable', wording: '' },
			{ id: 'steep', text: 'over 8 in 12', wording: 'We work from roof brackets.' }
		]
	},
	{ id: 'access', question: 'Can a truck reach the eave?', required: false, answers: [{ id: 'no', text: 'no', wording: '' }] }
];
const refusals = [{ when: { pitch: ['steep'], access: ['no'] }, text: 'A steep roof without access needs a crane: ask for a site visit.' }];
const rate: PartRate = { amount: 10_000, per: 900_000, waste: percent(0), step: 2500 };

describe('guided choices', () => {
	it('must be answered where they must, and only with what is offered', () => {
		checkAnswers(choices, refusals, { layers: 'one', pitch: 'walkable' });
		expect(() => checkAnswers(choices, refusals, { layers: 'one' })).toThrow('How steep is it?');
		expect(() => checkAnswers(choices, refusals, { layers: 'three', pitch: 'steep' })).toThrow('not offered');
		try {
			checkAnswers(choices, refusals, {});
			expect.unreachable();
		} catch (e) {
			expect(e).toBeInstanceOf(ChoiceError);
			expect((e as ChoiceError).field).toBe('layers');
		}
	});
	it('refuse answers that do not go together, in words', () => {
		expect(() => checkAnswers(choices, refusals, { layers: 'one', pitch: 'steep', access: 'no' })).toThrow('needs a crane');
		checkAnswers(choices, refusals, { layers: 'one', pitch: 'steep' });
	});
	it('switch parts on by any of the answers named', () => {
		expect(holds({}, {})).toBe(true);
		expect(holds({ layers: ['two'] }, { layers: 'one' })).toBe(false);
		expect(holds({ layers: ['one', 'two'], pitch: ['steep'] }, { layers: 'two', pitch: 'steep' })).toBe(true);
		expect(holds({ layers: [] }, { layers: 'one' })).toBe(true);
	});
	it('change a rate: two layers take 1.6 times, steep a quarter more of that', () => {
		const factors = [
			{ when: { layers: ['two'] }, factor: 16_000 },
			{ when: { pitch: ['steep'] }, factor: 12_500 }
		];
		const under = (a: Record<string, string>) => partQuantity(2340, rateUnder(rate, factors, a)) / 10_000;
		expect(under({ layers: 'one', pitch: 'walkable' })).toBe(26);
		expect(under({ layers: 'two', pitch: 'walkable' })).toBe(41.75);
		expect(under({ layers: 'two', pitch: 'steep' })).toBe(52);
		expect(() => rateUnder(rate, [{ when: {}, factor: -1 }], {})).toThrow('negative');
	});
	it('never lower a quantity by a factor of one or more', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 10_000, max: 40_000 }), (measure, factor) => {
				expect(partQuantity(measure, rateUnder(rate, [{ when: {}, factor }], {}))).toBeGreaterThanOrEqual(partQuantity(measure, rate));
			})
		);
	});
	it('write the wording with measures and what the answers add', () => {
		expect(wordingUnder('We renew {area} of roof, {color}.', choices, { layers: 'two', pitch: 'walkable' }, { area: '2,340 sq ft' })).toBe(
			'We renew 2,340 sq ft of roof, {color}. Both old layers are taken off.'
		);
	});
	it('refuse assemblies that hold each other, naming the way round', () => {
		const held: Record<string, string[]> = { a: ['b'], b: ['c'], c: ['a'], d: ['b2'], b2: [] };
		expect(() =>
			checkNesting(
				'a',
				(id) => held[id] ?? [],
				(id) => id.toUpperCase()
			)
		).toThrow('A → B → C → A');
		checkNesting(
			'd',
			(id) => held[id] ?? [],
			(id) => id
		);
		expect(() =>
			checkNesting(
				'0',
				(id) => (Number(id) < 20 ? [String(Number(id) + 1)] : []),
				(id) => id
			)
		).toThrow('ten deep');
	});
});

describe('a price history', () => {
	it('is empty, one, odd and even', () => {
		const at = (price: number, when: number) => ({ customerId: 'c', at: when, price: unitPrice(price) });
		expect(priceHistory([])).toEqual({ times: 0, last: null, lowest: null, median: null });
		expect(priceHistory([at(5, 1)])).toEqual({ times: 1, last: 5, lowest: 5, median: 5 });
		expect(priceHistory([at(9, 3), at(1, 1), at(4, 2)])).toEqual({ times: 3, last: 9, lowest: 1, median: 4 });
		expect(priceHistory([at(1, 1), at(2, 1)])).toEqual({ times: 2, last: 2, lowest: 1, median: 2 });
	});
});
