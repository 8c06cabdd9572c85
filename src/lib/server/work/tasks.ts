import { phaseNamed } from './phases';
import * as contract from '../../contract/work/tasks';
import { asc, eq, getTableColumns, max, sql } from 'drizzle-orm';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import { company, jobs, phases, taskTemplates, tasks } from '../db/schema';
import { newId } from '../ids';

export const saveTemplates = serve(contract.saveTemplates, (ctx, i) => {
	// Kept with the company: who saves an older list is told.
	ctx.update(company, 'company', { settings: ctx.get(company, 'company', 'The company').settings }, i.version);
	for (const t of ctx.db.select({ id: taskTemplates.id }).from(taskTemplates).all()) ctx.remove(taskTemplates, t.id);
	i.templates.forEach((t, position) => ctx.insert(taskTemplates, { id: newId(), ...t, text: t.text.trim(), position }));
	ctx.happened('company', 'work.task-templates', { templates: i.templates.length });
});

export const templatesOf = (app: App) =>
	app.db.orm
		.select({ kindOfWork: taskTemplates.kindOfWork, phase: taskTemplates.phase, text: taskTemplates.text })
		.from(taskTemplates)
		.orderBy(asc(taskTemplates.position))
		.all();

/** Tasks of a won job, from the template of its kind of work and from that of all kinds. @returns how many */
export function tasksFromTemplate(ctx: Context, job: typeof jobs.$inferSelect): number {
	const wanted = ctx.db
		.select()
		.from(taskTemplates)
		.orderBy(asc(taskTemplates.position))
		.all()
		.filter((t) => t.kindOfWork === '' || t.kindOfWork.toLowerCase() === job.kindOfWork.toLowerCase());
	wanted.forEach((t, position) =>
		ctx.insert(tasks, { id: newId(), jobId: job.id, phaseId: phaseNamed(ctx, job.id, t.phase), text: t.text, position })
	);
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

export const removeTask = serve(contract.removeTask, (ctx, i) => {
	const task = ctx.get(tasks, i.taskId, 'This task');
	ctx.remove(tasks, task.id);
	ctx.happened(`job:${task.jobId}`, 'work.remove-task', { task: task.text });
});

export const tickTask = serve(contract.tickTask, (ctx, i) => {
	const task = ctx.get(tasks, i.taskId, 'This task');
	if ((task.doneAt !== null) === i.done) return;
	ctx.update(tasks, task.id, i.done ? { doneAt: ctx.now, doneBy: ctx.who.name } : { doneAt: null, doneBy: '' });
	ctx.happened(`job:${task.jobId}`, 'work.tick-task', { done: i.done, task: task.text }, 'field');
});

export const tasksOf = (app: App, jobId: string) =>
	app.db.orm
		.select({ ...getTableColumns(tasks), phase: sql<string>`coalesce(${phases.name}, '')` })
		.from(tasks)
		.leftJoin(phases, eq(phases.id, tasks.phaseId))
		.where(eq(tasks.jobId, jobId))
		.orderBy(asc(tasks.position))
		.all();
