import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import {
	compareEstimates,
	hoursBySheet,
	laborSummary,
	materialList,
	USUAL_SPREADS,
	type Estimate,
	type Spreads
} from '../../core/estimate';
import type { App } from '../app';
import { assemblies, items, itemSuppliers, suppliers } from '../catalog/schema';
import { estimates, recipes, scopes } from './schema';
import { laborSheets } from '../people/schema';
import { quotes, revisions } from '../quotes/schema';
import { loadEstimate } from './load';

/** The revisions of an estimate, newest first. */
export const revisionsOf = (app: App, estimateId: string) =>
	app.db.orm
		.select({
			id: revisions.id,
			revision: revisions.revision,
			issuedAt: revisions.issuedAt,
			issuedBy: revisions.issuedBy,
			state: revisions.state,
			total: revisions.total,
			net: revisions.net
		})
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(eq(quotes.estimateId, estimateId))
		.orderBy(desc(revisions.revision))
		.all();

/** Two states of an estimate compared; “draft” is what it is now. Null when one is not there. */
export function compareStates(app: App, estimateId: string, a: string, b: string) {
	const stateOf = (which: string): Estimate | null => {
		if (which === 'draft') return loadEstimate(app.db.orm, estimateId);
		const r = app.db.orm
			.select({ frozen: revisions.frozen, estimateId: quotes.estimateId })
			.from(revisions)
			.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
			.where(eq(revisions.id, which))
			.get();
		return r?.estimateId === estimateId ? r.frozen.estimate : null;
	};
	const [before, after] = [stateOf(a), stateOf(b)];
	return before && after ? compareEstimates(before, after) : null;
}

/** What has to be had and done for an estimate: materials by phase and supplier, hours by phase and crew, crew sheets. */
export function listsOf(app: App, estimateId: string) {
	const db = app.db.orm;
	const estimate = loadEstimate(db, estimateId);
	if (!estimate) return null;
	const ids = [...new Set(estimate.scopes.flatMap((s) => s.lines.flatMap((l) => (l.itemId ? [l.itemId] : []))))];
	const known = new Map((ids.length ? db.select().from(items).where(inArray(items.id, ids)).all() : []).map((i) => [i.id, i]));
	// A supplier is asked by its own code.
	const called = new Map(
		(ids.length ? db.select().from(itemSuppliers).where(inArray(itemSuppliers.itemId, ids)).all() : []).map((r) => [
			`${r.itemId} ${r.supplierId}`,
			r.code
		])
	);
	for (const [id, i] of known) known.set(id, { ...i, code: called.get(`${id} ${i.supplierId ?? ''}`) ?? i.code });
	const supplied = new Map(
		db
			.select({ id: suppliers.id, name: suppliers.name })
			.from(suppliers)
			.all()
			.map((s) => [s.id, s.name])
	);
	const crews = new Map(
		db
			.select({ id: laborSheets.id, name: laborSheets.name })
			.from(laborSheets)
			.all()
			.map((s) => [s.id, s.name])
	);
	const labor = laborSummary(estimate);
	return {
		materials: materialList(estimate, known).map((r) => ({ ...r, supplier: supplied.get(r.supplierId ?? '') ?? '' })),
		labor: labor.map((r) => ({ ...r, crew: crews.get(r.sheetId ?? '') ?? 'by the line' })),
		hours: [...hoursBySheet(labor)].map(([id, hours]) => ({ crew: crews.get(id ?? '') ?? 'by the line', hours })),
		sheets: db
			.selectDistinct({ id: assemblies.id, name: assemblies.name, sheet: assemblies.crewSheet })
			.from(assemblies)
			.innerJoin(recipes, eq(recipes.assemblyId, assemblies.id))
			.innerJoin(scopes, eq(scopes.id, recipes.scopeId))
			.where(eq(scopes.estimateId, estimateId))
			.all()
	};
}

/**
 * How far hours vary from what was sold, learned from finished jobs: quartiles of used ÷ sold. Under five of them the usual spread
 * is assumed, and the screen says so.
 */
export function spreadsOf(app: App): { spreads: Spreads; learnedFrom: number } {
	const rows = app.db.sqlite
		.prepare(
			`select (select total((t.ended_at - t.started_at) / 60000.0 - t.break_minutes) from time_entries t where t.job_id = j.id and t.ended_at is not null) used,
			(select total(b.hours) from budget_rows b where b.job_id = j.id) sold
			from jobs j where j.done_at is not null order by j.done_at desc limit 200`
		)
		.all() as { used: number; sold: number }[];
	const ratios = rows
		.filter((r) => r.sold > 0 && r.used > 0)
		.map((r) => r.used / 60 / (r.sold / 10_000))
		.sort((a, b) => a - b);
	if (ratios.length < 5) return { spreads: USUAL_SPREADS, learnedFrom: 0 };
	const at = (p: number) => {
		const x = p * (ratios.length - 1);
		const low = ratios[Math.floor(x)] ?? 1;
		const high = ratios[Math.ceil(x)] ?? low;
		return low + (high - low) * (x - Math.floor(x));
	};
	const middle = at(0.5);
	return {
		// A quartile that is the middle itself would be no spread at all.
		spreads: { ...USUAL_SPREADS, hours: { low: Math.min(at(0.25), middle * 0.99), middle, high: Math.max(at(0.75), middle * 1.01) } },
		learnedFrom: ratios.length
	};
}

/** The estimate of a job's bid, or of one of its change orders. */
export const estimateOfJob = (app: App, jobId: string, change: number | null = null) =>
	app.db.orm
		.select({ id: estimates.id })
		.from(estimates)
		.where(and(eq(estimates.jobId, jobId), change === null ? isNull(estimates.change) : eq(estimates.change, change)))
		.get()?.id ?? null;

/** The change order that an address asks for; null: the bid. */
export const changeIn = (url: URL): number | null => {
	const n = Number(url.searchParams.get('change') ?? '');
	return Number.isInteger(n) && n > 0 ? n : null;
};
