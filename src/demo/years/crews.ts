import { addDays, weekday } from '../../lib/core/time';
import type { Won } from './requests';

/** Who works together, and from which day before today on their days are kept for what was made by hand. */
export const CREWS = [
	{ id: 'slate', people: ['marco', 'teodor', 'ines', 'ravi'], until: -1 },
	{ id: 'copper', people: ['suki', 'june', 'callum'], until: -9 },
	{ id: 'gutter', people: ['noor', 'hattie'], until: -8 },
	{ id: 'upper-marle', people: ['ansel', 'dita', 'pavel'], until: -1 }
] as const;

interface Worked {
	personId: string;
	job: Won;
	from: number;
	minutes: number;
}
const BEGIN = 7 * 60;
const DAY = 8 * 60;
const PAUSE = 30;
/** A rest of a day that is too short to begin something else. */
const TOO_SHORT = 90;

/** A crew with what waits for it: it works on one job after the other, everybody all day. */
export class Crew {
	readonly #waiting: Won[] = [];
	#now: { job: Won; left: number } | null = null;
	constructor(readonly people: readonly string[]) {}

	get ahead(): number {
		return this.#waiting.reduce((n, w) => n + w.minutes, this.#now?.left ?? 0) / (this.people.length * DAY);
	}
	take(job: Won): void {
		this.#waiting.push(job);
	}

	/** One working day. @returns who worked on what, which jobs were begun and which are done */
	work(day: string): { worked: Worked[]; begun: Won[]; done: Won[] } {
		const [worked, begun, done]: [Worked[], Won[], Won[]] = [[], [], []];
		let at = 0;
		while (DAY - at >= TOO_SHORT) {
			if (!this.#now) {
				// Small jobs are put in between; of the others the first that may begin.
				const n = this.#waiting.findIndex((w) => w.from <= day);
				const job = n < 0 ? undefined : this.#waiting.splice(n, 1)[0];
				if (!job) break;
				this.#now = { job, left: job.minutes };
				begun.push(job);
			}
			const { job } = this.#now;
			const each = Math.min(DAY - at, Math.max(15, Math.ceil(this.#now.left / this.people.length / 15) * 15));
			for (const personId of this.people) worked.push({ personId, job, from: at, minutes: each });
			this.#now.left -= each * this.people.length;
			at += each;
			if (this.#now.left > 0) continue;
			done.push(job);
			this.#now = null;
		}
		return { worked, begun, done };
	}
}

/** When a stretch of a working day begins and ends, and the pause in it, at half past eleven. */
export function stretch(from: number, minutes: number): { from: string; to: string; breakMinutes: number } {
	const pauseAt = 11 * 60 + 30 - BEGIN;
	const [start, end] = [from >= pauseAt ? from + PAUSE : from, from + minutes > pauseAt ? from + minutes + PAUSE : from + minutes];
	const clock = (m: number) => `${Math.floor((BEGIN + m) / 60)}:${String((BEGIN + m) % 60).padStart(2, '0')}`;
	return { from: clock(start), to: clock(end), breakMinutes: from < pauseAt && from + minutes > pauseAt ? PAUSE : 0 };
}

/** The working days from one to another, both of them counted. */
export function* workingDays(from: string, to: string, free: (day: string) => boolean): Generator<string> {
	for (let day = from; day <= to; day = addDays(day, 1)) if (weekday(day) <= 5 && !free(day)) yield day;
}
