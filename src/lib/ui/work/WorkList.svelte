<script lang="ts">
	import Form from '../forms/Form.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { formatMinutes, formatQuantity } from '$lib/core/money';
	import { showDay } from '../shell/dates';
	import { groupBy } from '../lists';
	import { onDestroy, type Snippet } from 'svelte';
	import { told } from '$lib/client/told';
	import { progressOf } from '$lib/core/work';
	import { Drags } from '../drag/drags';
	import PartsDialog from './PartsDialog.svelte';
	import PlanTaskDialog from './PlanTaskDialog.svelte';
	import TaskBulk from './TaskBulk.svelte';
	import TaskDialog from './TaskDialog.svelte';
	import { PART_STATES, type Material, type Task } from './tasks';
	/** The work list of a job whole: tasks by phase, each with its people, day, steps and parts. */
	interface Props {
		jobId: string;
		tasks: Task[];
		phases: string[];
		materials: Material[];
		staff: { id: string; name: string }[];
		today: string;
		mayChange: boolean;
		mayTick: boolean;
		mayPlan: boolean;
		/** What is needed for a task: drawings, pictures. */
		files?: { id: string; name: string; taskId: string }[];
		/** What is said on a task. */
		talk: Snippet<[string]>;
		/** How much was said on a task. */
		said: (taskId: string) => number;
		kindOfWork: string;
		mayKeep: boolean;
	}
	let {
		jobId,
		tasks,
		phases,
		materials,
		staff,
		today,
		mayChange,
		mayTick,
		mayPlan,
		talk,
		said,
		kindOfWork,
		mayKeep,
		files = []
	}: Props = $props();
	const order = $derived(new Map(phases.map((p, n) => [p, n])));
	const groups = $derived(groupBy(tasks, (t) => t.phase).sort(([a], [b]) => (order.get(a) ?? -1) - (order.get(b) ?? -1)));
	let text = $state('');
	let phase = $state('');
	let problem = $state('');
	let editing = $state<string | null>(null);
	let giving = $state<string | null>(null);
	let personId = $state('');
	/** Phases whose done tasks are shown. */
	let open: string[] = $state([]);
	const shown = (name: string, list: Task[]) =>
		list.filter((t) => (!personId || t.people.some((p) => p.id === personId)) && (t.doneAt === null || open.includes(name)));
	const doneIn = (list: Task[]) => list.filter((t) => t.doneAt !== null).length;
	const far = (list: Task[]) => Math.round((progressOf(list.map((t) => ({ done: t.doneAt !== null, hours: t.hours }))) ?? 0) / 100);
	let picked: string[] = $state([]);
	const chosen = $derived(tasks.filter((t) => picked.includes(t.id)));
	let planning = $state<string | null>(null);
	/** The task on which somebody talks. */
	let talking = $state<string | null>(null);
	const planned = $derived(tasks.find((t) => t.id === planning));
	/** Tasks that go to a phase, before one of it. */
	async function move(taskIds: string[], to: string, beforeId: string | null) {
		if (await act('work.move-tasks', { taskIds, phase: to, beforeId })) if (taskIds.length > 1) told(`${taskIds.length} tasks moved.`);
	}
	const drags = new Drags<Task>({
		words: (t) => (picked.includes(t.id) ? `${picked.length} tasks` : t.text),
		drop: (t, { place }) => {
			const [kind, ...rest] = place.split(' ');
			const of = picked.includes(t.id) ? picked : [t.id];
			const before = tasks.find((o) => o.id === rest.join(' '));
			if (kind === 'task' && before && !of.includes(before.id)) void move(of, before.phase, before.id);
			if (kind === 'phase') void move(of, rest.join(' '), null);
		}
	});
	onDestroy(() => drags.stop());
	/** Alt and an arrow moves the task among those of its phase, and on into the next one. */
	function keys(e: KeyboardEvent, t: Task) {
		if (!mayChange || !e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
		e.preventDefault();
		const flat = groups.flatMap(([name, own]) => own.map((o) => ({ id: o.id, phase: name })));
		const at = flat.findIndex((o) => o.id === t.id);
		const up = e.key === 'ArrowUp';
		const next = flat[at + (up ? -1 : 1)];
		if (!next) return;
		const after = flat[at + 2];
		const before = up || next.phase !== t.phase ? next.id : after?.phase === t.phase ? after.id : null;
		void move([t.id], next.phase, before).then(() => document.getElementById(`task-${t.id}`)?.focus());
	}
	async function act<N extends CommandName>(name: N, input: Input<N>): Promise<boolean> {
		const r = await command(name, input);
		problem = r.ok ? '' : r.message;
		return r.ok;
	}
	const edited = $derived(tasks.find((t) => t.id === editing));
	const given = $derived(tasks.find((t) => t.id === giving));
	const involved = $derived(staff.filter((s) => tasks.some((t) => t.people.some((p) => p.id === s.id))));
	const bare = $derived(phases.filter((p) => !tasks.some((t) => t.phase === p)));
	const fromPhases = () => act('work.tasks-from-phases', { jobId });
	async function keep() {
		const r = await command('work.keep-as-template', { jobId, kindOfWork });
		problem = r.ok ? '' : r.message;
		if (r.ok) told(`${kindOfWork || 'Every'} job begins with these ${r.result.kept} tasks now.`);
	}
	const late = (t: Task) => t.doneAt === null && t.due !== null && t.due < today;
</script>

<section class="sheet p-4" aria-label="Work list">
	<div class="mb-2 flex items-center gap-4">
		<h2>Work list</h2>
		<span class="quiet">{doneIn(tasks)} of {tasks.length} done</span>
		{#if mayKeep && tasks.length}<button class="link" onclick={keep}
				>Keep as what such jobs begin with<span class="sr-only">: {kindOfWork || 'all kinds'}</span></button
			>{/if}
		{#if involved.length}<select class="select ml-auto" style="width: 180px" aria-label="Whose tasks" bind:value={personId}
				><option value="">everybody’s</option>{#each involved as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
			>{/if}
	</div>
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#each groups as [name, own] (name)}
		<h3
			class="quiet mt-3 flex gap-4 border-b pb-1"
			style="border-color: var(--line)"
			data-place="phase {name}"
			aria-label={name || 'No phase'}
		>
			<span>{name || 'No phase'}</span><span class="figure">{far(own)} %</span>{#if doneIn(own)}<button
					class="link"
					aria-expanded={open.includes(name)}
					onclick={() => (open = open.includes(name) ? open.filter((o) => o !== name) : [...open, name])}
					>{open.includes(name) ? 'Fold' : 'Show'} {doneIn(own)} done</button
				>{/if}
		</h3>
		<ul>
			{#each shown(name, own) as t (t.id)}<li
					class="border-b py-2"
					style="border-color: var(--line)"
					data-place="task {t.id}"
					aria-label={t.text}
				>
					<div class="flex items-center gap-3">
						{#if mayChange}<button
								type="button"
								class="handle"
								class:picked={picked.includes(t.id)}
								id="task-{t.id}"
								aria-label="Pick {t.text}"
								aria-pressed={picked.includes(t.id)}
								aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
								title="Pick it, or drag it to another place"
								onclick={() => (picked = picked.includes(t.id) ? picked.filter((id) => id !== t.id) : [...picked, t.id])}
								onkeydown={(e) => keys(e, t)}
								{@attach drags.thing(() => t)}
							></button>{/if}
						<label class="flex items-center gap-2"
							><input
								type="checkbox"
								class="checkbox"
								disabled={!mayTick}
								checked={t.doneAt !== null}
								onchange={(e) => act('work.tick-task', { taskId: t.id, done: e.currentTarget.checked })}
							/><span class:done={t.doneAt !== null}>{t.text}</span></label
						>
						<span class="quiet"
							>{[
								t.people.map((p) => p.name).join(', '),
								t.hours > 0 ? formatMinutes((t.hours * 60) / 10_000) : '',
								t.due ? `${late(t) ? '▲ ' : ''}by ${showDay(t.due)}` : '',
								t.doneBy ? `done by ${t.doneBy}` : ''
							]
								.filter(Boolean)
								.join(' · ')}</span
						>
						<span class="ml-auto flex gap-3"
							>{#if mayTick}<button class="link" aria-expanded={talking === t.id} onclick={() => (talking = talking === t.id ? null : t.id)}
									>{said(t.id) ? `Talk (${said(t.id)})` : 'Talk'}<span class="sr-only"> on {t.text}</span></button
								>{/if}{#if mayChange}{#if mayPlan && t.doneAt === null}<button class="link" onclick={() => (planning = t.id)}
										>Plan …<span class="sr-only"> {t.text}</span></button
									>{/if}<button class="link" onclick={() => (editing = t.id)}>Change<span class="sr-only"> {t.text}</span></button
								>{#if materials.length}<button class="link" onclick={() => (giving = t.id)}
										>Parts …<span class="sr-only"> of {t.text}</span></button
									>{/if}<button class="link" onclick={() => act('work.remove-task', { taskId: t.id })}
									>Take off<span class="sr-only"> {t.text}</span></button
								>{/if}</span
						>
					</div>
					{#if t.note}<p class="quiet ml-7">{t.note}</p>{/if}
					{#if files.some((f) => f.taskId === t.id)}<p class="ml-7 flex flex-wrap gap-4">
							{#each files.filter((f) => f.taskId === t.id) as f (f.id)}<a class="link" href="/api/attachments/{f.id}" download>{f.name}</a
								>{/each}
						</p>{/if}
					{#if talking === t.id}<div class="mt-1 ml-7 max-w-xl">{@render talk(t.id)}</div>{/if}
					{#if t.steps.length}<ul class="ml-7 mt-1">
							{#each t.steps as s (s.id)}<li>
									<label class="flex items-center gap-2"
										><input
											type="checkbox"
											class="checkbox checkbox-sm"
											disabled={!mayTick}
											checked={s.doneAt !== null}
											onchange={(e) => act('work.tick-step', { stepId: s.id, done: e.currentTarget.checked })}
										/><span class:done={s.doneAt !== null}>{s.text}</span></label
									>
								</li>{/each}
						</ul>{/if}
					{#if t.parts.length}<table class="ml-7 mt-1">
							<tbody
								>{#each t.parts as p (p.id)}<tr
										><td class="pr-4">{p.name}</td><td class="figure pr-4 text-right">{formatQuantity(p.quantity)} {p.unit}</td><td
											class="pr-4"
											><select
												class="select select-sm"
												style="width: 120px"
												aria-label="Where {p.name} is"
												disabled={!mayTick}
												value={p.state}
												onchange={(e) =>
													act('work.move-part', {
														partId: p.id,
														state: PART_STATES.find((s) => s === e.currentTarget.value) ?? p.state,
														version: p.version
													})}
												>{#each PART_STATES as s (s)}<option>{s}</option>{/each}</select
											></td
										><td
											>{#if mayChange}<button class="link" onclick={() => act('work.remove-part', { partId: p.id })}
													>Take off<span class="sr-only"> {p.name}</span></button
												>{/if}</td
										></tr
									>{/each}</tbody
							>
						</table>{/if}
				</li>{/each}
		</ul>
	{:else}<p class="quiet">Nothing yet. What such jobs always need comes from Company, Stages and fields.</p>{/each}
	{#if mayChange && bare.length}<p class="mt-2">
			<button class="link" onclick={fromPhases}>A task for each phase without one</button>
			<span class="quiet">{bare.join(', ')}</span>
		</p>{/if}
	{#if chosen.length}<TaskBulk tasks={chosen} {phases} {staff} {act} onclear={() => (picked = [])} />{/if}
	{#if mayChange}<Form
			class="mt-3 flex max-w-2xl gap-2"
			onsave={async () => {
				const texts = text
					.split('\n')
					.map((l) => l.trim())
					.filter(Boolean);
				if (texts.length > 0 && (await act('work.add-tasks', { jobId, phase, texts }))) text = '';
			}}
		>
			<textarea
				class="textarea grow"
				style="min-height: 0"
				rows={Math.min(8, text.split('\n').length)}
				name="task"
				aria-label="New task"
				placeholder="Add a task; one a line for several"
				bind:value={text}
				onkeydown={(e) => {
					// Enter adds it; with Shift, or in a pasted list, there is another line.
					if (e.key !== 'Enter' || e.shiftKey || e.isComposing || text.includes('\n')) return;
					e.preventDefault();
					e.currentTarget.form?.requestSubmit();
				}}
			></textarea><select class="select" style="width: 160px" aria-label="Phase of the new task" bind:value={phase}
				><option value="">no phase</option>{#each phases as p (p)}<option value={p}>{p}</option>{/each}</select
			><button class="btn">Add</button>
		</Form>{/if}
</section>
{#if edited}{#key edited.id}<TaskDialog task={edited} {phases} {staff} onclose={() => (editing = null)} />{/key}{/if}
{#if planned}{#key planned.id}<PlanTaskDialog {jobId} task={planned} {staff} {today} onclose={() => (planning = null)} />{/key}{/if}
{#if given}{#key given.id}<PartsDialog task={given} {materials} onclose={() => (giving = null)} />{/key}{/if}

<style>
	/* Two rows of dots: to be taken hold of. Filled once it is picked. */
	.handle {
		flex: none;
		width: 18px;
		height: 22px;
		cursor: grab;
		touch-action: manipulation;
		background: radial-gradient(circle, var(--quiet) 1.4px, transparent 1.6px) center / 6px 6px;
		border-radius: 3px;
	}
	.handle.picked {
		background: var(--color-primary);
	}
	li:global([data-over]) {
		box-shadow: 0 -2px 0 var(--color-primary);
	}
	h3:global([data-over]) {
		background: color-mix(in oklab, var(--color-primary) 14%, transparent);
	}
	.done {
		text-decoration: line-through;
		color: var(--quiet);
	}
</style>
