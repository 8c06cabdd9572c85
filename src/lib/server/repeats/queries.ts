import { and, asc, desc, eq, inArray, isNull, lte, or, sql } from 'drizzle-orm';
import { todayOf } from '../company';
import type { Viewer } from '../../core/access';
import type { App } from '../app';
import { crews } from '../people/schema';
import { repeatOccurrences, repeatRules } from './schema';
import { customers, jobs } from '../sales/schema';
import { Refusal } from '../../core/refusal';
import { log } from '../log';
import { makeRepeat } from './commands';

const seesPrices = (viewer: Viewer): boolean => viewer.may('invoices.see') || viewer.may('estimates.see');

/** The rules by which jobs repeat, with what each made last. */
export const repeatList = (app: App, viewer: Viewer) =>
	app.db.orm
		.select({
			id: repeatRules.id,
			jobId: repeatRules.jobId,
			name: repeatRules.name,
			rule: repeatRules.rule,
			onHoliday: repeatRules.onHoliday,
			way: repeatRules.way,
			crewId: repeatRules.crewId,
			crew: crews.name,
			from: repeatRules.from,
			to: repeatRules.to,
			...{ ahead: repeatRules.ahead, remind: repeatRules.remind },
			...{ price: seesPrices(viewer) ? repeatRules.price : sql<null>`null`, invoice: repeatRules.invoice },
			paused: repeatRules.paused,
			madeTo: repeatRules.madeTo,
			trouble: repeatRules.trouble,
			version: repeatRules.version,
			job: jobs.name,
			number: jobs.number,
			customer: customers.name,
			made: sql<number>`(select count(*) from ${repeatOccurrences} where ${repeatOccurrences.ruleId} = ${repeatRules.id} and ${repeatOccurrences.jobId} is not null)`
		})
		.from(repeatRules)
		.innerJoin(jobs, eq(jobs.id, repeatRules.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(crews, eq(crews.id, repeatRules.crewId))
		.orderBy(asc(repeatRules.name))
		.limit(500)
		.all();

/** The last jobs a rule made, newest first. */
export const madeBy = (app: App, ruleId: string) =>
	app.db.orm
		.select({
			id: repeatOccurrences.id,
			occursOn: repeatOccurrences.occursOn,
			day: repeatOccurrences.day,
			jobId: jobs.id,
			number: jobs.number
		})
		.from(repeatOccurrences)
		.leftJoin(jobs, eq(jobs.id, repeatOccurrences.jobId))
		.where(eq(repeatOccurrences.ruleId, ruleId))
		.orderBy(desc(repeatOccurrences.occursOn))
		.limit(12)
		.all();

/** Makes what is due of every rule, each for itself: one that cannot keeps no other from it, and says why on its page. */
export function makeRepeats(app: App): void {
	const today = todayOf(app);
	const toInvoice = app.db.orm
		.select({ id: repeatOccurrences.ruleId })
		.from(repeatOccurrences)
		.where(and(eq(repeatOccurrences.toInvoice, true), lte(repeatOccurrences.day, today)));
	const due = and(eq(repeatRules.paused, false), or(isNull(repeatRules.lookOn), lte(repeatRules.lookOn, today)));
	const rules = app.db.orm
		.select({ id: repeatRules.id, trouble: repeatRules.trouble })
		.from(repeatRules)
		.where(or(due, inArray(repeatRules.id, toInvoice)))
		.all();
	for (const { id, trouble } of rules) {
		let now = '';
		try {
			app.run(makeRepeat, { ruleId: id }, { type: 'system' });
		} catch (e) {
			now = e instanceof Refusal ? e.message : 'It could not be made. We look into it.';
			if (!(e instanceof Refusal)) log.error({ rule: id, error: (e as Error).message }, 'repeat');
		}
		if (now !== trouble) app.db.orm.update(repeatRules).set({ trouble: now }).where(eq(repeatRules.id, id)).run();
	}
}
