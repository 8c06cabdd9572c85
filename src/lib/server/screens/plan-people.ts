import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { addDays, mondayOf } from '../../core/time';
import type { App } from '../app';
import { todayOf } from '../company';
import { branches } from '../company/schema';
import { linkFor } from '../links';
import { crews, people, personPapers } from '../people/schema';
import { calendarList, feedSubject } from '../planning';
import { board } from './board';

/** What the plan has to know of people: how they are told, what they can do, when they work, and how full their next weeks are. */
export function planPeople(app: App) {
	const db = app.db.orm;
	const today = todayOf(app);
	const weeks = [0, 1, 2, 3].map((n) => board(app, addDays(mondayOf(today), n * 7), 1));
	const rows = db
		.select({
			...{ id: people.id, name: people.name, phone: people.phone, mail: people.mail, toldBy: people.toldBy, skills: people.skills },
			...{ hours: people.hours, crew: crews.name, branch: branches.name, branchHours: branches.hours, version: people.version }
		})
		.from(people)
		.innerJoin(crews, eq(crews.id, people.crewId))
		.leftJoin(branches, eq(branches.id, people.branchId))
		.where(eq(people.active, true))
		.orderBy(asc(crews.position), asc(people.name))
		.all();
	const papers = grouped(
		rows.length
			? db
					.select()
					.from(personPapers)
					.where(
						inArray(
							personPapers.personId,
							rows.map((r) => r.id)
						)
					)
					.orderBy(asc(personPapers.name))
					.all()
			: [],
		(p) => p.personId
	);
	return rows.map((r) => ({
		...r,
		papers: papers.get(r.id) ?? [],
		load: weeks.map((w) => {
			const own = w.staff.find((p) => p.id === r.id)?.load;
			return {
				week: w.from,
				planned: own?.planned ?? 0,
				paid: own?.paid ?? 0,
				gaps: own?.gaps.filter((g) => g.day >= today) ?? [],
				/** Where they are that week: what waits there is nearest. */
				districts: [
					...new Set(w.shifts.flatMap((s) => (s.personId === r.id ? [w.jobs[s.jobId]?.district ?? ''] : [])).filter((d) => d !== ''))
				]
			};
		})
	}));
}

/** Calendars in and out: the feeds of crews, branches and all, and what comes from outside. */
export function calendarsPage(app: App) {
	const db = app.db.orm;
	const feed = (of: 'crew' | 'branch' | 'all', id: string | null, name: string) => ({
		...{ of, id, name },
		address: linkFor(app, 'calendar', feedSubject(of, id))
	});
	return {
		feeds: [
			feed('all', null, 'Everybody'),
			...db
				.select()
				.from(crews)
				.orderBy(asc(crews.position))
				.all()
				.map((c) => feed('crew', c.id, c.name)),
			...db
				.select({ id: branches.id, name: branches.name })
				.from(branches)
				.orderBy(asc(branches.name))
				.all()
				.map((b) => feed('branch', b.id, b.name))
		],
		outside: calendarList(db),
		staff: db
			.select({ id: people.id, name: people.name })
			.from(people)
			.where(and(eq(people.active, true), isNotNull(people.crewId)))
			.orderBy(asc(people.name))
			.all()
	};
}
