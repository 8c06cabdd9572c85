<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import type { Task } from './tasks';
	/** Puts a task on the plan as it is: its people, its phase, its words. */
	let {
		jobId,
		task,
		staff,
		today,
		onclose
	}: { jobId: string; task: Task; staff: { id: string; name: string }[]; today: string; onclose: () => void } = $props();
	let t = $state(
		untrack(() => ({
			from: task.due && task.due > today ? task.due : today,
			to: task.due && task.due > today ? task.due : today,
			people: task.people.map((p) => p.id)
		}))
	);
	let problem = $state('');
	/** What stands against it was seen. */
	let despite = $state(false);
	async function save() {
		const r = await command('plan.add', {
			...{ jobId, phase: task.phase, personIds: t.people.length ? t.people : [null], from: t.from, to: t.to },
			...{ start: null, end: null, note: task.text.slice(0, 500), despite }
		});
		if (r.ok) return onclose();
		problem = r.message;
		despite = r.field === 'despite';
	}
</script>

<Dialog onclosed={onclose} title="Plan “{task.text}”" save={despite ? 'Plan it all the same' : 'Put on the plan'} onsave={save} {problem}>
	<div class="grid grid-cols-2 gap-3">
		<Field label="From"
			><input class="input" type="date" name="plan-from" bind:value={t.from} oninput={() => (despite = false)} required /></Field
		>
		<Field label="To"><input class="input" type="date" name="plan-to" bind:value={t.to} oninput={() => (despite = false)} required /></Field
		>
	</div>
	<fieldset>
		<legend class="quiet">Who; nobody ticked: it waits for somebody</legend>
		<div class="grid max-h-40 grid-cols-2 gap-x-3 overflow-auto">
			{#each staff as s (s.id)}<label class="flex items-center gap-2"
					><input type="checkbox" class="checkbox checkbox-sm" value={s.id} bind:group={t.people} />{s.name}</label
				>{/each}
		</div>
	</fieldset>
</Dialog>
