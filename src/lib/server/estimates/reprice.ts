import { say } from '../../contract/refusals/estimates';
import { settingsOf, todayOf } from '../company';
import * as contract from '../../contract/estimates/reprice';
import { eq, inArray } from 'drizzle-orm';
import { computeEstimate, shownPrice, type Estimate, type Line } from '../../core/estimate';
import { unitPrice, type UnitPrice } from '../../core/money';
import { exactBreakEven, unitPriceOf } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { Day } from '../../core/time';
import type { App } from '../app';
import { pricer, type Pricer } from '../catalog';
import { groupOfJob, branchOfJob } from '../sales';
import { serve } from '../commands';
import type { Orm } from '../db';
import { items } from '../catalog/schema';
import { estimates, lines } from './schema';
import { jobs } from '../sales/schema';
import { hourPrice, rateOn, sheetForBranch } from '../rates';
import { flatLines } from '../flat-rate';
import { serviceFor } from './service-lines';
import { done } from './done';
import { loadEstimate } from './load';

export type Today = Pick<Line, 'unitCost' | 'unitPrice' | 'overheadPerHour'> & { sheetId?: string };

/** What each line of an estimate costs and would be priced at today. Fixed prices stay; lines of no item and no sheet stay as they are. */
export function todaysLines(db: Orm, jobId: string, estimate: Estimate, day: Day): Map<string, Today> {
	const all = estimate.scopes.flatMap((s) => s.lines);
	const ids = [...new Set(all.flatMap((l) => (l.itemId ? [l.itemId] : [])))];
	const known = new Map((ids.length ? db.select().from(items).where(inArray(items.id, ids)).all() : []).map((i) => [i.id, i]));
	const by = pricer(db, groupOfJob(db, jobId));
	const overheads = settingsOf(db).overheadPercent;
	// Labor that an assembly brought is priced by the job's own branch; a sheet that somebody chose stays chosen.
	const branch = branchOfJob(db, jobId);
	const sheetOf = (l: Line) => (l.sheetId && l.recipeId ? sheetForBranch(db, l.sheetId, branch) : l.sheetId);
	const rates = new Map([...new Set(all.flatMap((l) => sheetOf(l) ?? []))].map((id) => [id, rateOn(db, id, day)]));
	const found = new Map<string, Today>();
	const services = new Map(
		[...new Set(all.flatMap((l) => (l.flat ? [l.flat.serviceId] : [])))].map((id) => [id, serviceFor(db, id, jobId, day)])
	);
	for (const l of all) {
		const service = l.flat ? services.get(l.flat.serviceId) : undefined;
		if (l.flat && service) {
			// With the hours of this job: they may have been changed for it alone.
			const hours = l.flat.part === 'hours' ? l.hoursPerUnit : (service.service.hours as Line['hoursPerUnit']);
			const now = flatLines(service.service, service.terms, hours, service.group)[l.flat.part];
			found.set(l.id, {
				unitCost: now.unitCost,
				unitPrice: l.rule.by === 'inherit' ? now.unitPrice : l.unitPrice,
				overheadPerHour: 'overheadPerHour' in now ? now.overheadPerHour : l.overheadPerHour
			});
			continue;
		}
		const item = l.itemId ? known.get(l.itemId) : undefined;
		const sheetId = sheetOf(l);
		const rate = sheetId ? rates.get(sheetId) : undefined;
		if (!item && !rate) continue;
		const unitCost = unitPrice(item?.cost ?? rate?.loadedCost ?? l.unitCost);
		const overheadPerHour = unitPrice(rate?.overheadPerHour ?? l.overheadPerHour);
		let price: UnitPrice = l.unitPrice;
		if (l.rule.by === 'inherit') price = item ? by.of(item).price : rate ? laborPrice(by, rate, l) : l.unitPrice;
		else if (l.rule.by !== 'fixed') {
			const breakEven = exactBreakEven(unitCost, l.kind, overheads, { ...l, overheadPerHour });
			price = unitPriceOf(l.rule, unitCost, breakEven, { fine: l.fine });
		}
		found.set(l.id, { unitCost, unitPrice: price, overheadPerHour, ...(sheetId && sheetId !== l.sheetId ? { sheetId } : {}) });
	}
	return found;
}

/** What an hour of a line is sold at today; a variant that its sheet has no longer keeps the price it had. */
function laborPrice(by: Pricer, rate: Parameters<typeof hourPrice>[0], l: Line): UnitPrice {
	const hour = hourPrice(rate, l.variant ?? '');
	return hour === null ? l.unitPrice : by.labor(hour);
}

const changed = (l: Line, t: Today): boolean =>
	t.sheetId !== undefined || l.unitCost !== t.unitCost || l.unitPrice !== t.unitPrice || l.overheadPerHour !== t.overheadPerHour;

/** What bringing an estimate up to date would do, line by line and in all. Saves nothing. */
export function previewReprice(app: App, estimateId: string) {
	const db = app.db.orm;
	const row = db.select().from(estimates).where(eq(estimates.id, estimateId)).get();
	const estimate = row ? loadEstimate(db, row.id) : null;
	if (!row || !estimate) throw new Refusal(say('estimate-not-any-more'));
	const today = todaysLines(db, row.jobId, estimate, todayOf(app));
	const after: Estimate = {
		...estimate,
		scopes: estimate.scopes.map((s) => ({
			...s,
			lines: s.lines.map((l) => {
				const t = today.get(l.id);
				return t && changed(l, t) ? { ...l, ...t, settled: null } : l;
			})
		}))
	};
	const now = computeEstimate(estimate);
	// What a line is sold at today may be an amount that was set: then the price beside the new one is what it comes to.
	const shown = new Map(now.lines.map((l) => [l.line.id, { unitPrice: shownPrice(l).price }]));
	const moved = estimate.scopes.flatMap((s) =>
		s.lines.flatMap((l) => {
			const t = today.get(l.id);
			return t && changed(l, t)
				? [
						{
							id: l.id,
							scope: s.name,
							name: l.name,
							cost: [l.unitCost, t.unitCost] as const,
							price: [(shown.get(l.id) ?? l).unitPrice, t.unitPrice] as const,
							derived: l.settled !== null
						}
					]
				: [];
		})
	);
	return { before: now.total, after: computeEstimate(after).total, moved };
}

export const reprice = serve(contract.reprice, (ctx, i) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	if (ctx.get(jobs, row.jobId, 'Its job').number !== null) throw new Refusal(say('job-won'));
	const estimate = loadEstimate(ctx.db, row.id);
	const today = estimate ? todaysLines(ctx.db, row.jobId, estimate, ctx.today) : new Map<string, Today>();
	let n = 0;
	for (const l of estimate?.scopes.flatMap((s) => s.lines) ?? []) {
		const t = today.get(l.id);
		if (!t || !changed(l, t)) continue;
		ctx.update(lines, l.id, { ...t, settled: null });
		n += 1;
	}
	if (n === 0) throw new Refusal(say('every-line-at-todays-cost-and'));
	done(ctx, row.id, 'estimates.reprice', { n });
	return { lines: n };
});
