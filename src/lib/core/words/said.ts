import type { Said } from '../refusal';
import { rules } from './es/refusals';
import type { Language } from './language';

/** Sayings of areas in one language, by area and code. */
export type Spoken = Readonly<Record<string, Readonly<Record<string, (p: never) => string>>>>;

/**
 * What is said, in a language: its English words where that language has none of its own.
 * @param more the catalogs of areas above the core
 * @example wordsIn('es', say('type-number')) // 'Escriba un número.'
 */
export function wordsIn(language: Language, said: Said, more: Spoken = {}): string {
	if (language === 'en') return said.words;
	const dot = said.code.lastIndexOf('.');
	const [area, code] = [said.code.slice(0, dot), said.code.slice(dot + 1)];
	const catalog = more[area] ?? (rules as Spoken)[area];
	if (!catalog || !Object.hasOwn(catalog, code)) return said.words;
	// The code says what its saying is said with: both came from one catalog.
	const say = catalog[code] as ((p: object) => string) | undefined;
	return say ? say(said.params) : said.words;
}
