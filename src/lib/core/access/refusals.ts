import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'password-own-name': () => 'This password is your own name or mail. Choose another.',
	'password-tried-first': () => 'This password is one of those that are tried first. Choose another.',
	'password-repeats-too-few': () => 'This password repeats too few characters.',
	'password-at-most': (p: { most: number }) => `A password has at most ${p.most} characters.`,
	'password-at-least': (p: { least: number }) => `A password has at least ${p.least} characters. A few words in a row are good.`,
	'no-right': (p: { right: string }) => `There is no right “${p.right}”.`,
	'of-no-use-without': (p: { right: string; needed: string }) => `“${p.right}” is of no use without “${p.needed}”.`
};
export const say = sayings('rules.access', catalog);
