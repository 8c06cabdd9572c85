import type { EstimateResult, LineResult } from './compute';
import type { Estimate, Line } from './model';

/** Whether two records say the same: their own fields compared as they are, what is nested in them by its text. */
function same<T extends object>(a: T, b: T, except?: keyof T): boolean {
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
const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean => a.length === b.length && a.every((x, i) => x === b[i]);

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

/**
 * The next result with every line’s figures that did not move taken from the one before, as the same object. Lines are compared
 * by identity, so share them first. The scope that an unmoved line points to may be the earlier one: it has the same id.
 */
export function sharedResult(before: EstimateResult | null, next: EstimateResult): EstimateResult {
	if (!before) return next;
	const known = new Map<string, LineResult>();
	for (const l of before.lines) known.set(l.line.id, l);
	const kept = new Map<LineResult, LineResult>();
	for (const l of next.lines) {
		const old = known.get(l.line.id);
		if (old && old.line === l.line && old.scope.id === l.scope.id && same(old, l, 'scope')) kept.set(l, old);
	}
	const share = (lines: LineResult[]) => lines.map((l) => kept.get(l) ?? l);
	return {
		...next,
		lines: share(next.lines),
		scopes: next.scopes.map((s) => {
			const shared = { ...s, lines: share(s.lines) };
			const old = before.scopes.find((x) => x.scope === s.scope);
			return old && sameList(old.lines, shared.lines) && same(old, shared, 'lines') ? old : shared;
		}),
		toDecide: share(next.toDecide),
		reminders: share(next.reminders)
	};
}
