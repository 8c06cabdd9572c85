import { asc, eq, sql } from 'drizzle-orm';
import { rateGroups } from '../rates/schema';
import type { App } from '../app';

/** Rate groups with how many customers are in each. */
export const rateGroupList = (app: App) =>
	app.db.orm
		.select({
			id: rateGroups.id,
			name: rateGroups.name,
			percents: rateGroups.percents,
			onFixed: rateGroups.onFixed,
			version: rateGroups.version,
			customers: sql<number>`(select count(*) from customers where customers.rate_group_id = rate_groups.id)`
		})
		.from(rateGroups)
		.where(eq(rateGroups.setAside, false))
		.orderBy(asc(rateGroups.name))
		.all();
