import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
	comparePriceList,
	decodeText,
	guessMapping,
	headsOf,
	mappingFits,
	likely,
	pieces,
	readCsv,
	readPriceList,
	readYearFigures,
	similarity,
	TableError,
	writeCsv
} from '.';

const list = [
	'Tarn & Slate Supply,,,',
	'Prices from April 1,,,',
	',,,',
	'Article no.,Description,Sold per,Net price',
	'SH-1,Shingle,bundle,"$1,041.20"',
	',,,',
	'Underlayments,,,',
	'UN-1,Underlayment,roll,84.00',
	'UN-1,Again,roll,85.00',
	'X-1,Cap,each,on request',
	'=1+1,Trap,each,5',
	'N-1,Nail,box,-3'
].join('\n');

describe('a mapping that was remembered', () => {
	const rows = readCsv('Spring list,,,\n,,,\nRef,Product,Sold by,Net price\nA-1,Nail,lb,4.10');
	const m = { ...guessMapping(rows), heads: headsOf(rows, guessMapping(rows)) };
	it('fits a list with the same headings, however they are written, and no other', () => {
		expect(m.heads).toEqual({ code: 'Ref', name: 'Product', unit: 'Sold by', cost: 'Net price' });
		expect(mappingFits(m, readCsv('Autumn,,,\n,,,\nREF,product,Sold By,net price\nA-1,Nail,lb,4.30'))).toBe(true);
		expect(mappingFits(m, readCsv('Autumn,,,\n,,,\nRef,Net price,Sold by,Product\nA-1,4.30,lb,Nail'))).toBe(false);
		expect(mappingFits(m, readCsv('Autumn,,\n,,\nRef,Product,Net price\nA-1,Nail,4.30'))).toBe(false);
	});
	it('without headings fits where its columns are there', () => {
		const { heads: _, ...bare } = m;
		expect(mappingFits(bare, rows)).toBe(true);
		expect(mappingFits(bare, readCsv('a,b,c'))).toBe(false);
		expect(mappingFits({ ...m, headerRow: -1, heads: {} }, rows)).toBe(true);
	});
});

describe('price lists', () => {
	it('finds the heading row under a title and reads thousands marks', () => {
		const rows = readCsv(list);
		const m = guessMapping(rows);
		expect(m).toEqual({ headerRow: 3, code: 0, name: 1, unit: 2, cost: 3 });
		const { prices, rejected } = readPriceList(rows, m);
		expect(prices.map((p) => [p.row, p.code, p.cost])).toEqual([
			[5, 'SH-1', 10_412_000],
			[8, 'UN-1', 840_000]
		]);
		expect(rejected.map((r) => [r.row, r.reason])).toEqual([
			[7, 'A heading or note: neither code nor price.'],
			[9, 'The code stands in row 8 already.'],
			[10, 'The price is not a number: “on request”.'],
			[11, 'The cell holds a formula.'],
			[12, 'The price is negative.']
		]);
	});
	it('tells new, changed, unchanged and missing apart', () => {
		const { prices } = readPriceList(readCsv(list), guessMapping(readCsv(list)));
		const known = [
			{ id: '1', code: 'sh-1', name: 'Shingle', unit: 'bundle', cost: 10_412_000 as never },
			{ id: '2', code: 'UN-1', name: 'Underlayment', unit: 'roll', cost: 830_000 as never },
			{ id: '3', code: 'OLD', name: 'Old', unit: 'each', cost: 1 as never }
		];
		const c = comparePriceList([...prices, { ...prices[0]!, code: 'NEW' }], known);
		expect([c.fresh.length, c.changed.length, c.unchanged.length, c.missing.length]).toEqual([1, 1, 1, 1]);
	});
	it('reads what other encodings hold', () => {
		expect(decodeText(new Uint8Array([0x63, 0x61, 0x66, 0xe9]))).toBe('café');
		expect(decodeText(new Uint8Array([0xff, 0xfe, 0x61, 0x00]))).toBe('a');
		expect(() => decodeText(new Uint8Array([0x4d, 0x5a, 0, 1]))).toThrow(TableError);
	});
	it('refuses a million columns', () => {
		expect(() => readCsv(','.repeat(1_000_000))).toThrow(TableError);
		expect(() => readCsv(`a\n${','.repeat(300)}`)).toThrow('columns');
	});
	it('writes what it reads, and defuses formulas', () => {
		const cell = fc
			.string()
			.map((s) => s.replace(/[\r\n\0]/g, '').trim())
			.filter((s) => s !== '' && !/^[=+\-@\t\r'"]/.test(s));
		fc.assert(
			fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 2, maxLength: 8 }), (rows) => {
				const width = Math.min(...rows.map((r) => r.length));
				const even = rows.map((r) => r.slice(0, width));
				expect(readCsv(writeCsv(even) + '\r\n').slice(0, -1)).toEqual(even);
			}),
			{ seed: 7 }
		);
		expect(writeCsv([['=cmd()']])).toContain("'=cmd()");
	});
});

describe('duplicate customers', () => {
	const orla = { id: 'o', name: 'Orla Penhallow', mail: 'orla@penhallow.example', phone: '+1 (555) 010-2233', address: '14 Spindle Lane' };
	it('gives scores with their reasons', () => {
		expect(likely({ name: 'X', mail: 'ORLA@penhallow.example ', phone: '', address: '' }, [orla])).toEqual([
			{ id: 'o', score: 100, reasons: ['same mail'] }
		]);
		expect(likely({ name: 'X', mail: '', phone: '555 010 2233', address: '' }, [orla])[0]!.score).toBe(90);
		expect(likely({ name: 'O. Penhallow', mail: '', phone: '12345', address: '14 Spindle Ln' }, [orla])[0]!.reasons[0]).toMatch(
			/alike \(0\.\d\d\)/
		);
		expect(likely({ name: 'Nobody', mail: '', phone: '', address: '' }, [orla])).toEqual([]);
	});
	it('takes no neighbor for the same customer: an address counts only with its house number', () => {
		const at = (address: string) => ({ name: '', mail: '', phone: '', address });
		const known = { id: 'k', ...at('14 Harbor Row, Osselmere') };
		expect(likely(at('16 Harbor Row, Osselmere'), [known])).toEqual([]);
		expect(likely(at('14 Harbor Row, Osselmere '), [known])[0]?.reasons).toEqual(['address alike (1.00)']);
		expect(likely(at('Harbor Row, Osselmere'), [{ id: 'k', ...at('Harbor Row, Osselmere') }])).toHaveLength(1);
	});
	it('likens texts symmetrically, without accents', () => {
		expect([...pieces('Ab')]).toEqual(['  a', ' ab', 'ab ']);
		expect(similarity('Zoé', 'zoe')).toBe(1);
		fc.assert(
			fc.property(fc.string(), fc.string(), (a, b) => {
				expect(similarity(a, b)).toBe(similarity(b, a));
			})
		);
	});
});

describe('figures of last year', () => {
	it('are read from an export with headings, codes, subtotals and costs written as minus', () => {
		const { figures, rejected } = readYearFigures(
			readCsv(
				'Profit and loss 2026\n\nAccount;No.;Amount\nOffice rent;6100;"24,600.00"\nInsurance;6200;-18300\noffice rent;6101;400\nTotal overhead;;43300\nNote;see page 4;n/a 2x\n'
			)
		);
		expect(figures).toEqual([
			{ name: 'Office rent', amount: 2_500_000 },
			{ name: 'Insurance', amount: 1_830_000 }
		]);
		expect(rejected.map((r) => r.row)).toEqual([8]);
	});
});
