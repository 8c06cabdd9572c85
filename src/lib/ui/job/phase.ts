/** A phase as it is shown where it is laid over days. */
export interface PhaseShown {
	id: string;
	name: string;
	from: string | null;
	to: string | null;
	calendarDays: boolean;
	outdoor: boolean;
	skills: string;
	people: number | null;
	version: number;
	waits: { before: string; pause: number }[];
}
