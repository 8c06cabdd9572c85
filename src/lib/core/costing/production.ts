import { mulDiv, type Rate } from '../money';

/** A phase of work with how far it is: hours in ten-thousandths, percent in hundredths; null: nobody said. */
export interface WorkedPhase {
	sold: number;
	used: number;
	percent: number | null;
}

/**
 * Production: what was done in hours as sold ÷ the hours it took, over the phases of which somebody said how far they are.
 * @returns ten-thousandths of a percent, null where nothing was worked or said
 * @example production([{ sold: 1_200_000, used: 640_000, percent: 5000 }]) // 937,500: 93.75 %
 */
export function production(phases: readonly WorkedPhase[]): Rate | null {
	const said = phases.filter((p) => p.percent !== null);
	const used = said.reduce((a, p) => a + p.used, 0);
	if (used === 0) return null;
	const done = said.reduce((a, p) => a + mulDiv(p.sold, p.percent ?? 0, 10_000), 0);
	return mulDiv(done, 1_000_000, used) as Rate; // a ratio in the unit of rates
}
