import type { Kept } from '$lib/client/kept-store';
import type { Input, OfflineName } from '$lib/contract';

/** What waits on the device, laid over what the server said last: it is shown as done here. */
const of = <N extends OfflineName>(kept: readonly Kept[], name: N): (Kept & { input: Input<N> })[] =>
	// The queue wrote each down under its own command's name.
	kept.filter((k) => k.name === name && k.refused === null) as (Kept & { input: Input<N> })[];

export interface Running {
	id: string;
	jobId: string | null;
	taskId: string | null;
	startedAt: number;
	job: string;
}

/**
 * The clock as it runs after what waits.
 * @param ahead how far our clock is ahead of the device's, in milliseconds
 */
export function runningWith(running: Running | null, kept: readonly Kept[], ahead: number): Running | null {
	let now = running;
	for (const k of kept) {
		if (k.refused !== null) continue;
		if (k.name === 'time.clock-off') now = null;
		if (k.name !== 'time.clock-on') continue;
		const { jobId, taskId } = k.input as Input<'time.clock-on'>; // written down under this name
		if (now?.jobId !== jobId || (taskId !== undefined && now?.taskId !== taskId))
			now = { id: k.key, jobId, taskId: taskId ?? null, startedAt: k.occurredAt + ahead, job: k.label.replace(/^[^,]+, /, '') };
	}
	return now;
}

/** Whether a task or step is ticked. */
export function tickedWith(done: boolean, kept: readonly Kept[], what: 'task' | 'step', id: string): boolean {
	const last =
		what === 'task'
			? of(kept, 'work.tick-task')
					.filter((k) => k.input.taskId === id)
					.at(-1)
			: of(kept, 'work.tick-step')
					.filter((k) => k.input.stepId === id)
					.at(-1);
	return last ? last.input.done : done;
}

/** Where a part is. */
export const partWith = <S extends string>(state: S, kept: readonly Kept[], partId: string): S =>
	(of(kept, 'work.move-part')
		.filter((k) => k.input.partId === partId)
		.at(-1)?.input.state as S | undefined) ?? state;

/** Whether a visit is done. */
export const visitWith = (done: boolean, kept: readonly Kept[], visitId: string): boolean =>
	of(kept, 'rounds.do-visit')
		.filter((k) => k.input.visitId === visitId)
		.at(-1)?.input.done ?? done;

/** Notes that wait, the newest first. */
export const notesWaiting = (kept: readonly Kept[]): { key: string; text: string; picture: boolean }[] =>
	of(kept, 'field.note')
		.map((k) => ({ key: k.key, text: k.input.text, picture: k.input.fileId !== null }))
		.reverse();

/** Whether something of the punch list is put right. */
export const punchWith = (done: boolean, kept: readonly Kept[], punchId: string): boolean =>
	of(kept, 'work.tick-punch')
		.filter((k) => k.input.punchId === punchId)
		.at(-1)?.input.done ?? done;

/** What was added to the punch list, found, or said, and waits. */
export const wordsWaiting = (kept: readonly Kept[], name: 'work.add-punch' | 'work.report-finding' | 'work.comment') =>
	of(kept, name).map((k) => ({ key: k.key, text: k.input.text }));

/** Material that waits. */
export const usedWaiting = (kept: readonly Kept[]): { key: string; label: string; quantity: number }[] =>
	of(kept, 'costs.use-material').map((k) => ({ key: k.key, label: k.label, quantity: k.input.quantity }));
