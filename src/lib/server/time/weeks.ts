import { say } from '../../contract/refusals/time';
import * as contract from '../../contract/time/weeks';
import { and, asc, eq, gte, inArray, lt } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { formatMinutes } from '../../core/money';
import { addDays, instantOf, longDay, paidWeek, payrollWeek, wallTime, type Day, type PaidDay, type PayrollRules } from '../../core/time';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { companyOf } from '../company';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { approvedWeeks, timeEntries } from './schema';
import { newId } from '../ids';

type Entry = typeof timeEntries.$inferSelect;

/** Entries of a payroll week: those that begin in it, or reach into it over its first midnight. */
function entriesOf(db: Orm, week: Day, zone: string, personId?: string): Entry[] {
	const [from, to] = [instantOf(week, '00:00', zone, 'first'), instantOf(addDays(week, 7), '00:00', zone, 'first')];
	return db
		.select()
		.from(timeEntries)
		.where(
			and(
				// Nothing is longer than a day and a half: what reaches in began within it.
				gte(timeEntries.startedAt, from - 36 * 3_600_000),
				lt(timeEntries.startedAt, to),
				personId === undefined ? undefined : eq(timeEntries.personId, personId)
			)
		)
		.orderBy(asc(timeEntries.startedAt))
		.all()
		.filter((e) => (e.endedAt ?? Infinity) > from);
}

/** What has ended of a person's entries, as it is paid in a week. */
const paidOf = (entries: readonly Entry[], rules: PayrollRules, week: Day): PaidDay[] =>
	paidWeek(
		entries.flatMap((e) => (e.endedAt === null ? [] : [{ ...e, endedAt: e.endedAt }])),
		rules,
		week
	);

export const approveWeek = serve(contract.approveWeek, (ctx, i) => {
	const person = ctx.get(people, i.personId, 'This person');
	const own = ctx.get(company, 'company', 'The company');
	const { payroll } = own.settings;
	if (payrollWeek(i.week, payroll.firstDay) !== i.week) throw new Refusal(say('payroll-week-does-not-begin-on'), 'week');
	if (i.week > ctx.today) throw new Refusal(say('week-has-not-begun-yet'), 'week');
	if (approvedOn(ctx, i.personId, i.week)) return;
	const entries = entriesOf(ctx.db, i.week, own.zone, i.personId);
	const wrong = entries.filter((e) => e.conflict).length;
	if (wrong > 0) throw new Refusal(say('entries-overlap-another', { wrong }));
	if (entries.some((e) => e.endedAt === null)) throw new Refusal(say('still-on-clock', { name: person.name }));
	// Whoever clocks on later in it would add to what was looked at.
	if (addDays(i.week, 7) > ctx.today) throw new Refusal(say('week-not-over-yet'), 'week');
	const minutes = Math.round(paidOf(entries, payroll, i.week).reduce((a, d) => a + d.seconds, 0) / 60);
	ctx.insert(approvedWeeks, { id: newId(), personId: person.id, week: i.week, minutes, at: ctx.now, byName: ctx.who.name });
	ctx.happened(`person:${person.id}`, 'time.approve-week', { name: person.name, week: i.week, minutes }, 'field', 'costs');
});

const approvedOn = (ctx: Pick<Context, 'db'>, personId: string, week: Day) =>
	ctx.db
		.select()
		.from(approvedWeeks)
		.where(and(eq(approvedWeeks.personId, personId), eq(approvedWeeks.week, week)))
		.get();

export const openWeek = serve(contract.openWeek, (ctx, i) => {
	const person = ctx.get(people, i.personId, 'This person');
	const found = approvedOn(ctx, i.personId, i.week);
	if (!found) throw new Refusal(say('week-not-approved'));
	ctx.remove(approvedWeeks, found.id);
	ctx.happened(`person:${person.id}`, 'time.open-week', { name: person.name, week: i.week, reason: i.reason }, 'field', 'costs');
});

/** Refuses to touch time that lies in an approved week. */
export function checkOpen(ctx: Context, personId: string, ...days: Day[]): void {
	const { firstDay } = ctx.get(company, 'company', 'The company').settings.payroll;
	for (const week of new Set(days.map((d) => payrollWeek(d, firstDay))))
		if (approvedOn(ctx, personId, week)) throw new Refusal(say('week-from-approved', { week: longDay(week) }), 'day');
}

export const setPayroll = serve(contract.setPayroll, (ctx, i) => {
	const own = ctx.get(company, 'company', 'The company');
	for (const [name, list] of [
		['day', i.day],
		['week', i.week]
	] as const)
		if (list.some((t, n) => n > 0 && t.minutes <= (list[n - 1]?.minutes ?? 0)))
			throw new Refusal(say('each-one-begins-later-than-one'), name);
	const payroll = { firstDay: i.firstDay, day: i.day, week: i.week };
	ctx.update(company, 'company', { settings: { ...own.settings, payroll } }, i.version);
	ctx.happened('company', 'company.payroll', {}, 'company');
});

