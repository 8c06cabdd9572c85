import type { Input } from '$lib/contract';
import type { Bar } from './layout';

type Shown = Bar['shifts'][number] & { firmId?: string | null };
/** Where a shift stands. */
export type Place = NonNullable<Input<'plan.arrange'>['changes'][number]['to']>;
/** Where a shift is going that is on its way; null: off the plan. */
export interface Ahead {
	step: number;
	to: Place | null;
}

/**
 * Shifts as they will stand when what is on its way has arrived: moved ones at their new place, those taken off gone, new ones like another of
 * their job. What a place does to its length is seen when it has arrived.
 * @example inSight([shift], new Map([[shift.id, { step: 1, to: null }]])) // []
 */
export function inSight<S extends Shown>(shifts: readonly S[], ahead: ReadonlyMap<string, Ahead>): readonly S[] {
	if (ahead.size === 0) return shifts;
	const known = new Set(shifts.map((s) => s.id));
	const moved = shifts.flatMap((s) => {
		const at = ahead.get(s.id);
		return at === undefined ? [s] : at.to === null ? [] : [{ ...s, ...at.to }];
	});
	const made = [...ahead].flatMap(([id, { to }]) => {
		if (to === null || known.has(id)) return [];
		const like = shifts.find((s) => s.jobId === to.jobId && s.phase === to.phase) ?? shifts.find((s) => s.jobId === to.jobId);
		return like ? [{ ...like, ...to, id, firmId: null, version: 0 }] : [];
	});
	return [...moved, ...made];
}
