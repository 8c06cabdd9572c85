import { Refusal } from '../refusal';

export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;

/**
 * Refuses a password that is easily guessed: too short, one of those that everybody tries, or the person's own name or mail. Kinds of
 * characters are not asked for: length protects, and a sentence is easier kept in mind than signs.
 * @param isCommon whether a password, in lower case, is on the list of common ones
 * @throws Refusal, at the field `password`
 */
export function checkPassword(password: string, person: { name: string; mail: string }, isCommon: (lowerCase: string) => boolean): void {
	const refuse = (words: string): never => {
		throw new Refusal(words, 'password');
	};
	if (password.length < SHORTEST_PASSWORD)
		refuse(`A password has at least ${SHORTEST_PASSWORD} characters. A few words in a row are good.`);
	if (password.length > LONGEST_PASSWORD) refuse(`A password has at most ${LONGEST_PASSWORD} characters.`);
	const plain = password.toLowerCase();
	if (new Set(plain).size < 4) refuse('This password repeats too few characters.');
	if (isCommon(plain)) refuse('This password is one of those that are tried first. Choose another.');
	const own = [person.mail, person.mail.split('@')[0] ?? '', person.name, person.name.replace(/\s+/g, '')].map((t) => t.toLowerCase());
	if (own.some((t) => t.length >= 4 && (plain === t || plain.replace(/\d+$/, '') === t)))
		refuse('This password is your own name or mail. Choose another.');
}
