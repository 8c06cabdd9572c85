<script lang="ts">
	import Form from '../forms/Form.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { groupBy } from '../lists';
	/** The work list of a job: what has to be done, by phase. */
	let {
		jobId,
		tasks,
		phases,
		mayChange
	}: {
		jobId: string;
		tasks: { id: string; phase: string; text: string; doneAt: number | null; doneBy: string }[];
		phases: string[];
		mayChange: boolean;
	} = $props();
	let text = $state('');
	let phase = $state('');
	let problem = $state('');
	const groups = $derived(groupBy(tasks, (t) => t.phase));
	async function act<N extends CommandName>(name: N, input: Input<N>): Promise<boolean> {
		const r = await command(name, input);
		problem = r.ok ? '' : r.message;
		return r.ok;
	}
</script>

<div role="group" aria-label="Work list">
	{#each groups as [name, own] (name)}
		{#if name}<h3 class="quiet mt-2">{name}</h3>{/if}
		<ul>
			{#each own as t (t.id)}<li class="flex items-center gap-2 py-[2px]">
					<label class="flex grow items-center gap-2"
						><input
							type="checkbox"
							class="checkbox"
							checked={t.doneAt !== null}
							onchange={(e) => act('work.tick-task', { taskId: t.id, done: e.currentTarget.checked })}
						/><span class:done={t.doneAt !== null}>{t.text}</span>{#if t.doneBy}<span class="quiet">{t.doneBy}</span>{/if}</label
					>{#if mayChange}<button
							type="button"
							class="quiet"
							aria-label="Take “{t.text}” off"
							onclick={() => act('work.remove-task', { taskId: t.id })}>×</button
						>{/if}
				</li>{/each}
		</ul>
	{:else}<p class="quiet">Nothing yet. What such jobs always need comes from Company, Stages and fields.</p>{/each}
	{#if mayChange}<Form
			class="mt-2 flex gap-2"
			onsave={async () => {
				if (text.trim() && (await act('work.add-task', { jobId, phase, text }))) text = '';
			}}
		>
			<input class="input grow" name="task" aria-label="New task" placeholder="Add a task" bind:value={text} /><select
				class="select"
				style="width: 130px; padding-inline-end: 2rem"
				aria-label="Phase of the new task"
				bind:value={phase}
				><option value="">no phase</option>{#each phases as p (p)}<option value={p}>{p}</option>{/each}</select
			><button class="btn">Add</button>
		</Form>{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</div>

<style>
	.done {
		text-decoration: line-through;
		color: var(--quiet);
	}
</style>
