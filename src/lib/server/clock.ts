import { readFileSync } from 'node:fs';
import { instantOf } from '../core/time';

/** The only place that asks the machine what time it is. Milliseconds since 1970. */
export interface Clock {
	now(): number;
	/** Whether it is the machine's own: a clock that was set for pictures says nothing about that of a device. */
	readonly real?: boolean;
}

export const systemClock: Clock = { now: () => Date.now(), real: true };

/**
 * The clock of this process. NICKEL_NOW fixes it, for tests and pictures: a wall time in the company's zone
 * (2027-04-14T09:20), or file:PATH of a file that holds one and may be rewritten while the server runs.
 */
export function clockFrom(value: string | undefined, zone: string): Clock {
	if (!value) return systemClock;
	const read = (text: string): number => {
		const [day = '', time = '00:00'] = text.trim().split(/[T ]/);
		return instantOf(day, time, zone);
	};
	if (value.startsWith('file:')) return { now: () => read(readFileSync(value.slice(5), 'utf8')) };
	const fixed = read(value);
	return { now: () => fixed };
}
