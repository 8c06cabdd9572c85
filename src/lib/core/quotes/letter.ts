import { say } from './refusals';
import { Refusal } from '../refusal';

/** What can stand in braces in a letter, with what it becomes. The link is put in when the letter goes out. */
export const LETTER_WORDS = {
	customer: 'the customer’s name',
	title: 'what the quote is called',
	number: 'the quote’s number',
	total: 'what the customer pays, tax included',
	'valid until': 'the last day it holds',
	me: 'who sends it',
	company: 'our name',
	phone: 'our phone number',
	link: 'the customer’s own link'
} as const;
/** A letter that quotes can go out with, mail and text message, words in braces open. */
export interface QuoteLetter {
	id: string;
	name: string;
	subject: string;
	text: string;
	message: string;
}
export type LetterWord = keyof typeof LETTER_WORDS;

/**
 * Fills the words in braces of a letter.
 * @throws Refusal naming words that are not known, in the field it is told
 */
export const fillLetter = (text: string, values: Readonly<Record<Exclude<LetterWord, 'link'>, string>>, field = 'text'): string =>
	fillWords(text, { ...values, link: '{link}' }, field);

/** Fills words in braces with what is given for them. @throws Refusal naming words that are not known, in the field it is told */
export function fillWords(text: string, values: Readonly<Record<string, string>>, field: string): string {
	return text.replace(/\{([^{}\n]{1,60})\}/g, (whole, word: string) => {
		const key = word.trim().toLowerCase();
		if (!Object.hasOwn(values, key))
			throw new Refusal(say('nothing-to-put-in-for-known', { whole, value: Object.keys(values).join(', ') }), field);
		return values[key] ?? '';
	});
}

/**
 * Phone numbers that texts go to: commas between, each with its digits alone and a plus where one was typed; each once.
 * @throws Refusal naming the one that is none
 */
export function readPhones(text: string, field = 'textTo'): string[] {
	const all = text
		.split(/[,;\n]/)
		.map((a) => a.trim())
		.filter(Boolean)
		.map((typed) => {
			const digits = typed.replace(/[\s().-]/g, '');
			if (!/^\+?\d{7,15}$/.test(digits)) throw new Refusal(say('not-phone-number', { typed }), field);
			return digits;
		});
	const once = [...new Set(all)];
	if (once.length > 5) throw new Refusal(say('text-goes-to-at-most-5'), field);
	return once;
}

/** “a@x.example, b@y.example” → addresses, each once. @throws Refusal naming the one that is none */
export function readRecipients(text: string, most = 10): string[] {
	const all = text
		.split(/[,;\n]/)
		.map((a) => a.trim())
		.filter(Boolean);
	for (const a of all) if (!/^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>"]{2,}$/.test(a)) throw new Refusal(say('not-mail-address', { a }), 'to');
	const once = [...new Map(all.map((a) => [a.toLowerCase(), a])).values()];
	if (once.length > most) throw new Refusal(say('quote-goes-to-at-most-addresses', { most }), 'to');
	return once;
}
