import type { Cadence } from '$lib/core/rounds';
import { wholeTyped } from '../forms/typed';

/** A cadence as it is typed; days of the year are typed as days of any year. */
export interface CadenceForm {
	by: Cadence['by'];
	every: string;
	gap: string;
	windows: { from: string; to: string }[];
}
const YEAR = '2028-';

export const cadenceForm = (c: Cadence | null): CadenceForm => ({
	by: c?.by ?? 'weeks',
	every: String(c?.by === 'weeks' ? c.every : 2),
	gap: String(c?.by === 'windows' ? c.gap : 14),
	windows: (c?.by === 'windows' ? c.windows : [{ from: '04-01', to: '04-30' }]).map((w) => ({ from: YEAR + w.from, to: YEAR + w.to }))
});

/** @throws Refusal for what is no whole number */
export const cadenceTyped = (f: CadenceForm): Cadence =>
	f.by === 'weeks'
		? { by: 'weeks', every: wholeTyped(f.every) }
		: { by: 'windows', gap: wholeTyped(f.gap), windows: f.windows.map((w) => ({ from: w.from.slice(5), to: w.to.slice(5) })) };

/** Who goes to a visit, and the step of its block. @throws Refusal for what is no whole number */
export const visitedTyped = (t: { crewSize: string; step: string }): { crewSize: number | null; step: number } => ({
	crewSize: t.crewSize.trim() === '' ? null : wholeTyped(t.crewSize),
	step: wholeTyped(t.step)
});
