<script lang="ts">
	import Field from '../forms/Field.svelte';
	import type { CadenceForm } from './cadence-form';
	/** How the visits of a season follow each other. */
	let { f = $bindable() }: { f: CadenceForm } = $props();
</script>

<div class="grid grid-cols-2 gap-3">
	<Field label="Visits"
		><select class="select" name="by" bind:value={f.by}
			><option value="weeks">every so many weeks</option><option value="windows">each in a window</option></select
		></Field
	>
	{#if f.by === 'weeks'}<Field label="Every how many weeks"
			><input class="input" name="every" inputmode="numeric" bind:value={f.every} /></Field
		>
	{:else}<Field label="At least so many days apart"><input class="input" name="gap" inputmode="numeric" bind:value={f.gap} /></Field>{/if}
</div>
{#if f.by === 'windows'}
	{#each f.windows as w, n (n)}<div class="flex items-center gap-2">
			{n + 1}. <input class="input" type="date" aria-label="Window {n + 1} from" bind:value={w.from} /> to
			<input class="input" type="date" aria-label="Window {n + 1} to" bind:value={w.to} /><button
				type="button"
				class="link"
				aria-label="Take window {n + 1} away"
				onclick={() => f.windows.splice(n, 1)}>×</button
			>
		</div>{/each}
	<button type="button" class="link justify-self-start" onclick={() => f.windows.push({ from: '2028-10-01', to: '2028-10-31' })}
		>Add a window</button
	>
{/if}