/** A payroll week of everybody who worked or could have: days, what is paid more, what is not right yet, whether it is approved. */
export function hoursWeek(app: App, asked: Day) {
	const own = companyOf(app);
	const rules = own.settings.payroll;
	const week = payrollWeek(asked, rules.firstDay);
	const entries = grouped(entriesOf(app.db.orm, week, own.zone), (e) => e.personId);
	const approved = new Map(
		app.db.orm
			.select()
			.from(approvedWeeks)
			.where(eq(approvedWeeks.week, week))
			.all()
			.map((a) => [a.personId, a])
	);
	const names = jobNames(
		app.db.orm,
		[...entries.values()].flat().flatMap((e) => e.jobId ?? [])
	);
	const days = Array.from({ length: 7 }, (_, n) => addDays(week, n));
	return {
		week,
		days,
		rules,
		people: app.db.orm
			.select({ id: people.id, name: people.name, active: people.active, crewId: people.crewId })
			.from(people)
			.orderBy(asc(people.name))
			.all()
			.filter((p) => entries.has(p.id) || (p.active && p.crewId !== null))
			.map((p) => personWeek(p, entries.get(p.id) ?? [], { week, days, rules, approved: approved.get(p.id), names }))
	};
}

interface WeekOf {
	week: Day;
	days: Day[];
	rules: PayrollRules;
	approved: typeof approvedWeeks.$inferSelect | undefined;
	names: Map<string, string>;
}

function personWeek(p: { id: string; name: string }, entries: readonly Entry[], of: WeekOf) {
	const paid = paidOf(entries, of.rules, of.week);
	const rates = new Map<number, number>();
	for (const d of paid) for (const a of d.at) rates.set(a.multiplier, (rates.get(a.multiplier) ?? 0) + a.seconds);
	return {
		id: p.id,
		name: p.name,
		days: of.days.map((day) => ({ day, seconds: paid.find((d) => d.day === day)?.seconds ?? 0 })),
		seconds: paid.reduce((a, d) => a + d.seconds, 0),
		over: [...rates].filter(([m]) => m !== 10_000).map(([multiplier, seconds]) => ({ multiplier, seconds })),
		conflicts: entries.filter((e) => e.conflict).length,
		running: entries.some((e) => e.endedAt === null),
		approved: of.approved ? { at: of.approved.at, byName: of.approved.byName } : null,
		entries: entries.map((e) => {
			const [from, to] = [wallTime(e.startedAt, e.zone), e.endedAt === null ? null : wallTime(e.endedAt, e.zone)];
			return {
				id: e.id,
				day: from.day,
				from: from.time,
				to: to?.time ?? null,
				breakMinutes: e.breakMinutes,
				job: e.jobId ? (of.names.get(e.jobId) ?? '') : '',
				jobId: e.jobId,
				note: e.note,
				conflict: e.conflict,
				clockOff: e.clockOff,
				version: e.version
			};
		})
	};
}

const jobNames = (db: Orm, ids: readonly string[]): Map<string, string> =>
	new Map(
		ids.length === 0
			? []
			: db
					.select({ id: jobs.id, name: jobs.name })
					.from(jobs)
					.where(inArray(jobs.id, [...new Set(ids)]))
					.all()
					.map((j) => [j.id, j.name])
	);

/** The payroll file of a week: one row a person, day and multiplier, of approved weeks only. @returns rows with their heading, and who is missing */
export function payrollRows(app: App, asked: Day): { week: Day; rows: (string | number)[][]; missing: string[] } {
	const own = companyOf(app);
	const found = hoursWeek(app, asked);
	const entries = grouped(entriesOf(app.db.orm, found.week, own.zone), (e) => e.personId);
	const rows = found.people
		.filter((p) => p.approved)
		.flatMap((p) =>
			paidOf(entries.get(p.id) ?? [], found.rules, found.week).flatMap((d) =>
				d.at.map((a) => [
					p.id,
					p.name,
					d.day,
					(a.multiplier / 10_000).toFixed(2),
					(a.seconds / 3600).toFixed(4),
					formatMinutes(Math.round(a.seconds / 60))
				])
			)
		);
	return {
		week: found.week,
		rows: [['Person', 'Name', 'Day', 'Multiplier', 'Hours', 'As time'], ...rows],
		missing: found.people.filter((p) => !p.approved && p.seconds > 0).map((p) => p.name)
	};
}
