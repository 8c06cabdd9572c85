import { settingsOf, todayOf } from '../company';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { computeEstimate } from '../../core/estimate';
import { dimensionOf, type Dimension, type MeasureName } from '../../core/measure';
import { cents, rate, unitPrice, type Quantity, type UnitPrice } from '../../core/money';
import { partQuantity, type Answered, type Choice, type NamedPart } from '../../core/pricing';
import type { App } from '../app';
import { assemblies, items, parts } from '../catalog/schema';
import { estimates } from './schema';
import { jobs, stages } from '../sales/schema';
import { loadEstimate } from './load';
import { todaysLines } from './reprice';
import { offeredServices, flatLines } from '../flat-rate';
import { rateOn } from '../rates';
import { pricer, partsFrom } from '../catalog';

/** Something that is sold: an open estimate, an assembly, a flat-rate service, with its parts at today's costs and rates. */
export interface BookEntry {
	id: string;
	kind: 'estimate' | 'assembly' | 'flat-rate';
	name: string;
	detail: string;
	path: string;
	/** The estimate that can be brought up to date. */
	estimateId: string | null;
	parts: (NamedPart & { itemId: string | null; sheetId: string | null })[];
}

/** What an assembly is tried on: enough of each measure that rounding to packs does not decide. */
const TRIED: Record<Dimension, number> = { area: 2000, length: 200, volume: 200, count: 20 };
const triedOn = (m: MeasureName): number => TRIED[dimensionOf(m)];

/** Everything the company sells, at today's costs, rates and overhead; those that are named alone, and no other is gone through. */
export function bookOf(app: App, only?: { kind: BookEntry['kind']; ids: readonly string[] }): BookEntry[] {
	const ids = new Set(only?.ids);
	const wanted = (kind: BookEntry['kind']) => !only || only.kind === kind;
	const named = (id: string) => !only || ids.has(id);
	return [
		...(wanted('estimate') ? openEstimates(app, named) : []),
		...(wanted('assembly') ? triedAssemblies(app, named) : []),
		...(wanted('flat-rate') ? pricedFlat(app, named) : [])
	];
}

const overheadOf = (app: App) => settingsOf(app.db.orm).overheadPercent;

/** Open estimates with the amounts the customer is asked for, after discount and what was settled. */
function openEstimates(app: App, named: (id: string) => boolean): BookEntry[] {
	const db = app.db.orm;
	const overhead = overheadOf(app);
	const today = todayOf(app);
	const open = db
		.select({ id: estimates.id, jobId: jobs.id, name: jobs.name, stage: stages.name })
		.from(jobs)
		.innerJoin(stages, and(eq(stages.id, jobs.stageId), eq(stages.meaning, 'bidding')))
		.innerJoin(estimates, eq(estimates.jobId, jobs.id))
		.where(isNull(jobs.number))
		.all()
		.filter((e) => named(e.id));
	return open.flatMap((e): BookEntry[] => {
		const estimate = loadEstimate(db, e.id);
		const result = estimate ? computeEstimate(estimate) : null;
		if (!estimate || !result || result.total.price === 0) return [];
		const now = todaysLines(db, e.jobId, estimate, today);
		const path = `/jobs/${e.jobId}/estimate`;
		const lines = result.lines.filter((l) => l.state === 'in');
		return [
			{
				...{ id: e.id, kind: 'estimate', name: e.name, detail: e.stage, path, estimateId: e.id },
				parts: lines.map((l) => ({
					name: l.line.name,
					source: l.line.itemId ? `/price/catalog/${l.line.itemId}` : l.line.sheetId ? `/price/rates/${l.line.sheetId}` : path,
					itemId: l.line.itemId,
					sheetId: l.line.sheetId,
					quantity: l.quantity,
					unitPrice: l.line.unitPrice,
					settled: l.net,
					unitCost: now.get(l.line.id)?.unitCost ?? l.line.unitCost,
					hoursPerUnit: l.line.hoursPerUnit,
					overheadPerHour: now.get(l.line.id)?.overheadPerHour ?? l.line.overheadPerHour,
					overheadPercent: rate(overhead[l.line.kind] ?? 0)
				}))
			}
		];
	});
}

/** The first answer to each question, also of what is nested: one job that the assembly could stand for. */
function firstAnswers(
	choicesOf: (id: string) => readonly Choice[],
	of: (id: string) => readonly { childId: string | null }[],
	id: string,
	prefix = ''
): Answered {
	if (prefix.split('/').length > 11) return {};
	const own = Object.fromEntries(choicesOf(id).flatMap((c) => (c.answers[0] ? [[prefix + c.id, c.answers[0].id]] : [])));
	return of(id).reduce(
		(all, p) => (p.childId ? { ...all, ...firstAnswers(choicesOf, of, p.childId, `${prefix}${p.childId}/`) } : all),
		own as Answered
	);
}

