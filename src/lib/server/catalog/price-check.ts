import { and, asc, eq, isNull } from 'drizzle-orm';
import { dimensionOf, type Dimension, type MeasureName } from '../../core/measure';
import { computeEstimate } from '../../core/estimate';
import { cents, percent, rate, unitPrice, type Quantity, type UnitPrice } from '../../core/money';
import { checkPrices, partQuantity, type CheckedEntry, type Checked } from '../../core/pricing';
import type { App } from '../app';
import { todayOf } from '../billing/queries';
import { assemblies, company, estimates, items, jobs, parts, stages } from '../db/schema';
import { loadEstimate } from '../estimates/load';
import { todaysLines } from '../estimates/reprice';
import { offeredServices } from '../flat-rate/queries';
import { flatLines } from '../flat-rate/reckon';
import { rateOn } from '../rates/load';
import { pricer } from './pricing';

export interface BookRow extends Checked {
	kind: 'estimate' | 'assembly' | 'flat-rate';
	name: string;
	detail: string;
	path: string;
	/** The estimate that can be brought up to date. */
	estimateId: string | null;
}

/** What an assembly is tried on: enough of each measure that rounding to packs does not decide. */
const TRIED: Record<Dimension, number> = { area: 2000, length: 200, volume: 200, count: 20 };
const triedOn = (m: MeasureName): number => TRIED[dimensionOf(m)];

/** The whole book against today's costs, rates and overhead: open estimates, assemblies and flat-rate services, most money short first. */
export function checkBook(app: App): { target: number; rows: BookRow[] } {
	const db = app.db.orm;
	const settings = db.select({ settings: company.settings }).from(company).get()?.settings;
	const target = settings?.targetMargin ?? 1000;
	const overhead = settings?.overheadPercent ?? {};
	const today = todayOf(app);
	const named = new Map<string, Omit<BookRow, keyof Checked>>();
	const entries: CheckedEntry[] = [];
	const open = db
		.select({ id: estimates.id, jobId: jobs.id, name: jobs.name, stage: stages.name })
		.from(jobs)
		.innerJoin(stages, and(eq(stages.id, jobs.stageId), eq(stages.meaning, 'bidding')))
		.innerJoin(estimates, eq(estimates.jobId, jobs.id))
		.where(isNull(jobs.number))
		.all();
	for (const e of open) {
		const estimate = loadEstimate(db, e.id);
		if (!estimate) continue;
		const result = computeEstimate(estimate);
		if (result.total.price === 0) continue;
		const now = todaysLines(db, e.jobId, estimate, today);
		named.set(e.id, { kind: 'estimate', name: e.name, detail: e.stage, path: `/jobs/${e.jobId}/estimate`, estimateId: e.id });
		entries.push({
			id: e.id,
			discount: cents(0),
			parts: result.lines
				.filter((l) => l.state === 'in')
				.map((l) => ({
					quantity: l.quantity,
					unitPrice: l.line.unitPrice,
					// After discount and what was settled: what the customer is asked for.
					settled: l.net,
					unitCost: now.get(l.line.id)?.unitCost ?? l.line.unitCost,
					hoursPerUnit: l.line.hoursPerUnit,
					overheadPerHour: now.get(l.line.id)?.overheadPerHour ?? l.line.overheadPerHour,
					overheadPercent: rate(overhead[l.line.kind] ?? 0)
				}))
		});
	}
	const by = pricer(db);
	const rows = db
		.select({ part: parts, item: items, assembly: { id: assemblies.id, name: assemblies.name, category: assemblies.category } })
		.from(assemblies)
		.innerJoin(parts, eq(parts.assemblyId, assemblies.id))
		.leftJoin(items, eq(items.id, parts.itemId))
		.where(eq(assemblies.setAside, false))
		.orderBy(asc(assemblies.name), asc(parts.position))
		.all();
	const rates = new Map(
		[...new Set(rows.flatMap((r) => (r.part.sheetId ? [r.part.sheetId] : [])))].map((id) => [id, rateOn(db, id, today)])
	);
	const byAssembly = new Map<string, CheckedEntry & { parts: CheckedEntry['parts'][number][] }>();
	for (const { part, item, assembly } of rows) {
		const sheet = part.sheetId ? rates.get(part.sheetId) : null;
		if (!item && !sheet) continue;
		const entry = byAssembly.get(assembly.id) ?? { id: assembly.id, discount: cents(0), parts: [] };
		byAssembly.set(assembly.id, entry);
		named.set(assembly.id, {
			kind: 'assembly',
			name: assembly.name,
			detail: assembly.category,
			path: `/price/assemblies/${assembly.id}`,
			estimateId: null
		});
		entry.parts.push({
			quantity: partQuantity(
				part.measures.reduce((a, m) => a + triedOn(m), 0),
				part.rate
			),
			unitPrice: item ? by.of(item).price : unitPrice(sheet?.price ?? 0),
			settled: null,
			unitCost: unitPrice(item?.cost ?? sheet?.loadedCost ?? 0),
			hoursPerUnit: (sheet ? 10_000 : 0) as never,
			overheadPerHour: unitPrice(sheet?.overheadPerHour ?? 0),
			overheadPercent: rate(item ? (overhead[item.kind] ?? 0) : (overhead.labor ?? 0))
		});
	}
	const services = offeredServices(db, today).map((s): CheckedEntry => {
		const now = flatLines(s.service, s.terms, s.service.hours as Quantity, null);
		named.set(s.id, {
			kind: 'flat-rate',
			name: s.title,
			detail: s.catalog.name,
			path: `/price/flat-rate/service/${s.id}`,
			estimateId: null
		});
		const part = (kind: 'labor' | 'material', hours: number, line: { unitCost: UnitPrice; unitPrice: UnitPrice }) => ({
			quantity: 10_000 as Quantity,
			unitPrice: line.unitPrice,
			settled: null,
			unitCost: line.unitCost,
			hoursPerUnit: hours as Quantity,
			overheadPerHour: s.terms.overheadPerHour,
			overheadPercent: rate(overhead[kind] ?? 0)
		});
		return { id: s.id, discount: cents(0), parts: [part('labor', s.service.hours, now.hours), part('material', 0, now.materials)] };
	});
	const checked = checkPrices([...entries, ...byAssembly.values(), ...services], percent(target));
	return {
		target,
		rows: checked.flatMap((c) => (named.has(c.id) ? [{ ...c, ...(named.get(c.id) as Omit<BookRow, keyof Checked>) }] : []))
	};
}
