import { say } from '../../contract/refusals/work';
import { phaseNamed } from './phases';
import * as contract from '../../contract/work/tasks';
import { and, asc, eq, getTableColumns, inArray, isNull, lt, max, sql } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { Refusal } from '../../core/refusal';
import { addDays, type Day } from '../../core/time';
import type { App } from '../app';
import { notNegative, serve, type Context } from '../commands';
import { company } from '../company/schema';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { timeEntries } from '../time/schema';
import { jobComments, jobFiles, jobMaterials, phases, taskParts, taskPeople, taskSteps, taskTemplates, tasks } from './schema';
import { newId } from '../ids';

export const saveTemplates = serve(contract.saveTemplates, (ctx, i) => {
	// Kept with the company: who saves an older list is told.
	ctx.update(company, 'company', { settings: ctx.get(company, 'company', 'The company').settings }, i.version);
	for (const t of ctx.db.select({ id: taskTemplates.id }).from(taskTemplates).all()) ctx.remove(taskTemplates, t.id);
	i.templates.forEach((t, position) =>
		ctx.insert(taskTemplates, { id: newId(), ...t, days: t.days ?? null, steps: t.steps ?? [], text: t.text.trim(), position })
	);
	ctx.happened('company', 'work.task-templates', { templates: i.templates.length });
});

export const templatesOf = (app: App) =>
	app.db.orm
		.select({
			kindOfWork: taskTemplates.kindOfWork,
			phase: taskTemplates.phase,
			text: taskTemplates.text,
			steps: taskTemplates.steps,
			days: taskTemplates.days
		})
		.from(taskTemplates)
		.orderBy(asc(taskTemplates.position))
		.all();

/** The day that many days after the first of a job. */
const dueFrom = (first: Day | null, days: number | null): Day | null => (first === null || days === null ? null : addDays(first, days));

/** Tasks of a won job, from the template of its kind of work and from that of all kinds. @returns how many */
export function tasksFromTemplate(ctx: Context, job: typeof jobs.$inferSelect): number {
	const wanted = ctx.db
		.select()
		.from(taskTemplates)
		.orderBy(asc(taskTemplates.position))
		.all()
		.filter((t) => t.kindOfWork === '' || t.kindOfWork.toLowerCase() === job.kindOfWork.toLowerCase());
	wanted.forEach((t, position) => {
		const task = ctx.insert(tasks, {
			...{ id: newId(), jobId: job.id, phaseId: phaseNamed(ctx, job.id, t.phase), text: t.text, position, fromStart: t.days },
			due: dueFrom(job.firstDay, t.days)
		});
		addSteps(ctx, task.id, t.steps);
	});
	return wanted.length;
}

export const addTask = serve(contract.addTask, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const last =
		ctx.db
			.select({ n: max(tasks.position) })
			.from(tasks)
			.where(eq(tasks.jobId, job.id))
			.get()?.n ?? -1;
	const task = ctx.insert(tasks, {
		id: newId(),
		jobId: job.id,
		phaseId: phaseNamed(ctx, job.id, i.phase),
		text: i.text.trim(),
		position: last + 1
	});
	ctx.happened(`job:${job.id}`, 'work.add-task', { task: task.text });
	return { taskId: task.id };
});

const addSteps = (ctx: Context, taskId: string, steps: readonly string[], first = 0): void =>
	steps.forEach((text, n) => ctx.insert(taskSteps, { id: newId(), taskId, text: text.trim(), position: first + n }));

export const changeTask = serve(contract.changeTask, (ctx, i) => {
	const task = ctx.get(tasks, i.taskId, 'This task');
	ctx.update(
		tasks,
		task.id,
		{
			...{ phaseId: phaseNamed(ctx, task.jobId, i.phase), text: i.text.trim(), note: i.note.trim(), due: i.due },
			// A day that somebody typed does not follow the first day of the job any more.
			...(i.due === task.due ? {} : { fromStart: null }),
			...(i.hours === undefined ? {} : { hours: notNegative(i.hours, 'hours') })
		},
		i.version
	);
	setPeople(ctx, task.id, i.people);
	setSteps(ctx, task.id, i.steps);
	ctx.happened(`job:${task.jobId}`, 'work.change-task', { task: i.text.trim() }, 'field', 'today');
});

