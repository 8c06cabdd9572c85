import { eq } from 'drizzle-orm';
import { occurrencesOf } from '../../core/repeats';
import { addDays, type Day } from '../../core/time';
import type { Orm } from '../db';
import { exceptionsOf } from './coming';
import { repeatOccurrences, type repeatRules } from './schema';

type Rule = Pick<typeof repeatRules.$inferSelect, 'id' | 'rule' | 'ahead' | 'madeTo'>;

/** How far ahead the next one is looked for; a rule without one until then is looked at again on that day. */
const FAR = 400;

/** The first day after today on which something of a rule has to be made: thousands of rules are not reckoned through each time. */
export function nextLook(db: Orm, rule: Rule, today: Day): Day {
	const far = addDays(today, FAR);
	const made = new Set(
		db
			.select({ day: repeatOccurrences.occursOn })
			.from(repeatOccurrences)
			.where(eq(repeatOccurrences.ruleId, rule.id))
			.all()
			.map((o) => o.day)
	);
	const moved = new Map(exceptionsOf(db, rule.id).map((e) => [e.occursOn, e.day]));
	const days = occurrencesOf(rule.rule, addDays(far, FAR))
		.filter((d) => d > (rule.madeTo ?? '') && !made.has(d))
		.map((d) => addDays(moved.get(d) ?? d, -rule.ahead))
		.filter((d) => d > today)
		.sort();
	return days[0] !== undefined && days[0] < far ? days[0] : far;
}
