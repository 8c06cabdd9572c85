import type { Estimate, Line } from './model';

/** Whether two records say the same: their own fields compared as they are, what is nested in them by its text. */
export function same<T extends object>(a: T, b: T, except?: keyof T): boolean {
	if (a === b) return true;
	const keys = Object.keys(b) as (keyof T)[];
	if (Object.keys(a).length !== keys.length) return false;
	return keys.every((k) => {
		if (k === except || a[k] === b[k]) return true;
		const nested = typeof a[k] === 'object' && typeof b[k] === 'object' && a[k] !== null && b[k] !== null;
		return nested && JSON.stringify(a[k]) === JSON.stringify(b[k]);
	});
}

/** Whether two lists hold the same objects in the same order. */
export const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean => a.length === b.length && a.every((x, i) => x === b[i]);

/**
 * The next estimate with every line that says the same taken from the one before, as the same object: what did not change is not
 * drawn again. Says nothing about the estimate that the next one does not say.
 */
export function sharedWith(before: Estimate | null, next: Estimate): Estimate {
	if (!before || before === next) return next;
	const known = new Map<string, Line>();
	for (const s of before.scopes) for (const l of s.lines) known.set(l.id, l);
	const scopes = next.scopes.map((s) => {
		const shared = {
			...s,
			lines: s.lines.map((l) => {
				const old = known.get(l.id);
				return old && same(old, l) ? old : l;
			})
		};
		const old = before.scopes.find((x) => x.id === s.id);
		return old && sameList(old.lines, shared.lines) && same(old, shared, 'lines') ? old : shared;
	});
	return { ...next, scopes };
}
