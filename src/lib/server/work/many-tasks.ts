import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/tasks';
import { and, asc, eq, isNotNull, isNull, max } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { addDays, daysBetween } from '../../core/time';
import { serve, whenever, type Context } from '../commands';
import { newId } from '../ids';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { phaseNamed, phasesOf } from './phases';
import { putDone } from './tasks';
import { taskParts, taskPeople, taskSteps, taskTemplates, tasks } from './schema';

type Task = typeof tasks.$inferSelect;

const listOf = (ctx: Context, jobId: string): Task[] =>
	ctx.db.select().from(tasks).where(eq(tasks.jobId, jobId)).orderBy(asc(tasks.position)).all();

/** Tasks of one job by their ids, in the order they stand. @throws Refusal for one of another job */
function ofOneJob(ctx: Context, taskIds: readonly string[]): [Task, ...Task[]] {
	const list = taskIds.map((id) => ctx.get(tasks, id, 'One of these tasks'));
	const [first] = list;
	if (!first || list.some((t) => t.jobId !== first.jobId)) throw new Refusal(say('task-belongs-to-another-job'), 'taskIds');
	return list.sort((a, b) => a.position - b.position) as [Task, ...Task[]]; // there is a first one
}

export const addTasks = serve(contract.addTasks, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const last = ctx.db
		.select({ n: max(tasks.position) })
		.from(tasks)
		.where(eq(tasks.jobId, job.id))
		.get()?.n;
	const phaseId = phaseNamed(ctx, job.id, i.phase);
	const taskIds = i.texts.map(
		(text, n) => ctx.insert(tasks, { id: newId(), jobId: job.id, phaseId, text: text.trim(), position: (last ?? -1) + 1 + n }).id
	);
	ctx.happened(`job:${job.id}`, 'work.add-tasks', { n: taskIds.length }, 'field');
	return { taskIds };
});

export const moveTasks = serve(contract.moveTasks, (ctx, i) => {
	const moved = ofOneJob(ctx, i.taskIds);
	const { jobId } = moved[0];
	const phaseId = phaseNamed(ctx, jobId, i.phase);
	const going = new Set(moved.map((t) => t.id));
	const rest = listOf(ctx, jobId).filter((t) => !going.has(t.id));
	// One that was taken off or moved away meanwhile is no place any more: then to the end of the phase.
	const at = i.beforeId === null ? -1 : rest.findIndex((t) => t.id === i.beforeId && t.phaseId === phaseId);
	const end = rest.findLastIndex((t) => t.phaseId === phaseId) + 1;
	const order = rest.toSpliced(at === -1 ? (end === 0 ? rest.length : end) : at, 0, ...moved);
	order.forEach((t, position) => {
		const phase = going.has(t.id) ? phaseId : t.phaseId;
		if (t.position !== position || t.phaseId !== phase) ctx.update(tasks, t.id, { position, phaseId: phase });
	});
	ctx.happened(`job:${jobId}`, 'work.move-tasks', { n: moved.length, first: moved[0].text, phase: i.phase }, 'field');
});

export const changeTasks = serve(contract.changeTasks, (ctx, i) => {
	const list = ofOneJob(ctx, i.taskIds);
	const { jobId } = list[0];
	if (i.personId) ctx.get(people, i.personId, 'This person');
	for (const t of list) {
		if (i.due !== undefined) ctx.update(tasks, t.id, { due: i.due, fromStart: null });
		if (i.personId) giveTo(ctx, t.id, i.personId);
		if (i.done !== undefined) putDone(ctx, ctx.get(tasks, t.id, 'One of these tasks'), i.done);
	}
	ctx.happened(`job:${jobId}`, 'work.change-tasks', { n: list.length, first: list[0].text }, 'field', 'today');
	if (i.done) ctx.happened(`job:${jobId}`, 'work.tick-task', { done: true, task: list[0].text, jobId }, 'field', 'today');
});

function giveTo(ctx: Context, taskId: string, personId: string): void {
	const has = ctx.db
		.select()
		.from(taskPeople)
		.where(and(eq(taskPeople.taskId, taskId), eq(taskPeople.personId, personId)))
		.get();
	if (!has) ctx.insert(taskPeople, { id: newId(), taskId, personId });
}

export const moveParts = serve(contract.moveParts, (ctx, i) => {
	let moved = 0;
	let jobId = '';
	for (const id of i.partIds) {
		const part = ctx.get(taskParts, id, 'One of these parts');
		const task = ctx.get(tasks, part.taskId, 'Its task');
		if (jobId !== '' && task.jobId !== jobId) throw new Refusal(say('task-belongs-to-another-job'), 'partIds');
		({ jobId } = task);
		if (part.state === i.state) continue;
		ctx.update(taskParts, part.id, { state: i.state });
		moved += 1;
	}
	if (moved > 0) ctx.happened(`job:${jobId}`, 'work.move-parts', { n: moved, state: i.state }, 'field');
	return { moved };
});

export const tasksFromPhases = serve(contract.tasksFromPhases, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const list = listOf(ctx, job.id);
	const bare = phasesOf(ctx.db, job.id).filter((p) => !list.some((t) => t.phaseId === p.id));
	let position = (list.at(-1)?.position ?? -1) + 1;
	for (const p of bare)
		ctx.insert(tasks, { id: newId(), jobId: job.id, phaseId: p.id, text: p.name, hours: p.hours, position: position++ });
	if (bare.length > 0) ctx.happened(`job:${job.id}`, 'work.add-tasks', { n: bare.length }, 'field');
	return { added: bare.length };
});

export const keepAsTemplate = serve(contract.keepAsTemplate, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const kind = i.kindOfWork.trim();
	const before = ctx.db.select().from(taskTemplates).orderBy(asc(taskTemplates.position)).all();
	for (const t of before.filter((t) => t.kindOfWork.toLowerCase() === kind.toLowerCase())) ctx.remove(taskTemplates, t.id);
	const names = new Map(phasesOf(ctx.db, job.id).map((p) => [p.id, p.name]));
	const list = listOf(ctx, job.id);
	let position = (before.at(-1)?.position ?? -1) + 1;
	for (const t of list) {
		const steps = ctx.db.select().from(taskSteps).where(eq(taskSteps.taskId, t.id)).orderBy(asc(taskSteps.position)).all();
		ctx.insert(taskTemplates, {
			...{
				id: newId(),
				kindOfWork: kind,
				phase: t.phaseId ? (names.get(t.phaseId) ?? '') : '',
				text: t.text,
				steps: steps.map((s) => s.text)
			},
			days: t.fromStart ?? (job.firstDay && t.due ? daysBetween(job.firstDay, t.due) : null),
			position: position++
		});
	}
	ctx.happened('company', 'work.task-templates', { templates: list.length });
	return { kept: list.length };
});

/** The first day of a job moves the tasks that are so many days from it and not done. */
whenever('jobs.days', (ctx, { jobId }) => {
	const { firstDay } = ctx.get(jobs, jobId, 'This job');
	if (firstDay === null) return;
	for (const t of ctx.db
		.select()
		.from(tasks)
		.where(and(eq(tasks.jobId, jobId), isNotNull(tasks.fromStart), isNull(tasks.doneAt)))
		.all())
		ctx.update(tasks, t.id, { due: addDays(firstDay, t.fromStart ?? 0) });
});
