import { asc, eq, inArray } from 'drizzle-orm';
import type { Estimate } from '../../core/estimate';
import type { Orm } from '../db';
import { linesByScope } from './read-lines';
import { company } from '../company/schema';
import { estimates, optionGroups, scopes, shapes } from './schema';

/** Reads an estimate's rows into what the core computes. Four queries, however large it is. */
export function loadEstimate(db: Orm, estimateId: string): Estimate | null {
	const estimate = db.select().from(estimates).where(eq(estimates.id, estimateId)).get();
	if (!estimate) return null;
	const own = db.select().from(company).get();
	const scopeRows = db.select().from(scopes).where(eq(scopes.estimateId, estimateId)).orderBy(asc(scopes.position)).all();
	const ids = scopeRows.map((s) => s.id);
	const shapeRows = ids.length ? db.select().from(shapes).where(inArray(shapes.scopeId, ids)).orderBy(asc(shapes.position)).all() : [];
	const groups = db.select().from(optionGroups).where(eq(optionGroups.estimateId, estimateId)).orderBy(asc(optionGroups.position)).all();
	const linesOf = linesByScope(db.$client, estimateId);
	const shapesOf = group(shapeRows);
	return {
		system: own?.system ?? 'imperial',
		overheadPercent: own?.settings.overheadPercent ?? {},
		discount: estimate.discount,
		groups: groups.map(({ id, name, atLeast, atMost, presetId }) => ({ id, name, atLeast, atMost, presetId })),
		scopes: scopeRows.map((s) => ({
			id: s.id,
			name: s.name,
			wording: s.wording,
			option: s.option,
			setAside: s.setAside,
			groupId: s.groupId,
			shapes: (shapesOf.get(s.id) ?? []).map(({ id, figure, times, subtract, subtractLengths }) => ({
				id,
				figure,
				times,
				subtract,
				subtractLengths
			})),
			lines: linesOf.get(s.id) ?? []
		}))
	};
}

function group<T extends { scopeId: string }>(rows: T[]): Map<string, T[]> {
	const map = new Map<string, T[]>();
	for (const r of rows) {
		const list = map.get(r.scopeId);
		if (list) list.push(r);
		else map.set(r.scopeId, [r]);
	}
	return map;
}