function setPeople(ctx: Context, taskId: string, wanted: readonly string[]): void {
	const now = ctx.db.select().from(taskPeople).where(eq(taskPeople.taskId, taskId)).all();
	for (const t of now) if (!wanted.includes(t.personId)) ctx.remove(taskPeople, t.id);
	for (const personId of wanted)
		if (!now.some((t) => t.personId === personId)) {
			ctx.get(people, personId, 'This person');
			ctx.insert(taskPeople, { id: newId(), taskId, personId });
		}
}

function setSteps(ctx: Context, taskId: string, wanted: readonly { id: string | null; text: string }[]): void {
	const now = ctx.db.select().from(taskSteps).where(eq(taskSteps.taskId, taskId)).all();
	for (const s of now) if (!wanted.some((w) => w.id === s.id)) ctx.remove(taskSteps, s.id);
	wanted.forEach((w, position) => {
		const known = now.find((s) => s.id === w.id);
		if (!known) ctx.insert(taskSteps, { id: newId(), taskId, text: w.text.trim(), position });
		else if (known.text !== w.text.trim() || known.position !== position)
			ctx.update(taskSteps, known.id, { text: w.text.trim(), position });
	});
}

export const removeTask = serve(contract.removeTask, (ctx, i) => {
	const task = ctx.get(tasks, i.taskId, 'This task');
	for (const table of [taskSteps, taskPeople, taskParts])
		for (const row of ctx.db.select({ id: table.id }).from(table).where(eq(table.taskId, task.id)).all()) ctx.remove(table, row.id);
	// Time that was worked on it keeps its phase; words that were said on it, and its files, stay with the job.
	for (const t of ctx.db.select({ id: timeEntries.id }).from(timeEntries).where(eq(timeEntries.taskId, task.id)).all())
		ctx.update(timeEntries, t.id, { taskId: null });
	for (const c of ctx.db.select({ id: jobComments.id }).from(jobComments).where(eq(jobComments.taskId, task.id)).all())
		ctx.update(jobComments, c.id, { taskId: null });
	for (const f of ctx.db.select({ id: jobFiles.id }).from(jobFiles).where(eq(jobFiles.taskId, task.id)).all())
		ctx.update(jobFiles, f.id, { taskId: null });
	ctx.remove(tasks, task.id);
	ctx.happened(`job:${task.jobId}`, 'work.remove-task', { task: task.text });
});

/** A task that is done is done with all its steps; opened again, it keeps what was ticked. @returns whether it was otherwise before */
export function putDone(ctx: Context, task: typeof tasks.$inferSelect, done: boolean): boolean {
	if ((task.doneAt !== null) === done) return false;
	ctx.update(tasks, task.id, done ? { doneAt: ctx.doneAt, doneBy: ctx.who.name } : { doneAt: null, doneBy: '' });
	if (done)
		for (const s of ctx.db.select().from(taskSteps).where(eq(taskSteps.taskId, task.id)).all())
			if (s.doneAt === null) ctx.update(taskSteps, s.id, { doneAt: ctx.doneAt, doneBy: ctx.who.name });
	return true;
}

export const tickTask = serve(contract.tickTask, (ctx, i) => {
	const task = ctx.get(tasks, i.taskId, 'This task');
	if (!putDone(ctx, task, i.done)) return;
	ctx.happened(`job:${task.jobId}`, 'work.tick-task', { done: i.done, task: task.text, jobId: task.jobId }, 'field', 'today');
});

export const tickStep = serve(contract.tickStep, (ctx, i) => {
	const step = ctx.get(taskSteps, i.stepId, 'This step');
	if ((step.doneAt !== null) === i.done) return;
	const task = ctx.get(tasks, step.taskId, 'This task');
	ctx.update(taskSteps, step.id, i.done ? { doneAt: ctx.doneAt, doneBy: ctx.who.name } : { doneAt: null, doneBy: '' });
	// What has an open step is not done.
	if (!i.done && task.doneAt !== null) ctx.update(tasks, task.id, { doneAt: null, doneBy: '' });
	ctx.happened(`job:${task.jobId}`, 'work.tick-step', { done: i.done, step: step.text, task: task.text }, 'field');
});

