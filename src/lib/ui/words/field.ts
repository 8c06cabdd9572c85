import type { Said } from '$lib/core/refusal';
import { fieldWords, wordsIn, type FieldWords } from '$lib/core/words';
import { language } from './language';

/** The words of the field pages, in the language of whoever is signed in. */
export const words = {
	get field(): FieldWords {
		return fieldWords(language());
	}
};

/** What a rule refuses, in the language of the page. */
export const spoken = (said: Said): string => wordsIn(language(), said);
