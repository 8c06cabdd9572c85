import { and, asc, eq, gte, inArray, lt, ne, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { addDays, daysBetween, mondayOf } from '../../core/time';
import type { Right, Viewer } from '../../core/access';
import type { App } from '../app';
import { isOpen, readyToBill } from '../billing';
import { todayOf } from '../company';
import { agreements, customers, invoices, jobs, leads, people, quotes, revisions, shifts, sites, stages, timeEntries } from '../db/schema';
import { draftChanges, waitingSignOffs } from '../estimates';
import { asksRefused, toTell } from '../planning';
import { missedVisits, visitsOfNobody } from '../rounds';
import { askedTimeOff } from './time-off';
import { board } from './board';
import { whomToCall, openQuestions } from '../quotes';
import { plansOf } from '../receivables';
import { formsToApprove } from '../site-forms';
import { filesExpiring, findingsOpen, mailsUnread, permitsToSee, tasksDue, unreadOf } from '../work';
import { onTheClock } from '../time';
import type { Decision } from './decision';
import { applicationsOpen, billsToPay, moneyWaiting, ordersToSettle } from './today-money';

type Week = ReturnType<typeof board>;

const dayWords = (day: string): string =>
	new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { weekday: 'long', month: 'short', day: 'numeric', timeZone: 'UTC' });
const ago = (now: number, then: number): string => {
	const h = Math.round((now - then) / 3_600_000);
	return h < 1 ? 'just now' : h < 24 ? `${h} h ago` : `${Math.round(h / 24)} day${Math.round(h / 24) === 1 ? '' : 's'} ago`;
};

/**
 * What needs a decision of this person, ordered by the money that hangs on it; each with the one action that settles it. A decision of an area that is
 * not theirs is not read.
 */
export function decisions(app: App, viewer: Viewer, week = board(app, mondayOf(todayOf(app)), 2)): Decision[] {
	const of: [Right, () => Decision[]][] = [
		['estimates.see', () => quotesWithoutAnswer(app)],
		['invoices.see', () => notBilled(app)],
		['estimates.see', () => signOffs(app)],
		['invoices.see', () => lateInvoices(app)],
		['leads.see', () => newLeads(app)],
		['estimates.see', () => questionsAsked(app)],
		['plan.see', () => planConflicts(app, week)],
		['costs.see', () => timeInConflict(app)],
		['jobs.see', () => lateTasks(app)],
		['plan.see', () => firmsThatSaidNo(app)],
		['plan.change', () => timeOffAsked(app)],
		['plan.change', () => visitsMissed(app)],
		['plan.change', () => visitsWithoutCrew(app)],
		['plan.change', () => toldNotSeen(app)],
		['jobs.change', () => signedForms(app)],
		['jobs.change', () => foundOnSite(app)],
		['jobs.see', () => permitsDue(app)],
		['jobs.change', () => filesToRenew(app)],
		['estimates.see', () => changesNotSent(app)],
		['jobs.change', () => answersToRead(app)],
		['field.record', () => sayingsForMe(app, viewer)],
		['plan.see', () => notManned(week)],
		['costs.see', () => ordersToSettle(app)],
		['costs.see', () => billsToPay(app)],
		['invoices.see', () => applicationsOpen(app)],
		['invoices.see', () => moneyWaiting(app)]
	];
	return of.flatMap(([right, look]) => viewer.list(right, look)).sort((a, b) => (b.amount ?? -1) - (a.amount ?? -1));
}

