/** The languages that field pages, customers' pages, mails and documents are written in. */
export const LANGUAGES = ['en', 'es'] as const;
export type Language = (typeof LANGUAGES)[number];

/** What each is called, in itself: who looks for their language finds it. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', es: 'Español' };

/** How money, numbers and days are written in each. */
const LOCALES: Readonly<Record<Language, string>> = { en: 'en-US', es: 'es-US' };
export const localeOf = (language: Language): string => LOCALES[language];

/** A language by its code; English for what is none of ours. @example languageOf('es-MX') // 'es' */
export function languageOf(code: string | null | undefined): Language {
	const two = (code ?? '').slice(0, 2).toLowerCase();
	return LANGUAGES.find((l) => l === two) ?? 'en';
}

/**
 * The first language of a browser that is one of ours.
 * @param header what it sends as Accept-Language
 * @example languageAsked('fr-FR,es;q=0.8,en;q=0.5') // 'es'
 */
export function languageAsked(header: string | null): Language {
	for (const part of (header ?? '').split(',')) {
		const two = part.trim().slice(0, 2).toLowerCase();
		const known = LANGUAGES.find((l) => l === two);
		if (known) return known;
	}
	return 'en';
}
