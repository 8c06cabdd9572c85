import { customerWords, dayIn, type CustomerWords } from '$lib/core/words';
import { language } from './language';

/** The words of the pages that customers see, in their language. */
export const words = {
	get customer(): CustomerWords {
		return customerWords(language());
	}
};

/** A calendar day in words. */
export const longDay = (day: string): string => dayIn(language(), day);
