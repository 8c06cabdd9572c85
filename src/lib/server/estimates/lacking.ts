import { eq } from 'drizzle-orm';
import { computeEstimate, missingMeasures } from '../../core/estimate';
import type { MeasureName } from '../../core/measure';
import { partsUnder } from '../catalog';
import type { Orm } from '../db';
import { scopes } from './schema';
import { loadEstimate } from './load';

/** What must be typed before an assembly can be computed on a scope: measures its parts go by that no shape of the scope gives. */
export function lackingFor(db: Orm, scopeId: string, assemblyId: string, answered: Record<string, string>): MeasureName[] {
	const scope = db.select({ estimateId: scopes.estimateId }).from(scopes).where(eq(scopes.id, scopeId)).get();
	const estimate = scope ? loadEstimate(db, scope.estimateId) : null;
	const found = estimate ? computeEstimate(estimate).scopes.find((s) => s.scope.id === scopeId) : undefined;
	if (!found) return [];
	return missingMeasures(
		partsUnder(db, assemblyId, answered).map(({ part, rate }) => ({ measures: part.measures, rate })),
		found.measures
	);
}
