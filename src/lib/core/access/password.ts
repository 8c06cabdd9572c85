import { Refusal, type Said } from '../refusal';
import { say } from './refusals';

export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;

/**
 * Refuses a password that is easily guessed: too short, one of those that everybody tries, or the person's own name or mail. Kinds of
 * characters are not asked for: length protects, and a sentence is easier kept in mind than signs.
 * @param isCommon whether a password, in lower case, is on the list of common ones
 * @throws Refusal, at the field `password`
 */
export function checkPassword(password: string, person: { name: string; mail: string }, isCommon: (lowerCase: string) => boolean): void {
	const refuse = (said: Said): never => {
		throw new Refusal(said, 'password');
	};
	if (password.length < SHORTEST_PASSWORD) refuse(say('password-at-least', { least: SHORTEST_PASSWORD }));
	if (password.length > LONGEST_PASSWORD) refuse(say('password-at-most', { most: LONGEST_PASSWORD }));
	const plain = password.toLowerCase();
	if (new Set(plain).size < 4) refuse(say('password-repeats-too-few'));
	if (isCommon(plain)) refuse(say('password-tried-first'));
	const own = [person.mail, person.mail.split('@')[0] ?? '', person.name, person.name.replace(/\s+/g, '')].map((t) => t.toLowerCase());
	if (own.some((t) => t.length >= 4 && (plain === t || plain.replace(/\d+$/, '') === t))) refuse(say('password-own-name'));
}
