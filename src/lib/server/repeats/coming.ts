import { asc, eq } from 'drizzle-orm';
import { say } from '../../contract/refusals/repeats';
import { holidayOn, isWorkingDay } from '../../core/planning';
import {
	changeOf,
	checkRepeat,
	occurrencesOf,
	placeOccurrences,
	withExceptions,
	type Exception,
	type Placed,
	type RepeatRule
} from '../../core/repeats';
import { addDays, type Day } from '../../core/time';
import { Missing } from '../commands';
import type { App } from '../app';
import { todayOf } from '../company';
import { company } from '../company/schema';
import type { Orm } from '../db';
import { jobs } from '../sales/schema';
import { repeatExceptions, repeatOccurrences, repeatRules, type OtherThan } from './schema';

type Rule = Pick<typeof repeatRules.$inferSelect, 'id' | 'rule' | 'onHoliday'>;

export const exceptionsOf = (db: Orm, ruleId: string): Exception[] =>
	db
		.select({ occursOn: repeatExceptions.occursOn, day: repeatExceptions.day })
		.from(repeatExceptions)
		.where(eq(repeatExceptions.ruleId, ruleId))
		.orderBy(asc(repeatExceptions.occursOn))
		.all();

/** The occurrences of a rule up to a day, each on the day it comes to: holidays and single exceptions counted in. */
export function comingOf(db: Orm, rule: Rule, until: Day): Placed[] {
	const own = db.select({ hours: company.hours, holidays: company.holidays }).from(company).get();
	const [hours, holidays] = [own?.hours ?? {}, own?.holidays ?? []];
	const placed = placeOccurrences(occurrencesOf(rule.rule, until), rule.onHoliday, {
		isHoliday: (d) => holidayOn(holidays, d) !== null,
		isWorking: (d) => isWorkingDay(d, hours, holidays)
	});
	return withExceptions(placed, exceptionsOf(db, rule.id));
}

const ruleWith = (app: App, ruleId: string) => {
	const rule = app.db.orm.select().from(repeatRules).where(eq(repeatRules.id, ruleId)).get();
	if (!rule) throw new Missing(say('rule-not-there'));
	return rule;
};

/** What is different about one, its price for those who see prices. */
function otherOf(other: OtherThan | null, prices: boolean): OtherThan | null {
	if (other === null || prices) return other;
	const { price: _, ...rest } = other;
	return rest;
}

/** How far ahead is shown what a rule will make. */
const SHOWN_DAYS = 400;
const MOST_SHOWN = 60;

/** What a rule will make, a line for each: on which day, what is different about it, and whether it is made already. */
export function willCome(app: App, ruleId: string, prices: boolean) {
	const rule = ruleWith(app, ruleId);
	const today = todayOf(app);
	const db = app.db.orm;
	const made = new Map(
		db
			.select({ occursOn: repeatOccurrences.occursOn, jobId: jobs.id, number: jobs.number })
			.from(repeatOccurrences)
			.leftJoin(jobs, eq(jobs.id, repeatOccurrences.jobId))
			.where(eq(repeatOccurrences.ruleId, ruleId))
			.all()
			.map((o) => [o.occursOn, o])
	);
	const said = new Map(
		db
			.select({ occursOn: repeatExceptions.occursOn, other: repeatExceptions.other })
			.from(repeatExceptions)
			.where(eq(repeatExceptions.ruleId, ruleId))
			.all()
			.map((e) => [e.occursOn, e])
	);
	return comingOf(db, rule, addDays(today, SHOWN_DAYS))
		.filter((p) => p.occursOn >= today || (p.day ?? '') >= today)
		.slice(0, MOST_SHOWN)
		.map((p) => ({
			...{ occursOn: p.occursOn, day: p.day, merged: p.merged },
			exception: said.has(p.occursOn),
			other: otherOf(said.get(p.occursOn)?.other ?? null, prices),
			made: made.has(p.occursOn),
			jobId: made.get(p.occursOn)?.jobId ?? null,
			number: made.get(p.occursOn)?.number ?? null
		}));
}

/** What another rule would add to the coming year of one, and what it would drop, before it is saved. @throws Refusal at the field that is wrong */
export function ruleChange(app: App, ruleId: string, becomes: RepeatRule): { added: Day[]; dropped: Day[] } {
	checkRepeat(becomes);
	const rule = ruleWith(app, ruleId);
	const today = todayOf(app);
	const until = addDays(today, SHOWN_DAYS);
	const ahead = (r: RepeatRule): Day[] => occurrencesOf(r, until).filter((d) => d > (rule.madeTo ?? '') && d >= today);
	const { added, dropped } = changeOf(ahead(rule.rule), ahead(becomes));
	return { added: added.slice(0, MOST_SHOWN), dropped: dropped.slice(0, MOST_SHOWN) };
}
