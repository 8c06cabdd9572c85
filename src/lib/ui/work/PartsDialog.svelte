<script lang="ts">
	import { command } from '$lib/client/command';
	import { formatQuantity } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import type { Material, Task } from './tasks';
	/** Gives materials of the job to a task: all that is left of each one that is ticked. */
	let { task, materials, onclose }: { task: Task; materials: Material[]; onclose: () => void } = $props();
	let open = $state(true);
	let picked: string[] = $state([]);
	let phase = $state('');
	let problem = $state('');
	$effect(() => {
		if (!open) onclose();
	});
	const left = $derived(materials.filter((m) => m.given < m.quantity));
	const phases = $derived([...new Set(left.map((m) => m.phase))]);
	const shown = $derived(left.filter((m) => !phase || m.phase === phase));
	async function save() {
		if (picked.length === 0) return void (problem = 'Tick what the task needs.');
		const r = await command('work.give-parts', { taskId: task.id, materialIds: picked });
		if (r.ok) open = false;
		else problem = r.message;
	}
</script>

<Dialog bind:open title="Parts for “{task.text}”" save="Give" onsave={save} {problem}>
	{#if phases.length > 1}<Field label="Phase"
			><select class="select" name="part-phase" bind:value={phase}
				><option value="">all</option>{#each phases as p (p)}<option>{p}</option>{/each}</select
			></Field
		>{/if}
	<ul class="max-h-72 overflow-auto">
		{#each shown as m (m.id)}<li>
				<label class="flex items-center gap-2 py-1"
					><input type="checkbox" class="checkbox checkbox-sm" value={m.id} bind:group={picked} /><span class="grow">{m.name}</span><span
						class="figure">{formatQuantity(m.quantity - m.given)} {m.unit}</span
					></label
				>
			</li>{:else}<li class="quiet">All materials of this job are given to tasks.</li>{/each}
	</ul>
</Dialog>
