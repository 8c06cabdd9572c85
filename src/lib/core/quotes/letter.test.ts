import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import { fillLetter, fillWords, LETTER_WORDS, readRecipients } from '.';

const values = {
	...{ customer: 'Orla', title: 'New roof', number: '1041', total: '12,731.96', 'valid until': '2027-05-14' },
	...{ me: 'Bastian', company: 'Pellgrave', phone: '555' }
};

describe('a letter', () => {
	it('has its words filled in, however they are written; the link waits', () => {
		expect(fillLetter('Dear {customer}, {Title} at {total}, until { valid until }: {LINK}', values)).toBe(
			'Dear Orla, New roof at 12,731.96, until 2027-05-14: {link}'
		);
	});
	it('with a word nobody knows is refused in its field, and names those that are known', () => {
		expect(() => fillLetter('Dear {name}', values, 'subject')).toThrow(expect.objectContaining({ field: 'subject' }));
		expect(() => fillLetter('{__proto__}', values)).toThrow(Refusal);
		for (const word of Object.keys(LETTER_WORDS)) expect(fillLetter(`{${word}}`, values)).not.toBe('');
	});
	it('without braces stays as it is', () => {
		fc.assert(
			fc.property(
				fc.string().filter((s) => !s.includes('{')),
				(s) => {
					expect(fillLetter(s, values)).toBe(s);
				}
			)
		);
	});
	it('goes to each address once, and to nobody who is none', () => {
		expect(readRecipients('a@x.example, B@y.example;A@X.example\n')).toEqual(['A@X.example', 'B@y.example']);
		expect(readRecipients('')).toEqual([]);
		for (const bad of ['nobody', 'a@b', 'a b@c.example', 'a@x.example\r\nBcc: all@y.example', '<a@x.example>'])
			expect(() => readRecipients(bad)).toThrow(expect.objectContaining({ field: 'to' }));
		expect(() => readRecipients(Array.from({ length: 11 }, (_, i) => `a${i}@x.example`).join())).toThrow('at most 10');
	});
});

describe('words in braces', () => {
	it('are whatever is given for them, and named when one is not known', () => {
		expect(fillWords('{Job Insurer} and { job insurer }', { 'job insurer': 'Ossel Mutual' }, 'text')).toBe('Ossel Mutual and Ossel Mutual');
		expect(() => fillWords('{x}', { a: '1', b: '2' }, 'text')).toThrow('Known are a, b.');
		// What was put in is not read again.
		expect(fillWords('{a}', { a: '{b}', b: 'no' }, 'text')).toBe('{b}');
	});
});
