import type { UnitSystem } from '../../core/measure';
import { settingsFrom, type CompanySettings } from '../../core/company';
import type { App } from '../app';
import type { Orm } from '../db';
import { company } from './schema';

/** What the company decided; before it is set up, what is usual. */
export const settingsOf = (db: Orm): CompanySettings =>
	db.select({ settings: company.settings }).from(company).get()?.settings ?? settingsFrom({});
/** The units that the company measures in. */
export const systemOf = (db: Orm): UnitSystem => db.select({ system: company.system }).from(company).get()?.system ?? 'imperial';
export const companyOf = (app: App) => {
	const own = app.db.orm.select().from(company).get();
	if (!own) throw new Error('The company is not set up. Run npm run demo, or set it up first.');
	return own;
};
