import { say } from '../../contract/refusals/repeats';
import * as contract from '../../contract/repeats/commands';
import { and, asc, eq, lte, max } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { cents } from '../../core/money';
import { checkShift } from '../../core/planning';
import { checkRepeat, occurrencesOf, repeatWords, type Placed } from '../../core/repeats';
import { addDays, longDay } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { crews, people } from '../people/schema';
import { shifts } from '../planning/schema';
import { comingOf, exceptionsOf } from './coming';
import { nextLook } from './look';
import { remindAnew } from './remind';
import { repeatExceptions, repeatOccurrences, repeatRules, type OtherThan } from './schema';
import { jobs } from '../sales/schema';
import { taskSteps, tasks } from '../work/schema';
import { newId } from '../ids';
import { winOnWord } from '../jobs';
import { openJobFor } from '../sales';
import { phaseNamed, phaseNames } from '../work';

type Rule = typeof repeatRules.$inferSelect;
type Job = typeof jobs.$inferSelect;

/** No rule makes more than this at once: what is left is made the next time it is looked at. */
const MOST_AT_ONCE = 60;

export const saveRepeat = serve(contract.saveRepeat, (ctx, { ruleId, version, ...i }) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (job.number === null) throw new Refusal(say('only-job-won-makes-others-like'), 'jobId');
	checkRepeat(i.rule);
	checkShift({ from: i.from, to: i.to });
	if (i.way !== 'made' && i.crewId === null) throw new Refusal(say('say-which-crew-gets-them'), 'crewId');
	if (i.crewId !== null) ctx.get(crews, i.crewId, 'This crew');
	if (i.invoice === 'draft' && !i.price) throw new Refusal(say('say-price-to-invoice'), 'price');
	if ((i.remind ?? 0) > i.ahead) throw new Refusal(say('reminded-before-made'), 'remind');
	const row = { ...i, name: i.name.trim(), trouble: '', lookOn: null };
	const before = ruleId === null ? null : ctx.get(repeatRules, ruleId, 'This rule');
	const saved = before
		? ctx.update(repeatRules, before.id, row, version)
		: // What is over when it is made stays undone.
			ctx.insert(repeatRules, { id: newId(), ...row, madeTo: addDays(ctx.today, -1) });
	ctx.happened(`job:${job.id}`, 'repeats.save', { name: saved.name, rule: repeatWords(i.rule) }, 'plan');
	// What is due already is made at once: whoever saves it sees it on the board.
	if (!saved.paused) makeDue(ctx, saved);
	if (before && before.remind !== saved.remind) remindAnew(ctx, saved);
	return { ruleId: saved.id };
});

/** An occurrence of a rule that is not made yet, by the day the rule gives it. */
function stillToCome(ctx: Context, ruleId: string, occursOn: string): Rule {
	const rule = ctx.get(repeatRules, ruleId, 'This rule');
	const made = ctx.db
		.select({ id: repeatOccurrences.id })
		.from(repeatOccurrences)
		.where(and(eq(repeatOccurrences.ruleId, rule.id), eq(repeatOccurrences.occursOn, occursOn)))
		.get();
	if (made) throw new Refusal(say('occurrence-is-made-already'), 'occursOn');
	if (occursOn <= (rule.madeTo ?? '')) throw new Refusal(say('occurrence-is-over'), 'occursOn');
	if (!occurrencesOf(rule.rule, occursOn).includes(occursOn)) throw new Refusal(say('rule-has-no-such-day'), 'occursOn');
	return rule;
}

/** @throws Refusal for a crew that is not there, a time that cannot be, a booking without a crew */
function checkOther(ctx: Context, rule: Rule, other: OtherThan | null): void {
	if (other === null) return;
	if (other.crewId) ctx.get(crews, other.crewId, 'This crew');
	if (other.crewId === null && rule.way !== 'made') throw new Refusal(say('say-which-crew-gets-them'), 'crewId');
	checkShift({ from: other.from === undefined ? rule.from : other.from, to: other.to === undefined ? rule.to : other.to });
}

