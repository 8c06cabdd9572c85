import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'agreement-has-at-least-one-visit': () => 'An agreement has at least one visit.',
	'gets-in-from-and-to': () => 'Say from when and until when one gets in, or neither.',
	'shut-before-open': () => 'It shuts before it opens.',
	'hours-and-set-up-cannot-be': () => 'Hours and set-up cannot be negative.',
	'no-day-left-in-window-from': (p: { from: string; to: string }) => `No day is left in the window from ${p.from} to ${p.to}.`,
	'nobody-in-crew': () => 'Nobody is in this crew.',
	'season-over-on-choose-earlier-start': (p: { to: string }) => `The season is over on ${p.to}: choose an earlier start.`,
	'visits-come-every-so-many-whole': () => 'Visits come every so many whole weeks, at least one.'
};
export const say = sayings('rules.rounds', catalog);
