import { eq } from 'drizzle-orm';
import { computeEstimate, missingMeasures } from '../../core/estimate';
import type { MeasureName } from '../../core/measure';
import { toTyped } from '../../core/money';
import { partsUnder } from '../catalog';
import type { Orm } from '../db';
import { jobs } from '../sales/schema';
import { estimates, scopes } from './schema';
import { loadEstimate } from './load';

interface Lacking {
	measure: MeasureName;
	/** What the size of the job says of it, as it is typed; empty: nothing. */
	likely: string;
}

/** Which measures a job’s size can stand for, by its unit, and how that unit is typed. */
const MEANT: Record<string, MeasureName[]> = {
	squares: ['area'],
	'sq ft': ['area', 'floor'],
	'm²': ['area', 'floor'],
	ft: ['length'],
	m: ['length'],
	pieces: ['count']
};
const TYPED: Record<string, string> = { 'm²': 'sq m', pieces: '' };

/** How large the job was said to be, until something is measured. */
function sizeOfJob(db: Orm, estimateId: string): { n: number; unit: string; typed: string } | null {
	const job = db
		.select({ n: jobs.size, unit: jobs.sizeUnit })
		.from(estimates)
		.innerJoin(jobs, eq(jobs.id, estimates.jobId))
		.where(eq(estimates.id, estimateId))
		.get();
	return job?.n === null || job?.n === undefined ? null : { n: job.n, unit: job.unit, typed: TYPED[job.unit] ?? job.unit };
}

/** What must be typed before an assembly can be computed on a scope: measures its parts go by that no shape of the scope gives. */
export function lackingFor(db: Orm, scopeId: string, assemblyId: string, answered: Record<string, string>): Lacking[] {
	const scope = db.select({ estimateId: scopes.estimateId }).from(scopes).where(eq(scopes.id, scopeId)).get();
	const estimate = scope ? loadEstimate(db, scope.estimateId) : null;
	const found = estimate ? computeEstimate(estimate).scopes.find((s) => s.scope.id === scopeId) : undefined;
	if (!found) return [];
	const missing = missingMeasures(
		partsUnder(db, assemblyId, answered).map(({ part, rate }) => ({ measures: part.measures, rate })),
		found.measures
	);
	const size = sizeOfJob(db, scope?.estimateId ?? '');
	return missing.map((measure) => ({
		measure,
		likely: size && MEANT[size.unit]?.includes(measure) ? `${toTyped(size.n, 4)} ${size.typed}`.trim() : ''
	}));
}