export const exceptRepeat = serve(contract.exceptRepeat, (ctx, i) => {
	const rule = stillToCome(ctx, i.ruleId, i.occursOn);
	if (i.day !== null && i.day < ctx.today) throw new Refusal(say('day-is-over'), 'day');
	if (i.day !== null && i.day > addDays(i.occursOn, MOVED_AT_MOST)) throw new Refusal(say('moved-too-far'), 'day');
	const other = i.other ?? null;
	checkOther(ctx, rule, other);
	const before = ctx.db
		.select()
		.from(repeatExceptions)
		.where(and(eq(repeatExceptions.ruleId, rule.id), eq(repeatExceptions.occursOn, i.occursOn)))
		.get();
	const row = { day: i.day, other, byName: ctx.who.name };
	if (before) ctx.update(repeatExceptions, before.id, row);
	else ctx.insert(repeatExceptions, { id: newId(), ruleId: rule.id, occursOn: i.occursOn, ...row });
	ctx.happened(`job:${rule.jobId}`, 'repeats.except', { name: rule.name, occursOn: i.occursOn, day: i.day }, 'plan');
	// Moved to a day that is due by now, it is made at once.
	if (!rule.paused) makeDue(ctx, rule);
});

export const dropException = serve(contract.dropException, (ctx, i) => {
	const rule = stillToCome(ctx, i.ruleId, i.occursOn);
	const before = ctx.db
		.select()
		.from(repeatExceptions)
		.where(and(eq(repeatExceptions.ruleId, rule.id), eq(repeatExceptions.occursOn, i.occursOn)))
		.get();
	if (!before) return;
	ctx.remove(repeatExceptions, before.id);
	ctx.happened(`job:${rule.jobId}`, 'repeats.drop-exception', { name: rule.name, occursOn: i.occursOn }, 'plan');
	if (!rule.paused) makeDue(ctx, rule);
});

export const endRepeat = serve(contract.endRepeat, (ctx, i) => {
	const rule = ctx.get(repeatRules, i.ruleId, 'This rule');
	const { count: _, ...kept } = rule.rule;
	// Ended before it began it makes nothing, and stays to be looked at.
	const until = i.lastDay < rule.rule.start ? rule.rule.start : i.lastDay;
	const paused = i.lastDay < rule.rule.start || rule.paused;
	ctx.update(repeatRules, rule.id, { rule: { ...kept, until } as Rule['rule'], paused }, i.version);
	ctx.happened(`job:${rule.jobId}`, 'repeats.end', { name: rule.name, lastDay: i.lastDay }, 'plan');
});

export const pauseRepeat = serve(contract.pauseRepeat, (ctx, i) => {
	const rule = ctx.get(repeatRules, i.ruleId, 'This rule');
	// What fell into the pause is over.
	const madeTo = i.paused ? rule.madeTo : addDays(ctx.today, -1);
	// What was moved while it was paused is found again when it goes on.
	ctx.update(repeatRules, rule.id, { paused: i.paused, madeTo, lookOn: null }, i.version);
	ctx.happened(`job:${rule.jobId}`, 'repeats.pause', { name: rule.name, paused: i.paused }, 'plan');
});

/** How far beyond its time something may be moved by hand and still be found. */
const MOVED_AT_MOST = 400;

