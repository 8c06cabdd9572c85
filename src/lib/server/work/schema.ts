import { sql } from 'drizzle-orm';
import { sqliteTable, text, integer, index, uniqueIndex, check } from 'drizzle-orm/sqlite-core';
import type { Kind } from '../../core/pricing';
import { PERMIT_STATES, SEEN_BY } from '../../core/work';
import { id, ref, day, version, cents, words, flag, instant } from '../db/columns';
import { files } from '../files/schema';
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
		/** It lasts so many days on the calendar, free ones too; else so many working days. */
		calendarDays: flag('calendar_days'),
		/** Rain moves it. */
		outdoor: flag('outdoor'),
		/** What everybody on it must be able to do, with commas between. */
		skills: words('skills'),
		/** How many people it takes; null: a whole crew. */
		people: integer('people'),
		version: version()
	},
	(t) => [
		index('phases_job').on(t.jobId, t.position),
		index('phases_to').on(t.to),
		uniqueIndex('phases_name').on(t.jobId, t.name),
		check('phases_days', sql`(${t.from} is null) = (${t.to} is null) and (${t.from} is null or ${t.to} >= ${t.from})`)
	]
);

/** A phase that may begin only so many working days after another has ended. */
export const phaseLinks = sqliteTable(
	'phase_links',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		beforeId: ref('before_id')
			.notNull()
			.references(() => phases.id),
		afterId: ref('after_id')
			.notNull()
			.references(() => phases.id),
		pause: integer('pause').notNull().default(0)
	},
	(t) => [index('phase_links_job').on(t.jobId), uniqueIndex('phase_links_one').on(t.beforeId, t.afterId)]
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
		change: integer('change_number'),
		/** The season agreement that bills it instead of the contract; null: the contract does. */
		agreementId: ref('agreement_id')
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
		/** Calendar days from the first day of the job: its due day follows that; null: it has a day of its own, or none. */
		fromStart: integer('from_start'),
		/** Hours it was sold with, ten-thousandths; 0: not said. */
		hours: integer('hours').notNull().default(0),
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
	/** Calendar days from the first day of the job; null: no due day. */
	days: integer('days'),
	position: integer('position').notNull()
});

/** What is still to be put right before a job is closed. */
export const punchItems = sqliteTable(
	'punch_items',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		text: text('text').notNull(),
		/** Where on the site. */
		place: words('place'),
		personId: ref('person_id').references(() => people.id),
		due: day('due'),
		fileId: ref('file_id').references(() => files.id),
		doneAt: integer('done_at'),
		doneBy: words('done_by'),
		createdAt: instant('created_at').notNull(),
		createdBy: words('created_by'),
		version: version()
	},
	(t) => [
		index('punch_items_job').on(t.jobId, t.createdAt),
		index('punch_items_open')
			.on(t.jobId)
			.where(sql`done_at is null`)
	]
);

/** What an authority must grant, or pass. A phase that has one which is not there waits for it. */
export const permits = sqliteTable(
	'permits',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		kind: text('kind', { enum: ['permit', 'inspection'] }).notNull(),
		name: text('name').notNull(),
		/** Who grants or passes it. */
		authority: words('authority'),
		state: text('state', { enum: PERMIT_STATES }).notNull().default('to ask'),
		/** Asked on; the day the inspector comes; granted, passed or failed on; good until. */
		askedOn: day('asked_on'),
		dueOn: day('due_on'),
		answeredOn: day('answered_on'),
		expiresOn: day('expires_on'),
		note: words('note'),
		version: version()
	},
	(t) => [
		index('permits_job').on(t.jobId),
		index('permits_due').on(t.dueOn),
		index('permits_expires')
			.on(t.expiresOn)
			.where(sql`expires_on is not null`)
	]
);

