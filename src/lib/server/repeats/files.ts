import { eq } from 'drizzle-orm';
import { ruleText } from '../../core/repeats';
import { addDays, type Day } from '../../core/time';
import type { App } from '../app';
import { companyOf } from '../company';
import { calendarText } from '../planning';
import { comingOf } from './coming';
import { repeatRules } from './schema';

const dateOf = (day: Day): string => day.replaceAll('-', '');
/** How far ahead moved and left-out days are told one by one. */
const AHEAD = 3 * 366;

/**
 * A rule as a repeating whole-day entry (RFC 5545): RRULE for the rule, EXDATE for what is left out or moved away, RDATE for where it was moved to.
 * With times of its own it is written in local time without a zone's rules: what comes at seven comes at seven over a change of clocks.
 */
export function repeatFile(app: App, ruleId: string): string | null {
	const rule = app.db.orm.select().from(repeatRules).where(eq(repeatRules.id, ruleId)).get();
	if (!rule) return null;
	const own = companyOf(app);
	const placed = comingOf(app.db.orm, rule, addDays(rule.rule.start, AHEAD));
	const first = placed[0]?.occursOn ?? rule.rule.start;
	const away = placed.filter((p) => p.day !== p.occursOn).map((p) => p.occursOn);
	const natural = new Set(placed.map((p) => p.occursOn));
	// A day that two came to is one; one that the rule has anyway needs no date of its own.
	const moved = [...new Set(placed.flatMap((p) => (p.day !== null && p.day !== p.occursOn && !natural.has(p.day) ? [p.day] : [])))];
	const clock = (m: number) => `${String(Math.floor(m / 60) % 24).padStart(2, '0')}${String(m % 60).padStart(2, '0')}00`;
	const at = rule.from;
	const date = (day: Day) => (at === null ? dateOf(day) : `${dateOf(day)}T${clock(at)}`);
	const kind = at === null ? ';VALUE=DATE' : '';
	const until = rule.to === null ? null : `DTEND:${dateOf(rule.to > 1439 ? addDays(first, 1) : first)}T${clock(rule.to)}`;
	// A last day with times is that day's time; a date alone would be another kind than the start.
	const text = at === null ? ruleText(rule.rule) : ruleText(rule.rule).replace(/UNTIL=(\d{8})/, `UNTIL=$1T${clock(at)}`);
	return calendarText(
		[
			`UID:repeat-${rule.id}`,
			`DTSTART${kind}:${date(first)}`,
			...(until ? [until] : []),
			`RRULE:${text}`,
			...(away.length ? [`EXDATE${kind}:${away.map(date).join(',')}`] : []),
			...(moved.length ? [`RDATE${kind}:${moved.map(date).join(',')}`] : []),
			`SEQUENCE:${rule.version - 1}`
		],
		{ title: rule.name, name: `${rule.name}, ${own.name}`, at: app.clock.now() }
	);
}
