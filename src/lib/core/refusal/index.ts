import type { Said } from './say';

export { sayings, type Said, type Translated } from './say';

/** What a rule refuses: a code with what it is said with, and plain words for people; `field` names the input at fault where there is one. */
export class Refusal extends Error {
	readonly said: Said;
	readonly field: string | undefined;
	constructor(said: Said, field?: string) {
		super(said.words);
		this.name = new.target.name;
		this.said = said;
		this.field = field;
	}
}

/** What is said of something that nobody foresaw: the words of a program's own errors are never shown to people. */
export const UNFORESEEN = 'Something went wrong here. Nothing was changed; try again in a moment.';

/** The words of an error for people: a refusal's own, and of all others only that something went wrong. */
export const wordsOf = (e: unknown): string => (e instanceof Refusal ? e.message : UNFORESEEN);