/** What of a rule is to be made by now and is not: what was moved by hand counts by the day it was moved to. */
function due(ctx: Context, rule: Rule): Placed[] {
	const until = addDays(ctx.today, rule.ahead);
	const exceptions = exceptionsOf(ctx.db, rule.id);
	const horizon = exceptions.length > 0 ? addDays(until, MOVED_AT_MOST) : until;
	const known = new Set(
		ctx.db
			.select({ day: repeatOccurrences.occursOn })
			.from(repeatOccurrences)
			.where(eq(repeatOccurrences.ruleId, rule.id))
			.all()
			.map((o) => o.day)
	);
	return comingOf(ctx.db, rule, horizon).filter((p) => {
		const moved = exceptions.some((e) => e.occursOn === p.occursOn && e.day !== null);
		const on = moved ? (p.day ?? p.occursOn) : p.occursOn;
		return on <= until && p.occursOn > (rule.madeTo ?? '') && !known.has(p.occursOn);
	});
}

export const makeRepeat = serve(contract.makeRepeat, (ctx, i) => {
	const rule = ctx.get(repeatRules, i.ruleId, 'This rule');
	const made = rule.paused ? 0 : makeDue(ctx, rule);
	invoiceDue(ctx, rule);
	return { made };
});

/** @returns how many jobs were made */
function makeDue(ctx: Context, rule: Rule): number {
	const all = due(ctx, rule);
	const waiting = all.slice(0, MOST_AT_ONCE);
	let made = 0;
	if (waiting.length > 0) {
		const pattern = ctx.get(jobs, rule.jobId, 'Its job');
		const other = new Map(othersOf(ctx, rule.id).map((e) => [e.occursOn, e.other ?? {}]));
		for (const p of waiting) made += makeOne(ctx, asOther(rule, other.get(p.occursOn)), pattern, p);
	}
	// Left for the next time: it is looked at again at once.
	ctx.db
		.update(repeatRules)
		.set({ lookOn: waiting.length < all.length ? null : nextLook(ctx.db, rule, ctx.today) })
		.where(eq(repeatRules.id, rule.id))
		.run();
	if (waiting.length === 0) return 0;
	ctx.happened(`job:${rule.jobId}`, 'repeats.make', { name: rule.name, made }, 'plan', 'today', 'field');
	return made;
}

/** A rule as it is for one occurrence. */
type For = Rule & { note: string };
const asOther = (rule: Rule, other: OtherThan = {}): For => ({
	...rule,
	...(other.crewId === undefined ? {} : { crewId: other.crewId }),
	...(other.from === undefined ? {} : { from: other.from }),
	...(other.to === undefined ? {} : { to: other.to }),
	...(other.price === undefined ? {} : { price: other.price }),
	note: other.note?.trim() ?? ''
});

const othersOf = (ctx: Context, ruleId: string) =>
	ctx.db
		.select({ occursOn: repeatExceptions.occursOn, other: repeatExceptions.other })
		.from(repeatExceptions)
		.where(eq(repeatExceptions.ruleId, ruleId))
		.all();

/** @returns how many jobs it made: none for what is left out or came to the day of another */
function makeOne(ctx: Context, rule: For, pattern: Job, p: Placed): number {
	const there = p.day !== null && p.merged ? madeOn(ctx, rule.id, p.day) : null;
	const jobId = p.day === null ? null : (there ?? make(ctx, rule, pattern, p.day));
	const sold = jobId === null ? null : rule.price;
	ctx.insert(repeatOccurrences, {
		...{ id: newId(), ruleId: rule.id, occursOn: p.occursOn, day: p.day, jobId, at: ctx.now },
		...{ price: sold, toInvoice: rule.invoice === 'draft' && sold !== null && sold > 0 },
		// What came to the day of another is reminded of with it.
		toRemind: rule.remind > 0 && jobId !== null && there === null
	});
	if (jobId !== null && sold !== null) {
		const job = ctx.get(jobs, jobId, 'Its job');
		ctx.update(jobs, job.id, { contractNet: cents((there ? (job.contractNet ?? 0) : 0) + sold) });
	}
	return jobId !== null && there === null ? 1 : 0;
}