export const giveParts = serve(contract.giveParts, (ctx, i) => {
	const task = ctx.get(tasks, i.taskId, 'This task');
	let given = 0;
	for (const id of i.materialIds) {
		const m = ctx.get(jobMaterials, id, 'This material');
		if (m.jobId !== task.jobId) throw new Refusal(say('material-belongs-to-another-job'), 'materialIds');
		const before = ctx.db.select({ n: taskParts.quantity }).from(taskParts).where(eq(taskParts.materialId, id)).all();
		const left = m.quantity - before.reduce((a, p) => a + p.n, 0);
		if (left <= 0) continue;
		ctx.insert(taskParts, { id: newId(), taskId: task.id, materialId: id, name: m.name, unit: m.unit, quantity: left });
		given += 1;
	}
	if (given === 0) throw new Refusal(say('all-of-given-to-tasks-already'), 'materialIds');
	ctx.happened(`job:${task.jobId}`, 'work.give-parts', { parts: given, task: task.text }, 'field');
	return { parts: given };
});

export const movePart = serve(contract.movePart, (ctx, i) => {
	const part = ctx.get(taskParts, i.partId, 'This part');
	if (part.state === i.state) return;
	const task = ctx.get(tasks, part.taskId, 'Its task');
	ctx.update(taskParts, part.id, { state: i.state }, i.version);
	ctx.happened(`job:${task.jobId}`, 'work.move-part', { part: part.name, state: i.state }, 'field');
});

export const removePart = serve(contract.removePart, (ctx, i) => {
	const part = ctx.get(taskParts, i.partId, 'This part');
	const task = ctx.get(tasks, part.taskId, 'Its task');
	ctx.remove(taskParts, part.id);
	ctx.happened(`job:${task.jobId}`, 'work.remove-part', { part: part.name, task: task.text }, 'field');
});

/** The work list of a job: each task with its people, steps and parts. */
export function workList(app: App, jobId: string) {
	const db = app.db.orm;
	const list = tasksOf(app, jobId);
	const ids = list.map((t) => t.id);
	if (ids.length === 0) return [];
	const steps = grouped(
		db.select().from(taskSteps).where(inArray(taskSteps.taskId, ids)).orderBy(asc(taskSteps.position)).all(),
		(s) => s.taskId
	);
	const parts = grouped(
		db.select().from(taskParts).where(inArray(taskParts.taskId, ids)).orderBy(asc(taskParts.name)).all(),
		(p) => p.taskId
	);
	const who = grouped(
		db
			.select({ taskId: taskPeople.taskId, id: people.id, name: people.name })
			.from(taskPeople)
			.innerJoin(people, eq(people.id, taskPeople.personId))
			.where(inArray(taskPeople.taskId, ids))
			.all(),
		(p) => p.taskId
	);
	return list.map((t) => ({ ...t, steps: steps.get(t.id) ?? [], parts: parts.get(t.id) ?? [], people: who.get(t.id) ?? [] }));
}

/** Tasks whose day has come and that are not done, of jobs that are worked on. */
export const tasksDue = (app: App, today: Day) =>
	app.db.orm
		.select({ id: tasks.id, text: tasks.text, due: tasks.due, jobId: jobs.id, job: jobs.name })
		.from(tasks)
		.innerJoin(jobs, eq(jobs.id, tasks.jobId))
		.where(and(isNull(tasks.doneAt), lt(tasks.due, today)))
		.orderBy(asc(tasks.due))
		.limit(50)
		.all();

export const tasksOf = (app: App, jobId: string) =>
	app.db.orm
		.select({ ...getTableColumns(tasks), phase: sql<string>`coalesce(${phases.name}, '')` })
		.from(tasks)
		.leftJoin(phases, eq(phases.id, tasks.phaseId))
		.where(eq(tasks.jobId, jobId))
		.orderBy(asc(tasks.position))
		.all();
