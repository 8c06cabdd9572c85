import { describe, expect, it } from 'vitest';
import { keyOf, partInput, rateOf, tryPart, typePart } from './assembly-form';

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
