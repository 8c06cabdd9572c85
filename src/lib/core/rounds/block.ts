import { say } from './refusals';
import { Refusal } from '../refusal';

/** What a visit of an agreement takes. */
export interface Round {
	/** Labor hours of the whole agreement, ten-thousandths. */
	hours: number;
	visits: number;
	crew: number;
	/** Travel and set-up of a visit, minutes. */
	setUp: number;
}

function check(r: Round): void {
	if (r.visits < 1) throw new Refusal(say('agreement-has-at-least-one-visit'), 'visits');
	if (r.crew < 1) throw new Refusal(say('nobody-in-crew'), 'crewId');
	if (r.hours < 0 || r.setUp < 0) throw new Refusal(say('hours-and-set-up-cannot-be'), 'hours');
}

/**
 * Labor minutes of one visit: agreement hours ÷ visits sold, rounded to the minute for showing; nothing is computed on with it.
 * @example laborPerVisit({ hours: 630_000, visits: 14, crew: 3, setUp: 20 }) // 270: 4 h 30
 */
export function laborPerVisit(r: Round): number {
	check(r);
	return Math.round((r.hours * 60) / (10_000 * r.visits));
}

/**
 * Minutes on site of one visit: its labor ÷ the crew, rounded to the minute for showing.
 * @example onSiteOf({ hours: 630_000, visits: 14, crew: 3, setUp: 20 }) // 90: 1 h 30
 */
export function onSiteOf(r: Round): number {
	check(r);
	return Math.round((r.hours * 60) / (10_000 * r.visits * r.crew));
}

/**
 * A visit's block on the board in minutes: time on site + travel and set-up, up to the board's step, exactly (nothing is rounded before).
 * @throws Refusal for no visits, no crew, or anything negative
 * @example blockOf({ hours: 630_000, visits: 14, crew: 3, setUp: 20 }) // 110: 1 h 50
 */
export function blockOf(r: Round, step = 5): number {
	check(r);
	const parts = 10_000 * r.visits * r.crew;
	return Math.ceil((r.hours * 60 + r.setUp * parts) / (parts * step)) * step;
}
