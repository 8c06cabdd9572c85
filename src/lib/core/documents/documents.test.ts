import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coherent, isEmptyRich, LAYOUTS, mapRich, plainOf, readRich, richOf, type QuoteLayout } from '.';

describe('written text', () => {
	it('keeps only words, their look, paragraphs and lists', () => {
		const given = [
			{ type: 'heading', runs: [{ text: 'What we do', href: 'javascript:alert(1)' }], onclick: 'x' },
			{ type: 'paragraph', runs: [{ text: 'We ' }, { text: 'strip', bold: true, italic: 'yes' }, { text: '' }] },
			{ type: 'list', ordered: true, items: [[{ text: 'one' }], [{ text: 'two', italic: true }]] }
		];
		expect(readRich(given)).toEqual([
			{ type: 'heading', runs: [{ text: 'What we do' }] },
			{ type: 'paragraph', runs: [{ text: 'We ' }, { text: 'strip', bold: true }] },
			{ type: 'list', ordered: true, items: [[{ text: 'one' }], [{ text: 'two', italic: true }]] }
		]);
		expect(plainOf(readRich(given))).toBe('What we do\nWe strip\n1. one\n2. two');
	});
	it('of another shape, or too long, is refused', () => {
		for (const wrong of [null, 'text', [{ type: 'script' }], [{ type: 'paragraph', runs: [{ text: 5 }] }], [{ type: 'list', items: 'x' }]])
			expect(() => readRich(wrong), JSON.stringify(wrong)).toThrow('cannot be read');
		expect(() => readRich(richOf('x'.repeat(40_001)))).toThrow('40,000');
	});
	it('survives being read again, and says the same words', () => {
		const run = fc.record({ text: fc.string({ minLength: 1 }) });
		const block = fc.oneof(
			fc.record({ type: fc.constantFrom('paragraph', 'heading'), runs: fc.array(run) }),
			fc.record({ type: fc.constant('list'), ordered: fc.boolean(), items: fc.array(fc.array(run)) })
		);
		fc.assert(
			fc.property(fc.array(block, { maxLength: 8 }), (text) => {
				expect(readRich(readRich(text))).toEqual(readRich(text));
			})
		);
	});
	it('has its placeholders filled in wherever they stand', () => {
		const text = readRich([{ type: 'list', ordered: false, items: [[{ text: 'for {customer}', bold: true }]] }]);
		expect(plainOf(mapRich(text, (w) => w.replace('{customer}', 'Orla')))).toBe('– for Orla');
		expect([isEmptyRich([]), isEmptyRich(richOf('  \n ')), isEmptyRich(richOf('x'))]).toEqual([true, true, false]);
	});
});

describe('a layout', () => {
	it('never asks for what it has no room for, and is settled by one look', () => {
		const any = fc.record<QuoteLayout>({
			layout: fc.constantFrom(...LAYOUTS),
			detail: fc.constantFrom('scopes', 'lines'),
			amounts: fc.constantFrom('lines', 'scopes', 'total'),
			dataSheets: fc.boolean()
		});
		fc.assert(
			fc.property(any, (l) => {
				const c = coherent(l);
				expect(coherent(c)).toEqual(c);
				if (c.layout === 'one page') expect(c.detail).toBe('scopes');
				if (c.detail === 'scopes') expect(c.amounts).not.toBe('lines');
				expect(c.layout).toBe(l.layout);
			})
		);
	});
});
