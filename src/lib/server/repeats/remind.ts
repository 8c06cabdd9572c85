import { and, eq, gt, isNotNull, isNull, lte, min, gte } from 'drizzle-orm';
import * as contract from '../../contract/repeats/commands';
import { isQuiet } from '../../core/planning';
import { addDays, daysBetween, wallTime, type Day } from '../../core/time';
import { dayIn, mailWords } from '../../core/words';
import { serve, type Context } from '../commands';
import { company } from '../company/schema';
import { newId } from '../ids';
import { customerOfJob, tellAhead } from '../planning';
import { shifts, visitMessages } from '../planning/schema';
import { jobs, stages } from '../sales/schema';
import { repeatOccurrences, repeatRules } from './schema';

/** No rule reminds earlier than this. */
const EARLIEST = 60;

type Rule = typeof repeatRules.$inferSelect;
type Occurrence = typeof repeatOccurrences.$inferSelect;

/** A rule reminds otherwise than before: what is made and lies ahead follows it, but for what was reminded of. */
export function remindAnew(ctx: Context, rule: Rule): void {
	ctx.db
		.update(repeatOccurrences)
		.set({ toRemind: rule.remind > 0 })
		.where(
			and(
				eq(repeatOccurrences.ruleId, rule.id),
				gt(repeatOccurrences.day, ctx.today),
				isNotNull(repeatOccurrences.jobId),
				isNull(repeatOccurrences.remindedAt)
			)
		)
		.run();
}

/** The day somebody comes: what is booked stands on the plan, where it may have been moved; null: it is booked and not planned any more. */
function dayOf(ctx: Context, o: Occurrence, way: Rule['way']): Day | null {
	if (way !== 'booked') return o.day;
	const planned = ctx.db
		.select({ day: min(shifts.day) })
		.from(shifts)
		.where(and(eq(shifts.jobId, o.jobId ?? ''), gte(shifts.day, ctx.today)))
		.get();
	return planned?.day ?? null;
}

/** Occurrences of jobs that go on, whose customers are still to be reminded. */
const waiting = (ctx: Context) =>
	ctx.db
		.select({ o: repeatOccurrences, remind: repeatRules.remind, way: repeatRules.way, name: repeatRules.name, meaning: stages.meaning })
		.from(repeatOccurrences)
		.innerJoin(repeatRules, eq(repeatRules.id, repeatOccurrences.ruleId))
		.innerJoin(jobs, eq(jobs.id, repeatOccurrences.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		// As the index says it: those that are done are not looked through.
		.where(and(eq(repeatOccurrences.toRemind, true), lte(repeatOccurrences.day, addDays(ctx.today, EARLIEST))))
		.all();

/** Whether the customer of a job hears of a day the day before, as every customer does. */
const heardAlready = (ctx: Context, jobId: string, day: Day): boolean =>
	ctx.db
		.select({ id: visitMessages.id })
		.from(visitMessages)
		.where(and(eq(visitMessages.jobId, jobId), eq(visitMessages.day, day)))
		.get() !== undefined;

export const remindRepeats = serve(contract.remindRepeats, (ctx) => {
	const own = ctx.get(company, 'company', 'The company');
	const wish = own.settings.visitMessages;
	if (isQuiet(wallTime(ctx.now, own.zone).minutes, wish)) return { reminded: 0 };
	let reminded = 0;
	for (const { o, remind, way, name, meaning } of waiting(ctx)) {
		const jobId = o.jobId ?? '';
		const day = dayOf(ctx, o, way);
		if (day === null) continue;
		const ahead = daysBetween(ctx.today, day);
		if (ahead > remind) continue;
		ctx.update(repeatOccurrences, o.id, { toRemind: false });
		// Its day has come, it is not done any more, or the message of the day before says it.
		const said = way === 'booked' && ahead === 1 && wish.dayBefore;
		if (ahead < 1 || said || !['ready', 'under way'].includes(meaning) || heardAlready(ctx, jobId, day)) continue;
		const to = customerOfJob(ctx, jobId);
		const words = { customer: to?.name ?? '', what: name, address: to?.address ?? '', phone: own.phone, company: own.name };
		const went = to && tellAhead(ctx, jobId, to, (language) => mailWords(language).reminder({ ...words, day: dayIn(language, day) }));
		if (!went) continue;
		ctx.update(repeatOccurrences, o.id, { remindedAt: ctx.now });
		ctx.insert(visitMessages, { id: newId(), jobId, day, kind: 'reminder', at: ctx.now });
		ctx.happened(`job:${jobId}`, 'repeats.reminded', { day });
		reminded += 1;
	}
	return { reminded };
});
