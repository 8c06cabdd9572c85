import { say } from '../../contract/refusals/estimates';
import type { Question } from '../../contract';
import { eq, inArray } from 'drizzle-orm';
import { computeEstimate, totalForMargin } from '../../core/estimate';
import { ceilDiv, marginOf, type Percent, type UnitPrice } from '../../core/money';
import { hourlyPriceFor } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { todayOf } from '../company';
import { assemblies, items, parts } from '../catalog/schema';
import { flatCatalogs } from '../flat-rate/schema';
import { loadEstimate } from './load';
import { previewReprice } from './reprice';
import { pricedServices } from '../flat-rate';
import { rateOn } from '../rates';
import { bookOf } from './price-book';
import { pricer } from '../catalog';

type Chosen = Question<'estimates.reprice-plan'>;

/**
 * What would bring a choice of the price check to the margin wanted: estimates to today’s costs and prices, or to the margin; items
 * of assemblies priced by that margin; the hour of flat-rate catalogs dearer. Saves nothing: each is a command of its own that can
 * be taken back.
 */
export function repricePlan(app: App, chosen: Chosen) {
	const target = chosen.target as Percent;
	const used = chosen.assemblies.length ? bookOf(app, { kind: 'assembly', ids: chosen.assemblies }).flatMap((e) => e.parts) : [];
	return {
		estimates: chosen.estimates.map((id) => estimateTo(app, id, target)),
		items: itemsTo(app, [...new Set(used.flatMap((p) => p.itemId ?? []))], target),
		sheets: sheetsBelow(app, [...new Set(used.flatMap((p) => p.sheetId ?? []))], target),
		catalogs: catalogsTo(app, chosen.services, target)
	};
}

function estimateTo(app: App, id: string, target: Percent) {
	const { before, after, moved } = previewReprice(app, id);
	const estimate = loadEstimate(app.db.orm, id);
	if (!estimate) throw new Refusal(say('estimate-not-any-more'));
	const up = { price: after.price, margin: after.margin, lines: moved.length };
	let wanted: { price: number } | null = null;
	try {
		wanted = { price: totalForMargin(estimate, target) };
	} catch {
		// A margin that cannot be had is not offered.
	}
	return {
		id,
		before: { price: before.price, margin: before.margin },
		upToDate: up,
		wanted,
		problems: computeEstimate(estimate).problems.length
	};
}

/** Items that the assemblies buy and that bring less than the margin: what they would be sold at. */
function itemsTo(app: App, ids: string[], target: Percent) {
	if (ids.length === 0) return [];
	const db = app.db.orm;
	const by = pricer(db);
	return db
		.select()
		.from(items)
		.where(inArray(items.id, ids))
		.all()
		.flatMap((i) => {
			const now = by.of(i);
			if ((marginOf(now.price, now.breakEven) ?? 0) >= target * 100 || i.cost === 0) return [];
			const then = by.of({ ...i, rule: { by: 'margin', percent: target } });
			// A price that only its cent keeps from the margin is there.
			if (then.price <= now.price) return [];
			const usedBy = db
				.select({ name: assemblies.name })
				.from(parts)
				.innerJoin(assemblies, eq(assemblies.id, parts.assemblyId))
				.where(eq(parts.itemId, i.id))
				.all();
			return [
				{
					id: i.id,
					code: i.code,
					name: i.name,
					unit: i.unit,
					before: now.price,
					after: then.price,
					assemblies: new Set(usedBy.map((u) => u.name)).size
				}
			];
		});
}

/** Rate sheets of the assemblies whose hours bring less than the margin: they are changed on their own page. */
function sheetsBelow(app: App, ids: string[], target: Percent) {
	const day = todayOf(app);
	return ids.flatMap((id) => {
		const rate = rateOn(app.db.orm, id, day);
		if (!rate) return [];
		const margin = marginOf(rate.price, rate.loadedCost + rate.overheadPerHour);
		return (margin ?? 0) < target * 100 ? [{ id, name: rate.name, price: rate.price, margin }] : [];
	});
}

/** The least price of an hour, in whole cents, at which none of the services falls short; one for each catalog. */
function catalogsTo(app: App, serviceIds: string[], target: Percent) {
	const db = app.db.orm;
	const services = pricedServices(db, serviceIds, todayOf(app));
	return [...new Set(services.map((s) => s.catalog.id))].flatMap((id) => {
		const own = services.filter((s) => s.catalog.id === id);
		const first = own[0];
		if (!first) return [];
		const needed = Math.max(
			...own.map((s) => hourlyPriceFor({ hours: s.service.hours as never, materials: s.service.materials }, s.terms, target))
		);
		const catalog = db.select().from(flatCatalogs).where(eq(flatCatalogs.id, id)).get();
		const before = first.terms.hourlyPrice;
		const after = (ceilDiv(needed, 100) * 100) as UnitPrice;
		// Terms are saved with their rate sheet: a catalog that has none yet gets it on its own page first.
		if (!catalog?.sheetId || after <= before || needed === Infinity) return [];
		return [
			{
				id,
				name: catalog.name,
				before,
				after,
				chosen: own.length,
				/** What the command that saves the terms takes. */
				terms: {
					catalogId: id,
					name: catalog.name,
					on: catalog.on,
					markup: catalog.markup,
					sheetId: catalog.sheetId,
					hourlyPrice: after,
					rounding: catalog.rounding,
					materialTaxId: catalog.materialTaxId,
					laborTaxId: catalog.laborTaxId,
					version: catalog.version
				}
			}
		];
	});
}
