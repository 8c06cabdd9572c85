import { blob, check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { Kind } from '../../../core/pricing';
import { people } from './company';
import { jobs } from './sales';
import { cents, day, flag, id, instant, ref, version, words } from './columns';

/** A part of a job that is planned, worked and counted on its own. Budget, materials, lines, tasks, shifts, time and costs refer to it; null there: no phase. */
export const phases = sqliteTable(
	'phases',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		name: text('name').notNull(),
		/** Sold, ten-thousandths of an hour. */
		hours: integer('hours').notNull(),
		position: integer('position').notNull(),
		/** The days it is laid over, both included; null: not laid over days yet. */
		from: day('from_day'),
		to: day('to_day'),
		/** As somebody sees it, hundredths of a percent. */
		percentComplete: integer('percent_complete'),
		version: version()
	},
	(t) => [
		index('phases_job').on(t.jobId, t.position),
		index('phases_to').on(t.to),
		uniqueIndex('phases_name').on(t.jobId, t.name),
		check('phases_days', sql`(${t.from} is null) = (${t.to} is null) and (${t.from} is null or ${t.to} >= ${t.from})`)
	]
);
/** The phase a row belongs to, or none. */
export const phaseRef = () => ref('phase_id').references(() => phases.id);

export const budgetRows = sqliteTable(
	'budget_rows',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		kind: text('kind').$type<Kind>().notNull(),
		cost: cents('cost').notNull(),
		hours: integer('hours').notNull(),
		price: cents('price').notNull(),
		/** The change order that brought it; null: sold at first. */
		change: integer('change_number')
	},
	(t) => [index('budget_rows_job').on(t.jobId)]
);

export const jobMaterials = sqliteTable(
	'job_materials',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		itemId: ref('item_id'),
		name: text('name').notNull(),
		unit: text('unit').notNull(),
		quantity: integer('quantity').notNull(),
		cost: cents('cost').notNull()
	},
	(t) => [index('job_materials_job').on(t.jobId)]
);

/** The lines a job is billed by. */
export const contractLines = sqliteTable(
	'contract_lines',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		position: integer('position').notNull(),
		scope: text('scope').notNull(),
		text: text('text').notNull(),
		amount: cents('amount').notNull(),
		taxCodeId: ref('tax_code_id'),
		phaseId: phaseRef(),
		change: integer('change_number')
	},
	(t) => [index('contract_lines_job').on(t.jobId, t.position)]
);

export const shifts = sqliteTable(
	'shifts',
	{
		id: id(),
		/** Whose it is: a person's, a firm's, or nobody's yet. */
		personId: ref('person_id').references(() => people.id),
		firmId: ref('firm_id'),
		/** The question it waits for the answer of, of a firm's. */
		askId: ref('ask_id'),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		day: day('day').notNull(),
		from: integer('from_minute'),
		to: integer('to_minute'),
		note: words('note'),
		version: version()
	},
	(t) => [
		index('shifts_day').on(t.day),
		index('shifts_person').on(t.personId, t.day),
		index('shifts_job').on(t.jobId, t.day),
		index('shifts_firm')
			.on(t.firmId, t.day)
			.where(sql`firm_id is not null`),
		check(
			'shifts_span',
			sql`(${t.from} is null) = (${t.to} is null) and (${t.from} is null or (${t.from} between 0 and 1439 and ${t.to} > ${t.from} and ${t.to} <= 2160))`
		)
	]
);

export const timeEntries = sqliteTable(
	'time_entries',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		jobId: ref('job_id').references(() => jobs.id),
		phaseId: phaseRef(),
		startedAt: instant('started_at').notNull(),
		endedAt: instant('ended_at'),
		zone: text('zone').notNull(),
		breakMinutes: integer('break_minutes').notNull().default(0),
		note: words('note'),
		sheetId: ref('sheet_id'),
		loadedCost: integer('loaded_cost').notNull(),
		price: integer('price').notNull(),
		conflict: flag('conflict'),
		version: version()
	},
	(t) => [
		index('time_entries_person').on(t.personId, t.startedAt),
		index('time_entries_job').on(t.jobId, t.startedAt),
		index('time_entries_running').on(t.endedAt),
		index('time_entries_started').on(t.startedAt),
		index('time_entries_conflict')
			.on(t.startedAt)
			.where(sql`conflict = 1`),
		check('time_entries_order', sql`${t.endedAt} is null or ${t.endedAt} >= ${t.startedAt}`)
	]
);

