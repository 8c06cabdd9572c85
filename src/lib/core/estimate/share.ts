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
