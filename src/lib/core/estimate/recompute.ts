import { assemble, closeScope, finishLines, startScope, type EstimateResult, type LineResult, type ScopeResult } from './compute';
import { presetsOf } from './groups';
import type { Estimate } from './model';
import { same, sameList } from './share';

/** An estimate with what it came to. */
export interface Computed {
	estimate: Estimate;
	result: EstimateResult;
}

/**
 * What an estimate comes to, from what it came to before: scopes that are the same object are not gone through again, and every
 * figure that did not move stays the same object, so that it is not drawn again. The figures are those of `computeEstimate`.
 * A discount lies on all lines together: with one, every scope is computed anew.
 */
export function recompute(before: Computed | null, next: Estimate): Computed {
	const chosen = presetsOf(next);
	const kept = new Map(before && computedAlike(before.estimate, next, chosen) ? before.result.scopes.map((s) => [s.scope, s]) : []);
	const scopes = next.scopes.map((s) => kept.get(s) ?? startScope(s, next.system, chosen));
	const fresh = scopes.filter((s) => !kept.has(s.scope));
	finishLines(
		next,
		fresh.flatMap((s) => s.lines)
	);
	const known = new Map(before?.result.scopes.map((s) => [s.scope.id, s]));
	const closed = new Map(fresh.map((s) => [s, close(s, known.get(s.scope.id))]));
	return {
		estimate: next,
		result: assemble(
			next,
			scopes.map((s) => closed.get(s) ?? s)
		)
	};
}

/** Whether a scope of both comes to the same in both: nothing that lies on the whole differs. */
function computedAlike(a: Estimate, b: Estimate, chosen: ReadonlySet<string>): boolean {
	if (a.discount || b.discount || a.system !== b.system) return false;
	if (JSON.stringify(a.overheadPercent) !== JSON.stringify(b.overheadPercent)) return false;
	const were = presetsOf(a);
	return were.size === chosen.size && [...were].every((id) => chosen.has(id));
}

/** Sums up a scope, with lines of its earlier state where they say the same; the earlier scope itself where all of it does. */
function close(s: ScopeResult, before: ScopeResult | undefined): ScopeResult {
	if (before) {
		const known = new Map<string, LineResult>(before.lines.map((l) => [l.line.id, l]));
		// The scope that an unmoved line points to may be the earlier one: it has the same id.
		s.lines = s.lines.map((l) => {
			const old = known.get(l.line.id);
			return old && old.line === l.line && same(old, l, 'scope') ? old : l;
		});
	}
	closeScope(s);
	return before && before.scope === s.scope && sameList(before.lines, s.lines) && same(before, s, 'lines') ? before : s;
}
