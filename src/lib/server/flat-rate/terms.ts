import { settingsOf } from '../company';
import { eq } from 'drizzle-orm';
import { percent, unitPrice } from '../../core/money';
import type { FlatTerms } from '../../core/pricing';
import type { Day } from '../../core/time';
import type { Orm } from '../db';
import { flatCatalogs } from './schema';
import { laborSheets } from '../people/schema';
import { rateOn } from '../rates';

export type FlatCatalog = typeof flatCatalogs.$inferSelect;

/** What a catalog's services are priced by on a day: its markup and rounding, and the hour it sells. */
export function termsOf(db: Orm, catalog: Pick<FlatCatalog, 'markup' | 'sheetId' | 'hourlyPrice' | 'rounding'>, day: Day): FlatTerms {
	const rate = catalog.sheetId ? rateOn(db, catalog.sheetId, day) : null;
	const settings = settingsOf(db);
	return {
		markup: percent(catalog.markup),
		hourlyPrice: unitPrice(catalog.hourlyPrice ?? rate?.price ?? 0),
		hourlyCost: unitPrice(rate?.loadedCost ?? 0),
		overheadPerHour: unitPrice(rate?.overheadPerHour ?? 0),
		overheadPercent: settings.overheadPercent,
		rounding: catalog.rounding
	};
}

/** What a catalog that has just come is priced by until somebody says otherwise: the first rate sheet, and the usual markup. */
export const firstTerms = (db: Orm) => ({
	markup: 4000,
	rounding: 'one' as const,
	hourlyPrice: null,
	sheetId: db.select({ id: laborSheets.id }).from(laborSheets).where(eq(laborSheets.setAside, false)).limit(1).get()?.id ?? null
});
