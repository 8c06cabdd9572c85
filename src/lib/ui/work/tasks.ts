/** Where a part is, in the order it goes. */
export const PART_STATES = ['to order', 'on hand', 'on truck', 'fitted'] as const;
export type PartState = (typeof PART_STATES)[number];

/** A task as a work list shows it. */
export interface Task {
	id: string;
	phase: string;
	text: string;
	note: string;
	due: string | null;
	/** Hours it was sold with, ten-thousandths; 0: not said. */
	hours: number;
	doneAt: number | null;
	doneBy: string;
	version: number;
	people: { id: string; name: string }[];
	steps: { id: string; text: string; doneAt: number | null }[];
	parts: { id: string; name: string; unit: string; quantity: number; state: PartState; version: number }[];
}

/** A material of the job, and how much of it tasks have. */
export interface Material {
	id: string;
	name: string;
	unit: string;
	quantity: number;
	phase: string;
	given: number;
}

/** Where a part goes next; the last stays. @example nextState('on hand') // 'on truck' */
export const nextState = (state: PartState): PartState => PART_STATES[PART_STATES.indexOf(state) + 1] ?? state;
