import { say } from '../../contract/refusals/estimates';
import { flatLines, termsOf } from '../flat-rate';
import { parseQuantity } from '../../core/money';
import { notNegative, type Context } from '../commands';
import { Refusal } from '../../core/refusal';
import type { lines } from './schema';
import { groupOfJob, branchOfJob } from '../sales';
import { sheetForBranch } from '../rates';
import { flatCatalogs, flatServices } from '../flat-rate/schema';
import { eq } from 'drizzle-orm';
import type { Orm } from '../db';

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
	if (line.flat?.part !== 'hours') throw new Refusal(say('hours-of-line-follow-from-quantity'), 'hours');
	const found = serviceFor(ctx.db, line.flat.serviceId, jobId, ctx.today);
	if (!found) throw new Refusal(say('service-not-any-more'), 'hours');
	const hours = notNegative(parseQuantity(typed, 'The hours'), 'hours');
	return { ...flatLines(found.service, found.terms, hours, found.group).hours, rule: { by: 'inherit' } };
}
