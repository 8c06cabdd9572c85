import { sql } from 'drizzle-orm';
import { customType, sqliteTable, text, real, check, integer } from 'drizzle-orm/sqlite-core';
import { type CompanySettings, settingsFrom, type SettingsGiven } from '../../core/company';
import type { Rate } from '../../core/money';
import type { WorkingHours, HolidayRule } from '../../core/planning';
import { id, words, version, ref } from '../db/columns';

/** Read complete: what a company never decided has its usual value, said in one place. */
const settings = customType<{ data: CompanySettings; driverData: string }>({
	dataType: () => 'text',
	fromDriver: (kept) => settingsFrom(JSON.parse(kept) as SettingsGiven),
	toDriver: (now) => JSON.stringify(now)
});

export const company = sqliteTable('company', {
	id: id(),
	name: text('name').notNull(),
	zone: text('zone').notNull(),
	system: text('system', { enum: ['imperial', 'metric'] }).notNull(),
	mail: words('mail'),
	phone: words('phone'),
	address: words('address'),
	hours: text('hours', { mode: 'json' }).$type<WorkingHours>().notNull(),
	holidays: text('holidays', { mode: 'json' }).$type<HolidayRule[]>().notNull(),
	settings: settings('settings').notNull(),
	version: version()
});

export const taxComponents = sqliteTable('tax_components', {
	id: id(),
	name: text('name').notNull(),
	rates: text('rates', { mode: 'json' }).$type<{ from: string; rate: Rate }[]>().notNull()
});

export const taxCodes = sqliteTable('tax_codes', {
	id: id(),
	name: text('name').notNull(),
	componentIds: text('component_ids', { mode: 'json' }).$type<string[]>().notNull()
});

export const branches = sqliteTable('branches', {
	id: id(),
	name: text('name').notNull(),
	address: words('address'),
	lat: real('lat'),
	lng: real('lng'),
	/** What taxable lines of its jobs are taxed with; null: as the item says. */
	taxCodeId: ref('tax_code_id').references(() => taxCodes.id),
	/** The week its people work; null: the company's. */
	hours: text('hours', { mode: 'json' }).$type<WorkingHours>()
});

export const counters = sqliteTable('counters', { id: id(), next: integer('next').notNull() }, (t) => [
	check('counters_positive', sql`${t.next} > 0`)
]);
