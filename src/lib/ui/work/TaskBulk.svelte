<script lang="ts">
	import type { CommandName, Input } from '$lib/contract';
	import { PART_STATES, type Task } from './tasks';
	/** What can be done with the tasks that are picked, all at once. */
	interface Props {
		tasks: Task[];
		phases: string[];
		staff: { id: string; name: string }[];
		act: <N extends CommandName>(name: N, input: Input<N>) => Promise<boolean>;
		onclear: () => void;
	}
	let { tasks, phases, staff, act, onclear }: Props = $props();
	const taskIds = $derived(tasks.map((t) => t.id));
	const parts = $derived(tasks.flatMap((t) => t.parts.map((p) => p.id)));
	async function chosen(e: Event & { currentTarget: HTMLSelectElement }, run: (value: string) => Promise<boolean>) {
		const select = e.currentTarget;
		const { value } = select;
		select.value = '';
		if (value !== '' && (await run(value))) onclear();
	}
	const NONE = 'no phase';
</script>

<div class="bar" role="group" aria-label="Picked tasks">
	<strong>{tasks.length} picked</strong>
	<button
		class="btn"
		onclick={async () => {
			if (await act('work.change-tasks', { taskIds, done: true })) onclear();
		}}>Done</button
	>
	<select
		class="select"
		aria-label="Give the picked tasks to"
		onchange={(e) => chosen(e, (personId) => act('work.change-tasks', { taskIds, personId }))}
		><option value="">to somebody …</option>{#each staff as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
	>
	<select
		class="select"
		aria-label="Move the picked tasks to"
		onchange={(e) => chosen(e, (phase) => act('work.move-tasks', { taskIds, phase: phase === NONE ? '' : phase, beforeId: null }))}
		><option value="">to phase …</option>{#each [...phases, NONE] as p (p)}<option>{p}</option>{/each}</select
	>
	<label
		>by <input
			class="input"
			type="date"
			style="width: 150px"
			aria-label="Due day of the picked tasks"
			onchange={async (e) => {
				const due = e.currentTarget.value;
				if (due && (await act('work.change-tasks', { taskIds, due }))) onclear();
			}}
		/></label
	>
	{#if parts.length}<select
			class="select"
			aria-label="Parts of the picked tasks are"
			onchange={(e) => chosen(e, (v) => act('work.move-parts', { partIds: parts, state: PART_STATES.find((s) => s === v) ?? 'to order' }))}
			><option value="">{parts.length} part{parts.length === 1 ? '' : 's'} …</option>{#each PART_STATES as s (s)}<option>{s}</option
				>{/each}</select
		>{/if}
	<button class="link" onclick={onclear}>Pick none</button>
</div>

<style>
	.bar {
		position: sticky;
		bottom: 8px;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 12px;
		margin-top: 10px;
		padding: 8px 12px;
		background: var(--color-base-100);
		border: 1px solid var(--color-primary);
	}
	.select {
		width: auto;
		padding-right: 1.9rem;
	}
</style>
