import { page } from '$app/state';
import { languageOf, localeOf, type Language } from '$lib/core/words';

/** The language of the page: of whoever is signed in to the field, of the customer whose page it is; English where the page does not say. */
export const language = (): Language => {
	const { language: said } = page.data as { language?: unknown };
	return languageOf(typeof said === 'string' ? said : null);
};

/** How the page writes days and numbers. */
export const locale = (): string => localeOf(language());
