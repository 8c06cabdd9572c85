/** What somebody is told: a code that programs and other languages know it by, what it is said with, and its words in English. */
export interface Said {
	readonly code: string;
	readonly params: Readonly<Record<string, unknown>>;
	readonly words: string;
}

// Each saying has parameters of its own: a list of them can only be held as functions of what nobody has yet.
type Sayings = Readonly<Record<string, (p: never) => string>>;

/**
 * A catalog of what an area says: each saying by its code, as a function of what it is said with. A code that is not in the catalog, or one that is
 * said with something else than it needs, does not compile.
 * @example const say = sayings('rounds', { 'visits-done': (p: { done: number }) => `${p.done} visits are done.` }); say('visits-done', { done: 3 })
 */
export function sayings<C extends Sayings>(area: string, catalog: C) {
	return <K extends keyof C & string>(code: K, ...params: Parameters<C[K]>): Said => {
		// The compiler cannot follow that what belongs to a code is what its function takes.
		const words = catalog[code] as unknown as (...p: Parameters<C[K]>) => string;
		return { code: `${area}.${code}`, params: { ...(params as readonly object[])[0] }, words: words(...params) };
	};
}

/** The same catalog in another language: a saying that is missing, or said with something else, does not compile. */
export type Translated<C extends Sayings> = { readonly [K in keyof C]: (...p: Parameters<C[K]>) => string };
