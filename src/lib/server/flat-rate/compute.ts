import { eq } from 'drizzle-orm';
import { mulDiv, parseQuantity, unitPrice, type Cents, type Quantity } from '../../core/money';
import { flatPrice, type FlatTerms } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { groupOfJob, type Group } from '../catalog/pricing';
import { notNegative } from '../commands/read-field';
import type { Context } from '../commands';
import type { Orm } from '../db/open';
import { flatCatalogs, flatServices, type lines } from '../db/schema';
import { branchOfJob, sheetForBranch } from '../rates/load';
import { termsOf } from './terms';

type Service = typeof flatServices.$inferSelect;

/** What the two lines of a flat-rate service cost and are sold at, with these hours: the hours carry what rounding adds. */
export function flatLines(service: Service, terms: FlatTerms, hours: Quantity, group: Group | null) {
	const p = flatPrice({ hours, materials: service.materials }, terms);
	const byGroup = (amount: Cents, percent: number | undefined) => unitPrice(mulDiv(amount, percent ?? 10_000, 10_000) * 100);
	return {
		hours: {
			hoursPerUnit: hours,
			unitCost: unitPrice(p.laborCost * 100),
			overheadPerHour: terms.overheadPerHour,
			unitPrice: byGroup(p.laborPrice, group?.percents.labor)
		},
		materials: { unitCost: unitPrice(p.materialCost * 100), unitPrice: byGroup(p.materialPrice, group?.percents.material) }
	};
}

/** A service with its catalog's terms of a day, and the group of the job it is for. */
export function serviceFor(db: Orm, serviceId: string, jobId: string, day: string) {
	const service = db.select().from(flatServices).where(eq(flatServices.id, serviceId)).get();
	const catalog = service ? db.select().from(flatCatalogs).where(eq(flatCatalogs.id, service.catalogId)).get() : undefined;
	if (!service || !catalog) return null;
	// The hour that is sold is that of the job's branch.
	const sheetId = catalog.sheetId && sheetForBranch(db, catalog.sheetId, branchOfJob(db, jobId));
	return { service, catalog: { ...catalog, sheetId }, terms: termsOf(db, { ...catalog, sheetId }, day), group: groupOfJob(db, jobId) };
}

/** The hours of a service on this job alone, and the price that follows. @throws Refusal when the line is no service */
export function hoursPatch(
	ctx: Context,
	line: typeof lines.$inferSelect,
	jobId: string,
	typed: string
): Partial<typeof lines.$inferSelect> {
	if (line.flat?.part !== 'hours') throw new Refusal('The hours of this line follow from its quantity.', 'hours');
	const found = serviceFor(ctx.db, line.flat.serviceId, jobId, ctx.today);
	if (!found) throw new Refusal('This service is not there any more.', 'hours');
	const hours = notNegative(parseQuantity(typed, 'The hours'), 'hours');
	return { ...flatLines(found.service, found.terms, hours, found.group).hours, rule: { by: 'inherit' } };
}