/** Assemblies on measures of a middling job, with the first answer to each of their questions. */
function triedAssemblies(app: App, named: (id: string) => boolean): BookEntry[] {
	const db = app.db.orm;
	const overhead = overheadOf(app);
	const today = todayOf(app);
	const by = pricer(db);
	const heads = db.select().from(assemblies).orderBy(asc(assemblies.name)).all();
	const choices = new Map(heads.map((a) => [a.id, a.choices]));
	const rows = db
		.select({ part: parts, item: items })
		.from(parts)
		.leftJoin(items, eq(items.id, parts.itemId))
		.orderBy(asc(parts.position))
		.all();
	const own = new Map<string, (typeof parts.$inferSelect)[]>();
	for (const { part } of rows) own.set(part.assemblyId, [...(own.get(part.assemblyId) ?? []), part]);
	const known = new Map(rows.flatMap((r) => (r.item ? [[r.item.id, r.item] as const] : [])));
	const rates = new Map([...new Set(rows.flatMap((r) => r.part.sheetId ?? []))].map((id) => [id, rateOn(db, id, today)]));
	const of = (id: string) => own.get(id) ?? [];
	return heads
		.filter((a) => !a.setAside && named(a.id))
		.map((a): BookEntry => {
			const answered = firstAnswers((id) => choices.get(id) ?? [], of, a.id);
			return {
				...{ id: a.id, kind: 'assembly', name: a.name, detail: a.category, path: `/price/assemblies/${a.id}`, estimateId: null },
				parts: partsFrom(of, a.id, answered).flatMap(({ part, rate: r }) => {
					const item = part.itemId ? known.get(part.itemId) : undefined;
					const sheet = part.sheetId ? rates.get(part.sheetId) : null;
					if (!item && !sheet) return [];
					return [
						{
							name: part.name || (item?.name ?? sheet?.name ?? ''),
							source: item ? `/price/catalog/${item.id}` : `/price/rates/${part.sheetId}`,
							itemId: item?.id ?? null,
							sheetId: item ? null : part.sheetId,
							quantity: partQuantity(
								part.measures.reduce((n, m) => n + triedOn(m), 0),
								r
							),
							unitPrice: item ? by.of(item).price : unitPrice(sheet?.price ?? 0),
							settled: null,
							unitCost: unitPrice(item?.cost ?? sheet?.loadedCost ?? 0),
							hoursPerUnit: (sheet ? 10_000 : 0) as Quantity,
							overheadPerHour: unitPrice(sheet?.overheadPerHour ?? 0),
							overheadPercent: rate(item ? (overhead[item.kind] ?? 0) : (overhead.labor ?? 0))
						}
					];
				})
			};
		})
		.filter((e) => e.parts.length > 0);
}

/** Flat-rate services that are offered: their hours and their materials. */
function pricedFlat(app: App, named: (id: string) => boolean): BookEntry[] {
	const overhead = overheadOf(app);
	return offeredServices(app.db.orm, todayOf(app), named).map((s): BookEntry => {
		const now = flatLines(s.service, s.terms, s.service.hours as Quantity, null);
		const path = `/price/flat-rate/service/${s.id}`;
		const part = (name: string, kind: 'labor' | 'material', hours: number, line: { unitCost: UnitPrice; unitPrice: UnitPrice }) => ({
			...{ name, source: path, itemId: null, sheetId: kind === 'labor' ? s.catalog.sheetId : null },
			quantity: 10_000 as Quantity,
			unitPrice: line.unitPrice,
			settled: null,
			unitCost: line.unitCost,
			hoursPerUnit: hours as Quantity,
			overheadPerHour: s.terms.overheadPerHour,
			overheadPercent: rate(overhead[kind] ?? 0)
		});
		return {
			...{ id: s.id, kind: 'flat-rate', name: s.title, detail: s.catalog.name, path, estimateId: null },
			parts: [part('Hours', 'labor', s.service.hours, now.hours), part('Materials', 'material', 0, now.materials)]
		};
	});
}

/** Nothing is taken off the whole: what an estimate gives away lies in its lines' amounts already. */
export const asChecked = (e: BookEntry) => ({ id: e.id, parts: e.parts, discount: cents(0) });
