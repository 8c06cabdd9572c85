import { asc, eq, inArray, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { overDraft, planFigures, type DraftPlace } from '../../core/planning';
import { addDays, mondayOf, type Day } from '../../core/time';
import type { App } from '../app';
import type { Orm } from '../db';
import { people } from '../people/schema';
import { changesOf, draftById, draftList, jobLabel, stateOf } from '../planning';
import { draftChanges, shifts } from '../planning/schema';
import { board } from './board';
import { customersOf } from './moves';

/** Weeks that are reckoned side by side: those the draft touches, the first of them. */
const MOST_WEEKS = 12;

/** Drafts, each with how many shifts it changes. */
export function draftsPage(app: App) {
	const counts = new Map(
		app.db.orm
			.select({ id: draftChanges.draftId, n: sql<number>`count(*)` })
			.from(draftChanges)
			.groupBy(draftChanges.draftId)
			.all()
			.map((r) => [r.id, r.n])
	);
	return draftList(app.db.orm).map((d) => ({ ...d, changes: counts.get(d.id) ?? 0 }));
}

/** A draft as the board shows it at its head; null: there is no such draft that is open. */
export function draftHead(app: App, id: string) {
	const draft = draftById(app.db.orm, id);
	if (draft?.state !== 'open') return null;
	const differs = stateOf(app.db.orm, id).filter((s) => s.state !== 'same');
	return { id: draft.id, name: draft.name, changes: differs.length, since: differs.filter((s) => s.state === 'changed').length };
}

/** A draft beside the plan as it stands: each change, and what it all comes to. */
export function draftBeside(app: App, id: string) {
	const db = app.db.orm;
	const draft = draftById(db, id);
	if (!draft) return null;
	const differs = stateOf(db, id).filter((s) => s.state !== 'same');
	const days = differs.flatMap(({ is, change }) => [is?.day ?? [], change.to?.day ?? []].flat());
	const weeks = [...new Set(days.map(mondayOf))].sort().slice(0, MOST_WEEKS);
	const figures = (draftId?: string) => planFigures(weeks.map((w) => board(app, w, 1, draftId)));
	const names = new Map(
		db
			.select({ id: people.id, name: people.name })
			.from(people)
			.all()
			.map((p) => [p.id, p.name])
	);
	const where = (s: DraftPlace, jobId: string) => ({
		...{ day: s.day, from: s.from, to: s.to, phase: s.phase, note: s.note },
		/** Named where it is another one than the draft's. */
		job: s.jobId === jobId ? '' : jobLabel(db, s.jobId).name,
		person: s.personId === null ? null : (names.get(s.personId) ?? 'somebody')
	});
	const changes = differs
		.map(({ change, state, is }) => ({
			...{ shiftId: change.shiftId, state, jobId: change.jobId, ...jobLabel(db, change.jobId) },
			was: is ? where(is, change.jobId) : null,
			to: change.to ? where(change.to, change.jobId) : null
		}))
		.sort((a, b) => firstDay(a).localeCompare(firstDay(b)) || a.name.localeCompare(b.name));
	const jobIds = [...new Set(differs.map((s) => s.change.jobId))];
	const moved = jobIds.length === 0 ? [] : daysOfJobs(db, jobIds, id);
	const told = new Set(differs.flatMap(({ is, change }) => [is?.personId ?? [], change.to?.personId ?? []].flat()));
	return {
		...{ id: draft.id, name: draft.name, state: draft.state, changes, weeks },
		...{ plan: figures(), draft: figures(id) },
		ends: moved
			.filter((j) => j.was !== j.becomes)
			.map(({ jobId, was, becomes }) => ({ jobId, job: jobLabel(db, jobId).name, was, becomes })),
		customers: moved.some((j) => j.other)
			? customersOf(
					db,
					moved.filter((j) => j.other).map((j) => j.jobId)
				)
			: [],
		people: [...told].map((p) => names.get(p) ?? '').sort()
	};
}

const firstDay = (c: { was: { day: Day } | null; to: { day: Day } | null }): Day =>
	[c.was?.day ?? [], c.to?.day ?? []].flat().sort()[0] ?? '';

/** The last day of each job on the plan and in the draft, and whether its customer sees people on other days. */
function daysOfJobs(db: Orm, jobIds: readonly string[], draftId: string) {
	const real = db
		.select({ id: shifts.id, jobId: shifts.jobId, day: shifts.day })
		.from(shifts)
		.where(inArray(shifts.jobId, [...jobIds]))
		.orderBy(asc(shifts.day))
		.all();
	const drafted = grouped(
		overDraft(real, changesOf(db, draftId), ({ shiftId, to }) => ({ id: shiftId, jobId: to.jobId, day: to.day })),
		(s) => s.jobId
	);
	const planned = grouped(real, (s) => s.jobId);
	return jobIds.map((jobId) => {
		const [was, becomes] = [planned, drafted].map((of) => [...new Set((of.get(jobId) ?? []).map((s) => s.day))].sort());
		return { jobId, was: was?.at(-1) ?? null, becomes: becomes?.at(-1) ?? null, other: was?.join() !== becomes?.join() };
	});
}

/** The Monday a draft is looked at from: of the first day it touches, else this week's. */
export function draftBegins(app: App, id: string, today: Day): Day {
	const days = app.db.orm
		.select({ to: draftChanges.to })
		.from(draftChanges)
		.where(eq(draftChanges.draftId, id))
		.all()
		.flatMap((r) => r.to?.day ?? []);
	return mondayOf(days.filter((d) => d >= addDays(today, -7)).sort()[0] ?? today);
}