function quotesWithoutAnswer(app: App): Decision[] {
	const db = app.db.orm;
	const now = app.clock.now();
	const today = todayOf(app);
	const list: Decision[] = [];
	const open = db
		.select({
			id: revisions.id,
			jobId: quotes.jobId,
			number: quotes.number,
			total: revisions.total,
			name: jobs.name,
			until: revisions.validUntil,
			issuedAt: revisions.issuedAt,
			outAt: revisions.goesOutAt,
			seen: sql<number>`(select count(*) from views where views.subject_id = revisions.id)`,
			last: sql<number | null>`(select max(at) from views where views.subject_id = revisions.id)`
		})
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.innerJoin(jobs, eq(jobs.id, quotes.jobId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		// Nobody decides anything on a job that is lost.
		.where(and(eq(revisions.state, 'open'), ne(stages.meaning, 'lost')))
		.limit(200)
		.all();
	for (const q of open) {
		const expired = q.until < today;
		list.push({
			id: `quote:${q.id}`,
			amount: q.total,
			mark: expired ? 'need' : 'wait',
			title: `${q.name}: ${expired ? `expired ${dayWords(q.until)}` : (q.outAt ?? 0) > now ? 'goes out later' : q.seen === 0 ? 'not opened yet' : `read ${q.seen === 1 ? 'once' : `${q.seen} times`}, no answer`}`,
			detail: `Quote ${q.number}, issued ${ago(now, q.issuedAt)}${q.last ? ` · last seen ${ago(now, q.last)}` : ''}`,
			action: expired ? 'Renew' : 'Follow up',
			path: `/jobs/${q.jobId}`
		});
	}
	return list;
}

function notBilled(app: App): Decision[] {
	const ready = readyToBill(app);
	const rounds = visitsNotBilled(app, ready);
	const list: Decision[] = rounds.decisions;
	for (const j of ready.filter((r) => !rounds.ids.has(r.id))) {
		if (j.toBill > 0)
			list.push({
				id: `bill:${j.id}`,
				amount: j.toBill,
				mark: 'ring',
				title: `${j.name}: time and materials not billed`,
				detail: `${j.customer}${j.doneAt ? ' · finished' : ' · under way'}`,
				action: 'Bill it',
				path: `/jobs/${j.id}/bill`
			});
		if (j.doneAt && j.left > 0)
			list.push({
				id: `rest:${j.id}`,
				amount: j.left,
				mark: 'ring',
				title: `${j.name}: finished, not fully billed`,
				detail: `${j.customer} · contract`,
				action: 'Bill it',
				path: `/jobs/${j.id}/bill`
			});
	}
	return list;
}

/** The next day from today that somebody is planned on a job. */
const crewThere = (app: App, jobId: string): string => {
	const day = app.db.orm
		.select({ day: sql<string | null>`min(day)` })
		.from(shifts)
		.where(and(eq(shifts.jobId, jobId), gte(shifts.day, todayOf(app))))
		.get()?.day;
	return day ? ` · the crew is there on ${dayWords(day)}` : '';
};

function foundOnSite(app: App): Decision[] {
	return findingsOpen(app).map(({ finding: f, job }) => ({
		id: `found:${f.id}`,
		amount: null,
		mark: 'need',
		title: `${job}: ${f.text}`,
		detail: `Found by ${f.foundBy}, not priced${f.begun ? ' · work on it has begun' : ''}${crewThere(app, f.jobId)}`,
		action: 'Price it',
		path: `/jobs/${f.jobId}#found`
	}));
}

/** Change orders that were begun and not sent, on jobs that are worked on. */
function changesNotSent(app: App): Decision[] {
	return draftChanges(app).map((c) => ({
		id: `change:${c.estimateId}`,
		amount: c.net,
		mark: 'need',
		title: `${c.job}: change order ${c.number} is not sent`,
		detail: `${c.title}${crewThere(app, c.jobId)}`,
		action: 'Send it',
		path: `/jobs/${c.jobId}/estimate?change=${c.number}`
	}));
}

function permitsDue(app: App): Decision[] {
	const today = todayOf(app);
	return permitsToSee(app, today).map((p) => ({
		id: `permit:${p.id}`,
		amount: null,
		mark: 'need',
		title: `${p.job}: ${p.name} ${p.state === 'failed' ? 'failed' : p.there ? `runs out on ${dayWords(p.expiresOn ?? '')}` : p.state === 'granted' || p.state === 'passed' ? 'has run out' : p.kind === 'inspection' ? 'is due' : 'is not there'}`,
		detail: [p.authority, p.dueOn ? dayWords(p.dueOn) : ''].filter(Boolean).join(' · '),
		action: 'See to it',
		path: `/jobs/${p.jobId}/work#permits`
	}));
}

function filesToRenew(app: App): Decision[] {
	const today = todayOf(app);
	return filesExpiring(app, today).map((f) => ({
		id: `file:${f.id}`,
		amount: null,
		mark: 'need',
		title: `${f.job}: ${f.name} ${(f.expiresOn ?? '') < today ? 'has run out' : `is good until ${dayWords(f.expiresOn ?? '')}`}`,
		detail: 'A newer version keeps it good',
		action: 'See to it',
		path: `/jobs/${f.jobId}/files`
	}));
}

/** What names this person and was not read by them. */
function sayingsForMe(app: App, viewer: Viewer): Decision[] {
	return unreadOf(app, viewer.personId).map((c) => ({
		id: `said:${c.id}`,
		amount: null,
		mark: 'ring',
		title: `${c.byName} on ${c.job}`,
		detail: c.text.length > 90 ? `${c.text.slice(0, 90)}…` : c.text,
		action: 'Read it',
		path: `/jobs/${c.jobId}#talk`
	}));
}

/** What customers wrote about their jobs and nobody has read. */
function answersToRead(app: App): Decision[] {
	return mailsUnread(app).map((m) => ({
		id: `mail:${m.id}`,
		amount: null,
		mark: 'need',
		title: `${m.fromName || m.fromMail} wrote about ${m.job}`,
		detail: m.text.length > 90 ? `${m.text.slice(0, 90)}…` : m.text,
		action: 'Read it',
		path: `/jobs/${m.jobId}#talk`
	}));
}

function firmsThatSaidNo(app: App): Decision[] {
	return asksRefused(app, todayOf(app)).map((a) => ({
		id: `ask:${a.id}`,
		amount: null,
		mark: 'need',
		title: `${a.firm} cannot come to ${a.job}`,
		detail: `${dayWords(a.from)}${a.why ? ` · “${a.why}”` : ''}${a.otherDay ? ` · could from ${dayWords(a.otherDay)}` : ''}`,
		action: 'Ask another',
		path: '/plan/subcontractors'
	}));
}

/** Visits of rounds whose day is over and that were neither done nor left out: they are owed until somebody says which. One line a service. */
function visitsMissed(app: App): Decision[] {
	return missedVisits(app).map((m) => ({
		id: `missed:${m.serviceId}`,
		amount: null,
		mark: 'need',
		title: `${m.service}: ${m.visits} visit${m.visits === 1 ? '' : 's'} to ${m.sites} site${m.sites === 1 ? '' : 's'} missed`,
		detail: `Since ${dayWords(m.since)}: neither done nor left out`,
		action: 'Settle',
		path: `/plan/rounds?service=${m.serviceId}&which=missed`
	}));
}

/** Visits of the next week that no crew has yet, one line a service. */
function visitsWithoutCrew(app: App): Decision[] {
	return visitsOfNobody(app, addDays(todayOf(app), 7)).map((m) => ({
		...{ id: `nobody:${m.serviceId}`, amount: null, mark: 'need' as const },
		title: `${m.service}: nobody has ${m.visits} visit${m.visits === 1 ? '' : 's'} of the next week`,
		detail: `${m.sites} site${m.sites === 1 ? '' : 's'}, the first on ${dayWords(m.since)}`,
		...{ action: 'Give them', path: `/plan/rounds?service=${m.serviceId}&crew=nobody` }
	}));
}

/** Days off that somebody waits for an answer of. */
function timeOffAsked(app: App): Decision[] {
	return askedTimeOff(app).map((t) => ({
		...{ id: `time-off:${t.id}`, amount: null, mark: 'wait' as const },
		title: `${t.name} asks for ${t.days} day${t.days === 1 ? '' : 's'} off`,
		detail: `${dayWords(t.from)}${t.to === t.from ? '' : ` to ${dayWords(t.to)}`}${t.note ? ` · “${t.note}”` : ''}${t.planned ? ` · planned on ${t.planned} of them` : ''}`,
		...{ action: 'Answer', path: '/plan/time-off' }
	}));
}

/** People whose next days were changed and who do not know it yet. */
function toldNotSeen(app: App): Decision[] {
	const soon = addDays(todayOf(app), 3);
	const waiting = toTell(app.db.orm, todayOf(app)).filter((t) => t.changes.some((c) => (c.is?.day ?? c.was?.day ?? '') <= soon));
	if (waiting.length === 0) return [];
	return [
		{
			...{ id: 'plan:tell', amount: null, mark: 'need' as const },
			title: `${waiting.length} ${waiting.length === 1 ? 'person does' : 'people do'} not know their next days`,
			detail: 'What was changed on the plan was not sent yet',
			...{ action: 'Tell them', path: '/plan/tell' }
		}
	];
}

/** Visits of rounds that are done and not billed: one decision for each customer, not one for each of their sites. */
function visitsNotBilled(app: App, ready: ReturnType<typeof readyToBill>): { ids: ReadonlySet<string>; decisions: Decision[] } {
	const waiting = ready.filter((r) => r.toBill > 0).map((r) => r.id);
	const ids = new Set<string>();
	for (let at = 0; at < waiting.length; at += 500)
		for (const a of app.db.orm
			.select({ jobId: agreements.jobId })
			.from(agreements)
			.where(inArray(agreements.jobId, waiting.slice(at, at + 500)))
			.all())
			ids.add(a.jobId);
	const byCustomer = grouped(
		ready.filter((r) => ids.has(r.id)),
		(r) => r.customer
	);
	return {
		ids,
		decisions: [...byCustomer].map(([customer, jobsOf]) => ({
			id: `rounds:${jobsOf[0]?.id ?? customer}`,
			amount: jobsOf.reduce((a, r) => a + r.toBill, 0),
			mark: 'ring',
			title: `${customer}: visits to ${jobsOf.length} site${jobsOf.length === 1 ? '' : 's'} not billed`,
			detail: 'Rounds · done and charged',
			action: 'Bill them',
			path: '/bill/ready'
		}))
	};
}

function signedForms(app: App): Decision[] {
	return formsToApprove(app).map((f) => ({
		id: `form:${f.id}`,
		amount: null,
		mark: 'wait',
		title: `${f.job}: ${f.name} signed`,
		detail: `${f.leadName} · to approve`,
		action: 'Look',
		path: `/jobs/${f.jobId}/work`
	}));
}

function lateTasks(app: App): Decision[] {
	return tasksDue(app, todayOf(app)).map((t) => ({
		id: `task:${t.id}`,
		amount: null,
		mark: 'need',
		title: `${t.job}: ${t.text}`,
		detail: `Work list · was to be done by ${dayWords(t.due ?? '')}`,
		action: 'Look',
		path: `/jobs/${t.jobId}/work`
	}));
}

function signOffs(app: App): Decision[] {
	const now = app.clock.now();
	const list: Decision[] = [];
	for (const s of waitingSignOffs(app))
		list.push({
			id: `sign-off:${s.id}`,
			amount: s.price,
			mark: 'need',
			title: `${s.name}: sign-off asked for`,
			detail: `${s.askedBy}, ${ago(now, s.askedAt)} · ${s.reasons.join('; ')}`,
			action: 'Look at it',
			path: `/jobs/${s.jobId}/estimate/review${s.change === null ? '' : `?change=${s.change}`}`
		});
	return list;
}

function lateInvoices(app: App): Decision[] {
	const db = app.db.orm;
	const today = todayOf(app);
	const list: Decision[] = [];
	const late = db
		.select({
			id: invoices.id,
			number: invoices.number,
			due: invoices.due,
			promise: invoices.promise,
			customer: customers.name,
			open: sql<number>`${invoices.total} - ${invoices.paid}`
		})
		.from(invoices)
		.innerJoin(customers, eq(customers.id, invoices.customerId))
		.where(and(isOpen, lt(invoices.due, today)))
		.all();
	const plans = plansOf(
		db,
		late.map((i) => i.id),
		today
	);
	for (const i of late) {
		const plan = plans.get(i.id);
		// Paid in parts as agreed, it is nobody's decision.
		if (plan && !plan.broken) continue;
		list.push({
			id: `late:${i.id}`,
			amount: i.open,
			mark: 'need',
			title: `${i.customer}: ${daysBetween(i.due ?? today, today)} days late`,
			detail: `Invoice ${i.number}${i.promise ? ` · promised for ${dayWords(i.promise)}${i.promise < today ? ', not kept' : ''}` : ''}`,
			action: 'Collect',
			path: '/bill/collect'
		});
	}
	return list;
}

function newLeads(app: App): Decision[] {
	const db = app.db.orm;
	const now = app.clock.now();
	const list: Decision[] = [];
	for (const l of db.select().from(leads).where(eq(leads.state, 'new')).orderBy(asc(leads.receivedAt)).limit(50).all())
		list.push({
			id: `lead:${l.id}`,
			amount: null,
			mark: 'need',
			title: `${l.name} asks: ${l.wanted.slice(0, 70)}${l.wanted.length > 70 ? '…' : ''}`,
			detail: `${l.via === 'form' ? 'From the website' : `By ${l.via}`} · ${ago(now, l.receivedAt)}`,
			action: 'Open a job',
			path: `/win/leads#${l.id}`
		});
	return list;
}

function questionsAsked(app: App): Decision[] {
	const now = app.clock.now();
	const list: Decision[] = [];
	for (const q of openQuestions(app))
		list.push({
			id: `question:${q.id}`,
			amount: q.total,
			mark: 'need',
			title: `${q.by} asks${q.about ? ` about ${q.about}` : ''}: ${q.asked.slice(0, 70)}${q.asked.length > 70 ? '…' : ''}`,
			detail: `${q.job} · ${ago(now, q.at)}`,
			action: 'Answer',
			path: `/jobs/${q.jobId}`
		});
	return list;
}

function planConflicts(app: App, week: Week): Decision[] {
	const today = todayOf(app);
	const list: Decision[] = [];
	const told = new Set<string>();
	for (const [shiftId, found] of Object.entries(week.conflicts)) {
		const shift = week.shifts.find((s) => s.id === shiftId);
		const person = week.staff.find((p) => p.id === shift?.personId);
		const first = found[0];
		if (!shift || !person || !first || shift.day < today || told.has(`${person.id} ${shift.day}`)) continue;
		told.add(`${person.id} ${shift.day}`);
		list.push({
			id: `conflict:${shiftId}`,
			amount: null,
			mark: 'need',
			title: `${person.name.split(' ')[0]} ${first.kind === 'overlap' ? 'is booked twice' : `is planned on ${first.kind === 'time off' ? 'time off' : first.kind}`} on ${dayWords(shift.day)}`,
			detail: first.text,
			action: 'Settle',
			path: `/plan?from=${mondayOf(shift.day)}`
		});
	}
	return list;
}

function notManned(week: Week): Decision[] {
	const list: Decision[] = [];
	const left = new Map<string, { job: string; minutes: number }>();
	for (const u of week.unmanned) left.set(u.jobId, { job: u.job, minutes: (left.get(u.jobId)?.minutes ?? 0) + u.leftMinutes });
	for (const [jobId, u] of left)
		list.push({
			id: `unmanned:${jobId}`,
			amount: null,
			mark: 'half',
			title: `${u.job}: ${Math.round(u.minutes / 60)} h sold with nobody on them`,
			detail: 'Won and not fully planned',
			action: 'Plan',
			path: '/plan'
		});
	return list;
}

/** Time that overlaps other time of the same person: it stands in no bill until somebody puts it right. One line a person and job. */
function timeInConflict(app: App): Decision[] {
	const rows = app.db.orm
		.select({ personId: people.id, name: people.name, jobId: jobs.id, job: jobs.name, n: sql<number>`count(*)` })
		.from(timeEntries)
		.innerJoin(people, eq(people.id, timeEntries.personId))
		.innerJoin(jobs, eq(jobs.id, timeEntries.jobId))
		.where(sql`conflict = 1`)
		.groupBy(people.id, jobs.id)
		.limit(50)
		.all();
	return rows.map((r) => ({
		id: `time:${r.personId}:${r.jobId}`,
		amount: null,
		mark: 'need',
		title: `${r.name}: ${r.n === 1 ? 'an entry overlaps' : `${r.n} entries overlap`} other time`,
		detail: `${r.job} · in no bill until it is put right`,
		action: 'Put right',
		path: `/jobs/${r.jobId}/costs`
	}));
}

/** What runs today and where. */
export function onSite(app: App, week = board(app, mondayOf(todayOf(app)), 1)) {
	const db = app.db.orm;
	const today = todayOf(app);
	const places = db
		.selectDistinct({
			jobId: jobs.id,
			job: jobs.name,
			lat: sites.lat,
			lng: sites.lng,
			people: sql<number>`count(distinct ${shifts.personId})`
		})
		.from(shifts)
		.innerJoin(jobs, eq(jobs.id, shifts.jobId))
		.innerJoin(sites, eq(sites.id, jobs.siteId))
		.where(and(gte(shifts.day, today), lt(shifts.day, addDays(today, 1))))
		.groupBy(jobs.id)
		.all();
	return {
		today,
		workday: week.workday,
		staff: week.staff.map((p) => ({
			id: p.id,
			name: p.name,
			off: week.timeOff.some((t) => t.personId === p.id && t.from <= today && today <= t.to),
			gap: p.load.gaps.find((g) => g.day === today)?.minutes ?? 0,
			shifts: week.shifts.filter((s) => s.personId === p.id && s.day === today)
		})),
		places,
		clocks: onTheClock(app)
	};
}

/** Today as one page: the board behind it is made once. */
export function todayPage(app: App, viewer: Viewer) {
	const week = board(app, mondayOf(todayOf(app)), 2);
	return { list: decisions(app, viewer, week), site: onSite(app, week), calls: viewer.list('estimates.see', () => whomToCall(app)) };
}
