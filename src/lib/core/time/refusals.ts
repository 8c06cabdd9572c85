import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'comes-twice-on-say-whether-first': (p: { time: string; day: string }) =>
		`${p.time} comes twice on ${p.day}: say whether the first or the second is meant.`,
	'does-not-exist-on-clock-goes': (p: { time: string; day: string; last: string; first: string }) =>
		`${p.time} does not exist on ${p.day}: the clock goes from ${p.last} to ${p.first}.`
};
export const say = sayings('rules.time', catalog);
