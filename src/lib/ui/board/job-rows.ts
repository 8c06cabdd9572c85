import type { PhaseShown } from '../job/phase';

export interface PhaseRow extends PhaseShown {
	soldMinutes: number;
	plannedMinutes: number;
	days: { day: string; people: string[]; nobody: number; firms: number }[];
}

/** A job of the plan by job; the screen of the server fits it. */
export interface JobRow {
	id: string;
	name: string;
	number: number | null;
	stage: string;
	stageId: string;
	kind: string;
	branchId: string | null;
	district: string;
	phases: PhaseRow[];
}