/** Occurrences whose day has come become drafts, each once; those that came to one day are one invoice. */
function invoiceDue(ctx: Context, rule: Rule): void {
	const rows = ctx.db
		.select()
		.from(repeatOccurrences)
		.where(and(eq(repeatOccurrences.ruleId, rule.id), eq(repeatOccurrences.toInvoice, true), lte(repeatOccurrences.day, ctx.today)))
		.orderBy(asc(repeatOccurrences.occursOn))
		.all();
	for (const [jobId, together] of grouped(rows, (o) => o.jobId ?? '')) {
		for (const o of together) ctx.update(repeatOccurrences, o.id, { toInvoice: false });
		const lines = together.map((o) => ({ text: `${rule.name}, ${longDay(o.day ?? o.occursOn)}`, amount: o.price ?? 0 }));
		ctx.happened(`job:${jobId}`, 'repeats.invoice-due', { name: rule.name, jobId, likeJobId: rule.jobId, lines }, 'invoices', 'today');
	}
}

/** The job of an occurrence that came to the same day. */
const madeOn = (ctx: Context, ruleId: string, day: string): string | null =>
	ctx.db
		.select({ id: repeatOccurrences.jobId })
		.from(repeatOccurrences)
		.where(and(eq(repeatOccurrences.ruleId, ruleId), eq(repeatOccurrences.day, day)))
		.get()?.id ?? null;

/** A job like the pattern for one day: won on a word, with its notes for the crew and its work list; given or booked as the rule says. */
function make(ctx: Context, rule: For, pattern: Job, day: string): string {
	const crew = rule.crewId === null ? [] : crewOf(ctx, rule.crewId);
	const lead = crew.find((p) => p.role === 'crew lead') ?? crew[0];
	const job = openJobFor(ctx, {
		name: `${rule.name}, ${longDay(day)}`,
		customerId: pattern.customerId,
		siteId: pattern.siteId,
		kindOfWork: pattern.kindOfWork,
		source: pattern.source,
		wanted: pattern.wanted,
		personId: rule.way === 'given' && lead ? lead.id : pattern.personId,
		branchId: pattern.branchId
	});
	ctx.update(jobs, job.id, { crewBrief: [rule.note, pattern.crewBrief].filter(Boolean).join('\n\n') });
	winOnWord(ctx, job.id);
	copyTasks(ctx, pattern.id, job.id, day);
	if (rule.way === 'booked')
		for (const p of crew) ctx.insert(shifts, { id: newId(), personId: p.id, jobId: job.id, day, from: rule.from, to: rule.to });
	return job.id;
}

const crewOf = (ctx: Context, crewId: string) =>
	ctx.db
		.select()
		.from(people)
		.where(and(eq(people.crewId, crewId), eq(people.active, true)))
		.orderBy(asc(people.name))
		.all();

/** The tasks of the pattern, open again and due on the day; one that a template brought already is not doubled. */
function copyTasks(ctx: Context, from: string, to: string, day: string): void {
	const nameOf = phaseNames(ctx.db, from);
	const there = new Set(
		ctx.db
			.select({ text: tasks.text })
			.from(tasks)
			.where(eq(tasks.jobId, to))
			.all()
			.map((t) => t.text)
	);
	let position =
		(ctx.db
			.select({ n: max(tasks.position) })
			.from(tasks)
			.where(eq(tasks.jobId, to))
			.get()?.n ?? -1) + 1;
	for (const t of ctx.db.select().from(tasks).where(eq(tasks.jobId, from)).orderBy(asc(tasks.position)).all()) {
		if (there.has(t.text)) continue;
		const phaseId = phaseNamed(ctx, to, nameOf(t.phaseId));
		const copy = ctx.insert(tasks, { id: newId(), jobId: to, phaseId, text: t.text, note: t.note, due: day, position: position++ });
		for (const s of ctx.db.select().from(taskSteps).where(eq(taskSteps.taskId, t.id)).all())
			ctx.insert(taskSteps, { id: newId(), taskId: copy.id, text: s.text, position: s.position });
	}
}
