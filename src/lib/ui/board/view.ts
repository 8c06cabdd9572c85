import { skillsIn } from '$lib/core/planning';
import type { BoardData } from './rows';

/** How the board is looked at, kept in the address. */
export interface View {
	by: 'person' | 'job';
	crew: string;
	skill: string;
	branch: string;
	stage: string;
	kind: string;
	job: string;
	district: string;
	/** The draft plan that is looked at; '': the plan itself. */
	draft: string;
}
const KEYS = ['crew', 'skill', 'branch', 'stage', 'kind', 'job', 'district'] as const;

/** @example viewOf(new URLSearchParams('by=job&crew=slate')).crew // 'slate' */
export const viewOf = (q: URLSearchParams): View => {
	const view: View = {
		by: q.get('by') === 'job' ? 'job' : 'person',
		crew: '',
		skill: '',
		branch: '',
		stage: '',
		kind: '',
		job: '',
		district: '',
		draft: q.get('draft') ?? ''
	};
	for (const k of KEYS) view[k] = q.get(k) ?? '';
	return view;
};

/** The address of a view of some weeks; what is not chosen is not in it. */
export function viewPath(v: View, from: string, weeks: number): string {
	const q = new URLSearchParams({ ...(from ? { from } : {}), weeks: String(weeks) });
	if (v.by === 'job') q.set('by', 'job');
	for (const k of [...KEYS, 'draft'] as const) if (v[k]) q.set(k, v[k]);
	return `/plan?${q}`;
}

/** How many filters are set. */
export const filtersOf = (v: View): number => KEYS.filter((k) => v[k] !== '').length;

export interface JobFacts {
	kind: string;
	stageId: string;
	branchId: string | null;
	district: string;
}

/** Whether a job is among those that are looked at. */
export const jobShown = (v: View, id: string, facts: JobFacts | undefined): boolean =>
	(v.job === '' || v.job === id) &&
	(v.stage === '' || facts?.stageId === v.stage) &&
	(v.kind === '' || facts?.kind === v.kind) &&
	(v.district === '' || facts?.district === v.district);

/** The board with the people and the work that are looked at; whoever is shown keeps all their gaps and load. */
export function filtered(b: BoardData & { jobs: Record<string, JobFacts> }, v: View): BoardData {
	if (filtersOf(v) === 0) return b;
	const ofJobs = [v.job, v.stage, v.kind, v.district].some((chosen) => chosen !== '');
	const shifts = b.shifts.filter((s) => jobShown(v, s.jobId, b.jobs[s.jobId]));
	const on = new Set(shifts.map((s) => s.personId));
	const staff = b.staff.filter(
		(p) =>
			(v.crew === '' || p.crewId === v.crew) &&
			(v.branch === '' || p.branchId === v.branch) &&
			(v.skill === '' || skillsIn(p.skills).some((s) => s.toLowerCase() === v.skill.toLowerCase())) &&
			(!ofJobs || on.has(p.id))
	);
	const unmanned = b.unmanned.filter((u) => (v.job === '' || v.job === u.jobId) && (v.district === '' || v.district === u.district));
	return { ...b, staff, unmanned, shifts, firms: v.crew || v.skill ? [] : b.firms };
}

/** Every skill that somebody on the board has. */
export const skillsOn = (staff: BoardData['staff']): string[] => [...new Set(staff.flatMap((p) => skillsIn(p.skills)))].sort();
