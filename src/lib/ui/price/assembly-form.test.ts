import { describe, expect, it } from 'vitest';
import { explainText } from '$lib/core/explain';
import { explainTry, keyOf, partInput, rateOf, tryPart, typePart } from './assembly-form';

const part = typePart({
	id: 'p',
	itemId: null,
	sheetId: 'steep',
	childId: null,
	name: 'Tear-off',
	unit: 'h',
	cost: 388_320,
	price: 602_600,
	measures: ['area'],
	rate: { amount: 10_000, per: 900_000, waste: 0 as never, step: 2500 },
	placeholder: '',
	reminder: false,
	once: false,
	note: '',
	phase: 'Tear-off',
	when: {},
	factors: [{ when: { layers: ['two'] }, factor: 16_000 }]
});

describe('the try-out of an assembly', () => {
	it('gives quantity, hours, cost and price of the worked example, and what an answer changes', () => {
		expect(tryPart(part, { area: '2340' }, { layers: 'one' })).toMatchObject({
			quantity: 260_000,
			hours: 260_000,
			cost: 100_963,
			amount: 156_676
		});
		expect(tryPart(part, { area: '2340' }, { layers: 'two' })).toMatchObject({ quantity: 417_500 });
		expect(tryPart({ ...part, when: { layers: ['two'] } }, { area: '2340' }, { layers: 'one' }).out).toBe(true);
		expect(tryPart({ ...part, per: '0' }, { area: '2340' }, {}).problem).not.toBe('');
		expect(tryPart(part, {}, {})).toMatchObject({ quantity: 0, amount: 0, problem: '' });
	});
	it('reads back what it shows', () => {
		expect(rateOf(part)).toEqual({ amount: 10_000, per: 900_000, waste: 0, step: 2500 });
		expect(partInput(part)).toMatchObject({ sheetId: 'steep', name: 'Tear-off', measures: ['area'], factors: [{ factor: 16_000 }] });
		expect(partInput({ ...part, sheetId: null, childId: 'other' })).toMatchObject({ measures: [], name: '' });
	});
	it('makes keys from words, each once', () => {
		expect(keyOf('How many layers come off?', [])).toBe('how-many-layers-come-off');
		expect(keyOf('Sí', ['si'])).toBe('si-2');
		expect(keyOf('???', [])).toBe('x');
	});
});

describe('an assembly that holds another, when it is tried', () => {
	const inner = {
		...typePart({
			id: 'i1',
			itemId: 'item',
			sheetId: null,
			childId: null,
			name: 'Bundle',
			unit: 'bundle',
			cost: 400_000,
			price: 550_000,
			measures: ['area'],
			rate: { amount: 30_000, per: 1_000_000, waste: 1000, step: 10_000 } as never,
			placeholder: '',
			reminder: false,
			once: false,
			note: 'Three to the square',
			phase: '',
			when: {},
			factors: []
		}),
		rate: { amount: 30_000, per: 1_000_000, waste: 1000, step: 10_000 } as never
	};
	const outer = { ...typePart({ ...inner, id: 'o1', itemId: null, childId: 'roof', name: 'Roof' }), childId: 'roof' };
	it('counts what is inside, under the answers that stand under its id', () => {
		expect(tryPart(outer, { area: '2340' }, {}, { roof: [inner] })).toMatchObject({ cost: 78 * 4000, amount: 78 * 5500 });
		const asked = { ...inner, when: { 'roof/layers': ['two'] } };
		expect(tryPart(outer, { area: '2340' }, {}, { roof: [asked] }).amount).toBe(0);
		expect(tryPart(outer, { area: '2340' }, { 'roof/layers': 'two' }, { roof: [asked] }).amount).toBe(78 * 5500);
	});
	it('explains every quantity with its rate and what it assumes', () => {
		const text = explainText(explainTry('Whole', [outer], { area: '2340' }, {}, { roof: [inner] }));
		expect(text).toContain('(area 2340) ÷ 100 × 3 × (1 + 10 %), up to the next 1 = 78 bundle');
		expect(text).toContain('78 bundle × 55.00 = 4,290.00');
		expect(text).toContain('Three to the square');
	});
});
