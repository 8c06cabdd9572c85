import { sql } from 'drizzle-orm';
import { sqliteTable, text, index, check, integer, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Kind } from '../../core/pricing';
import { id, ref, cents, version, day, flag } from '../db/columns';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { timeEntries } from '../time/schema';
import { phaseRef } from '../work/schema';

/** What somebody expects a phase and kind of a job still to cost. */
export const remainders = sqliteTable(
	'remainders',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		kind: text('kind').$type<Kind>().notNull(),
		amount: cents('amount').notNull(),
		version: version()
	},
	(t) => [index('remainders_job').on(t.jobId), check('remainders_amount', sql`${t.amount} >= 0`)]
);

export const costEntries = sqliteTable(
	'cost_entries',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		kind: text('kind').$type<Kind>().notNull(),
		name: text('name').notNull(),
		itemId: ref('item_id'),
		timeEntryId: ref('time_entry_id').references(() => timeEntries.id),
		/** What it comes from, where that may make it once only: `visit:ID`. */
		source: text('source'),
		personId: ref('person_id').references(() => people.id),
		day: day('day').notNull(),
		quantity: integer('quantity').notNull(),
		unit: text('unit').notNull(),
		unitCost: integer('unit_cost').notNull(),
		cost: cents('cost').notNull(),
		charge: cents('charge').notNull(),
		taxCodeId: ref('tax_code_id'),
		state: text('state', { enum: ['to bill', 'billed', 'absorbed'] })
			.notNull()
			.default('to bill'),
		/** What of its charge is billed. The charge is fixed with its first part. */
		billed: cents('billed').notNull().default(0),
		/** At catalog cost until its supplier's bill says what it was. */
		toConfirm: flag('to_confirm'),
		version: version()
	},
	(t) => [
		index('cost_entries_item')
			.on(t.jobId, t.itemId)
			.where(sql`to_confirm = 1`),
		index('cost_entries_job').on(t.jobId, t.day),
		uniqueIndex('cost_entries_time').on(t.timeEntryId),
		uniqueIndex('cost_entries_source').on(t.source),
		index('cost_entries_state').on(t.state),
		index('cost_entries_day').on(t.day)
	]
);
