import { inArray } from 'drizzle-orm';
import { lackOf, skillsIn, type Able, type Conflict, type Shift } from '../../core/planning';
import { grouped } from '../../core/lists';
import type { Orm } from '../db';
import { people, personPapers } from '../people/schema';
import { phases } from '../work/schema';

/** What people can do: their skills, and papers that hold until a day. */
export function ableOf(db: Orm, ids?: readonly string[]): ReadonlyMap<string, Able> {
	const of = ids ? inArray(people.id, [...ids]) : undefined;
	const papers = grouped(
		db
			.select()
			.from(personPapers)
			.where(ids ? inArray(personPapers.personId, [...ids]) : undefined)
			.all(),
		(p) => p.personId
	);
	const rows = db.select({ id: people.id, name: people.name, skills: people.skills }).from(people).where(of).all();
	return new Map(rows.map((p) => [p.id, { name: p.name, skills: skillsIn(p.skills), papers: papers.get(p.id) ?? [] }]));
}

/** A shift with the phase it is for, by id, or by its name on the job. */
type OnPhase = Shift & { phaseId?: string | null; phase?: string };

/** What people lack for the phases they are planned on: asked once for all shifts, answered for each. */
export function skillTrouble(db: Orm, wanted: readonly OnPhase[]): (s: OnPhase) => Conflict[] {
	const jobIds = [...new Set(wanted.map((w) => w.jobId))];
	if (jobIds.length === 0) return () => [];
	const needs = db
		.select({ id: phases.id, jobId: phases.jobId, name: phases.name, skills: phases.skills })
		.from(phases)
		.where(inArray(phases.jobId, jobIds))
		.all()
		.filter((p) => p.skills.trim() !== '');
	if (needs.length === 0) return () => [];
	const able = ableOf(db, [...new Set(wanted.flatMap((w) => (w.personId ? [w.personId] : [])))]);
	const byId = new Map(needs.map((p) => [p.id, p]));
	const byName = new Map(needs.map((p) => [`${p.jobId} ${p.name.toLowerCase()}`, p]));
	return (s) => {
		const phase = s.phaseId ? byId.get(s.phaseId) : byName.get(`${s.jobId} ${(s.phase ?? '').trim().toLowerCase()}`);
		const person = s.personId ? able.get(s.personId) : undefined;
		if (!phase || !person) return [];
		return lackOf(skillsIn(phase.skills), person, s.day).map((text) => ({ shiftId: s.id, kind: 'skill' as const, withId: null, text }));
	};
}
