import { mulDiv } from '../money';

/** Hours of a phase, ten-thousandths; how far it is, hundredths of a percent, as typed or by its work list; null: not known. */
export interface PhaseHours {
	sold: number;
	used: number;
	percent: number | null;
}
export type HoursBy = 'percent' | 'low percent' | 'sold';
export interface HoursForecast extends PhaseHours {
	/** Hours still to come, and with those used. */
	toCome: number;
	forecast: number;
	/** sold − forecast; minus is bad. */
	difference: number;
	by: HoursBy;
	warning: 'over' | 'near' | null;
}

/** Seconds as ten-thousandths of an hour, half of one rounded up. @example hoursOfSeconds(5407) // 15019 */
export const hoursOfSeconds = (seconds: number): number => Math.round((seconds * 10_000) / 3600);

/** From this share of the sold hours on, and until this much is done, it is said aloud (hundredths of a percent). */
export const NEAR = 8000;

/**
 * Forecast of a phase's hours, as that of its cost (§9): from a percent complete of at least 10 % with hours used, else what is left of those sold.
 * “Near” is said from 80 % used while less than 80 % is done; “over” once more are used than sold. Work sold without hours has nothing to be over.
 * @example sold 40 h, used 32 h, half done // to come 32 h, forecast 64 h, difference −24 h, near
 */
export function hoursForecast(p: PhaseHours): HoursForecast {
	const counts = p.percent !== null && p.percent >= 1000 && p.used > 0;
	const toCome = Math.max(0, counts ? mulDiv(p.used, 10_000, p.percent ?? 1) - p.used : p.sold - p.used);
	const forecast = p.used + toCome;
	return {
		...p,
		...{ toCome, forecast, difference: p.sold - forecast },
		by: counts ? 'percent' : p.percent === null ? 'sold' : 'low percent',
		warning: warningOf(p)
	};
}

function warningOf({ sold, used, percent }: PhaseHours): 'over' | 'near' | null {
	if (sold <= 0) return null;
	if (used > sold) return 'over';
	return used * 10_000 >= sold * NEAR && (percent ?? 0) < NEAR ? 'near' : null;
}

/** Forecasts of phases in one: their sums, with the percent by which the whole stands. A loss in one is not hidden by a gain in another. */
export function hoursOfAll(phases: readonly HoursForecast[], percent: number | null): HoursForecast {
	const sum = (f: 'sold' | 'used' | 'toCome' | 'forecast' | 'difference') => phases.reduce((a, p) => a + p[f], 0);
	const whole = { sold: sum('sold'), used: sum('used'), percent };
	return {
		...whole,
		...{ toCome: sum('toCome'), forecast: sum('forecast'), difference: sum('difference') },
		by: 'sold',
		warning: warningOf(whole)
	};
}
