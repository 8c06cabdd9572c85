import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, uniqueIndex, check } from 'drizzle-orm/sqlite-core';
import type { Kind } from '../../core/pricing';
import { id, ref, day, version, cents, words } from '../db/columns';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';

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
