import { page } from '$app/state';
import type { Said } from '$lib/core/refusal';
import {
	customerWords,
	dayIn,
	fieldWords,
	languageOf,
	localeOf,
	type CustomerWords,
	type FieldWords,
	type Language,
	wordsIn
} from '$lib/core/words';

/** The language of the page: of whoever is signed in to the field, of the customer whose page it is; English where the page does not say. */
export const language = (): Language => {
	const { language: said } = page.data as { language?: unknown };
	return languageOf(typeof said === 'string' ? said : null);
};

/** How the page writes days and numbers. */
export const locale = (): string => localeOf(language());

/** A calendar day in words. */
export const longDay = (day: string): string => dayIn(language(), day);

/** What a rule refuses, in the language of the page. */
export const spoken = (said: Said): string => wordsIn(language(), said);

/** The words of the page, in its language. */
export const words = {
	get customer(): CustomerWords {
		return customerWords(language());
	},
	get field(): FieldWords {
		return fieldWords(language());
	}
};
