<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatMinutes, parseMinutes } from '$lib/core/money';
	import { readAt, readForm } from '../forms/typed';
	import { hoursOfSeconds } from '$lib/core/work';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import type { Task } from './tasks';
	/** Changes all of a task at once. */
	interface Props {
		task: Task;
		phases: string[];
		staff: { id: string; name: string }[];
		onclose: () => void;
	}
	let { task, phases, staff, onclose }: Props = $props();
	let open = $state(true);
	let t = $state(
		untrack(() => ({
			text: task.text,
			phase: task.phase,
			note: task.note,
			due: task.due ?? '',
			hours: task.hours ? formatMinutes(Math.round((task.hours * 60) / 10_000)) : '',
			people: task.people.map((p) => p.id),
			steps: task.steps.map((s) => ({ id: s.id as string | null, text: s.text }))
		}))
	);
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		if (!open) onclose();
	});
	async function save() {
		const read = readForm(() => ({
			hours: t.hours.trim() === '' ? 0 : readAt('hours', () => hoursOfSeconds(parseMinutes(t.hours) * 60))
		}));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('work.change-task', {
			taskId: task.id,
			text: t.text,
			phase: t.phase,
			note: t.note,
			due: t.due || null,
			...read.value,
			people: t.people,
			steps: t.steps.filter((s) => s.text.trim() !== ''),
			version: task.version
		});
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog bind:open title="Change the task" onsave={save} problem={field ? '' : problem}>
	<Field label="What" problem={field === 'text' ? 'Say what has to be done.' : ''}
		><input class="input" name="text" bind:value={t.text} /></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Phase"
			><select class="select" name="phase" bind:value={t.phase}
				><option value="">no phase</option>{#each phases as p (p)}<option>{p}</option>{/each}</select
			></Field
		>
		<Field label="Hours" problem={field === 'hours' ? problem : ''}
			><input class="input" name="hours" inputmode="decimal" bind:value={t.hours} placeholder="2h 15" /></Field
		>
		<Field label="By"><input class="input" type="date" name="due" bind:value={t.due} /></Field>
	</div>
	<Field label="Note"><textarea class="textarea" rows="2" name="note" bind:value={t.note}></textarea></Field>
	<fieldset>
		<legend class="quiet">Who</legend>
		<div class="grid max-h-40 grid-cols-2 gap-x-3 overflow-auto">
			{#each staff as s (s.id)}<label class="flex items-center gap-2"
					><input type="checkbox" class="checkbox checkbox-sm" value={s.id} bind:group={t.people} />{s.name}</label
				>{/each}
		</div>
	</fieldset>
	<fieldset class="grid gap-1">
		<legend class="quiet">Steps</legend>
		{#each t.steps as s, n (n)}<div class="flex gap-2">
				<input class="input grow" aria-label="Step {n + 1}" bind:value={s.text} /><button
					type="button"
					class="link"
					aria-label="Take step {n + 1} off"
					onclick={() => t.steps.splice(n, 1)}>×</button
				>
			</div>{/each}
		<button type="button" class="link justify-self-start" onclick={() => t.steps.push({ id: null, text: '' })}>Add a step</button>
	</fieldset>
</Dialog>
