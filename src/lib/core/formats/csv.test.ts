import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { decodeText, readCsv, writeCsv } from './csv';

describe('a long table', () => {
	it('is read in parts to the same rows as at once, whatever stands in its cells', () => {
		const cell = fc.oneof(fc.string({ maxLength: 6 }), fc.constantFrom('a,b', 'say "so"', 'two\nlines', '', '12;5'));
		fc.assert(
			fc.property(fc.array(fc.array(cell, { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 12 }), (some) => {
				const rows = Array.from({ length: 9000 }, (_, i) => [`row ${i}`, ...(some[i % some.length] ?? []), 'end']);
				const text = writeCsv(rows, false);
				const whole = Papa.parse<string[]>(text, { skipEmptyLines: false }).data.map((r) => r.map((c) => c.trim()));
				expect(readCsv(text)).toEqual(whole);
			}),
			{ numRuns: 12 }
		);
	});
	it('keeps rows that are blank where the parts meet', () => {
		const text = Array.from({ length: 8200 }, (_, i) => (i % 4000 < 3 ? '' : `${i},a,b`)).join('\n');
		const rows = readCsv(text);
		expect(rows).toHaveLength(8200);
		expect([rows[4000], rows[4003]]).toEqual([[''], ['4003', 'a', 'b']]);
	});
});

describe('where what is found out is wrong', () => {
	it('the separator and the letters can be said', () => {
		// Every cell has a comma, so that the comma wins.
		const text = 'Code;Name;Cost\nA,1;Nail;4,10\nA,2;Screw;4,20';
		expect(readCsv(text, ';')[1]).toEqual(['A,1', 'Nail', '4,10']);
		expect(readCsv(text, '|')[1]).toEqual(['A,1;Nail;4,10']);
		const bytes = new Uint8Array([0xc3, 0xa9]);
		expect([decodeText(bytes), decodeText(bytes, 'windows-1252'), decodeText(new Uint8Array([0x41, 0]), 'utf-16le')]).toEqual([
			...['é', 'Ã©', 'A']
		]);
	});
});