/** What was said on a job, or on one of its tasks, by those who work on it. Put right and taken back so that it shows. */
export const jobComments = sqliteTable(
	'job_comments',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		taskId: ref('task_id').references(() => tasks.id),
		text: text('text').notNull(),
		byId: ref('by_id').references(() => people.id),
		byName: words('by_name'),
		at: instant('at').notNull(),
		changedAt: integer('changed_at'),
		takenBackAt: integer('taken_back_at'),
		version: version()
	},
	(t) => [index('job_comments_job').on(t.jobId, t.at), index('job_comments_task').on(t.taskId)]
);

/** Who was named in a comment, and when they read it. */
export const jobMentions = sqliteTable(
	'job_mentions',
	{
		id: id(),
		commentId: ref('comment_id')
			.notNull()
			.references(() => jobComments.id),
		personId: ref('person_id')
			.notNull()
			.references(() => people.id),
		readAt: integer('read_at')
	},
	(t) => [
		uniqueIndex('job_mentions_one').on(t.commentId, t.personId),
		index('job_mentions_open')
			.on(t.personId)
			.where(sql`read_at is null`)
	]
);

/** Found on site and not part of what was sold: it becomes a change order, or is let be with a reason. */
export const findings = sqliteTable(
	'findings',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		text: text('text').notNull(),
		fileId: ref('file_id').references(() => files.id),
		/** The crew went on with it before it was agreed. */
		begun: flag('begun'),
		state: text('state', { enum: ['open', 'priced', 'let be'] })
			.notNull()
			.default('open'),
		/** The change order it became. */
		change: integer('change_number'),
		reason: words('reason'),
		foundAt: instant('found_at').notNull(),
		foundBy: words('found_by'),
		version: version()
	},
	(t) => [
		index('findings_job').on(t.jobId, t.foundAt),
		index('findings_open')
			.on(t.foundAt)
			.where(sql`state = 'open'`)
	]
);

/** A job's day as its lead completes it: what is gathered (hours, tasks, pictures, deliveries) is read when it is shown. */
export const dailyLogs = sqliteTable(
	'daily_logs',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		day: day('day').notNull(),
		weather: words('weather'),
		done: words('done'),
		hindered: words('hindered'),
		deliveries: words('deliveries'),
		byName: words('by_name'),
		at: instant('at').notNull(),
		version: version()
	},
	(t) => [uniqueIndex('daily_logs_one').on(t.jobId, t.day)]
);

/** What a customer wrote about a job, as it came by mail; taken once by its Message-ID. */
export const jobMails = sqliteTable(
	'job_mails',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		fromName: words('from_name'),
		fromMail: text('from_mail').notNull(),
		subject: words('subject'),
		text: text('text').notNull(),
		messageId: text('message_id').notNull(),
		at: instant('at').notNull(),
		readAt: integer('read_at'),
		readBy: words('read_by')
	},
	(t) => [
		uniqueIndex('job_mails_message').on(t.messageId),
		index('job_mails_job').on(t.jobId, t.at),
		index('job_mails_unread')
			.on(t.at)
			.where(sql`read_at is null`)
	]
);

/** A file of a job: what it is called and who may see it. Its versions are attachments, the newest counts. */
export const jobFiles = sqliteTable(
	'job_files',
	{
		id: id(),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		folder: text('folder').notNull().default('other'),
		name: text('name').notNull(),
		seenBy: text('seen_by', { enum: SEEN_BY }).notNull().default('office'),
		/** The task it is needed for: a drawing, a picture of how it has to be. */
		taskId: ref('task_id').references(() => tasks.id),
		/** The last day it is good: of a permit, of an insurance. */
		expiresOn: day('expires_on'),
		aside: flag('aside'),
		version: version()
	},
	(t) => [
		index('job_files_job').on(t.jobId, t.folder),
		index('job_files_task')
			.on(t.taskId)
			.where(sql`task_id is not null`),
		index('job_files_expires')
			.on(t.expiresOn)
			.where(sql`expires_on is not null`)
	]
);