/** A person's week was looked at and approved: its entries stand until that is taken back. */
export const approvedWeeks = sqliteTable(
	'approved_weeks',
	{
		id: id(),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		/** The first day of the payroll week. */
		week: day('week').notNull(),
		minutes: integer('minutes').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [uniqueIndex('approved_weeks_one').on(t.personId, t.week), index('approved_weeks_week').on(t.week)]
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

export const fieldNotes = sqliteTable(
	'field_notes',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		at: instant('at').notNull(),
		text: words('text'),
		fileId: ref('file_id').references(() => files.id)
	},
	(t) => [index('field_notes_job').on(t.jobId, t.at), index('field_notes_at').on(t.at)]
);

/** What has to be done on a job, by phase. */
export const tasks = sqliteTable(
	'tasks',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		text: text('text').notNull(),
		note: words('note'),
		due: day('due'),
		position: integer('position').notNull(),
		doneAt: integer('done_at'),
		doneBy: words('done_by'),
		version: version()
	},
	(t) => [
		index('tasks_job').on(t.jobId, t.position),
		index('tasks_due')
			.on(t.due)
			.where(sql`done_at is null and due is not null`)
	]
);

/** Who a task is for. */
export const taskPeople = sqliteTable(
	'task_people',
	{
		id: id(),
		taskId: ref('task_id')
			.notNull()
			.references(() => tasks.id),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id)
	},
	(t) => [uniqueIndex('task_people_one').on(t.taskId, t.personId), index('task_people_person').on(t.personId)]
);

/** The steps of a task, ticked one by one. */
export const taskSteps = sqliteTable(
	'task_steps',
	{
		id: id(),
		taskId: ref('task_id')
			.notNull()
			.references(() => tasks.id),
		text: text('text').notNull(),
		position: integer('position').notNull(),
		doneAt: integer('done_at'),
		doneBy: words('done_by')
	},
	(t) => [index('task_steps_task').on(t.taskId, t.position)]
);

/** A material of the job that a task needs, and where it is: to order, on hand, on truck, fitted. */
export const taskParts = sqliteTable(
	'task_parts',
	{
		id: id(),
		taskId: ref('task_id')
			.notNull()
			.references(() => tasks.id),
		materialId: ref('material_id').references(() => jobMaterials.id),
		name: text('name').notNull(),
		unit: text('unit').notNull(),
		quantity: integer('quantity').notNull(),
		state: text('state', { enum: ['to order', 'on hand', 'on truck', 'fitted'] })
			.notNull()
			.default('to order'),
		version: version()
	},
	(t) => [index('task_parts_task').on(t.taskId), index('task_parts_material').on(t.materialId)]
);

/** Tasks that every job of a kind of work begins with; '' is for all kinds. */
export const taskTemplates = sqliteTable('task_templates', {
	id: id(),
	kindOfWork: words('kind_of_work'),
	phase: words('phase'),
	text: text('text').notNull(),
	steps: text('steps', { mode: 'json' }).$type<string[]>().notNull().default([]),
	position: integer('position').notNull()
});

/** Pictures, re-encoded on arrival; kept in the same file so that a backup is whole. */
export const files = sqliteTable('files', {
	id: id(),
	type: text('type').notNull(),
	width: integer('width').notNull(),
	height: integer('height').notNull(),
	bytes: blob('bytes', { mode: 'buffer' }).notNull(),
	thumb: blob('thumb', { mode: 'buffer' }).notNull(),
	createdAt: instant('created_at').notNull()
});

/** A document that belongs to a record: a data sheet of an item, a plan of a job. Kept as it came, never shown inside our own pages. */
export const attachments = sqliteTable(
	'attachments',
	{
		id: id(),
		/** What it belongs to, as history names it: item:…, job:… */
		subject: text('subject').notNull(),
		name: text('name').notNull(),
		bytes: blob('bytes', { mode: 'buffer' }).notNull(),
		size: integer('size').notNull(),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [index('attachments_subject').on(t.subject)]
);
