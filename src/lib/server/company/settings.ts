import { settingsFrom, type CompanySettings } from '../../core/company';
import type { Orm } from '../db/open';
import { company } from '../db/schema';

/** What the company decided; before it is set up, what is usual. */
export const settingsOf = (db: Orm): CompanySettings =>
	db.select({ settings: company.settings }).from(company).get()?.settings ?? settingsFrom({});
