import type { HoursForecast } from '$lib/core/work';

/** Hours of a job as its page shows them: ten-thousandths. */
export interface JobHoursShown {
	phases: (HoursForecast & { phaseId: string; name: string; typed: boolean })[];
	all: HoursForecast;
	tasks: { id: string; text: string; done: boolean; sold: number; used: number }[];
	people: { id: string; name: string; used: number }[];
	running: { id: string; name: string; startedAt: number; personId: string; phaseId: string; taskId: string | null }[];
	now: number;
}

/** Where a forecast comes from, in words. */
export const RULES: Readonly<Record<HoursForecast['by'], string>> = {
	percent: 'used ÷ how far it is',
	'low percent': 'under 10 % done: what was sold',
	sold: 'what was sold'
};
