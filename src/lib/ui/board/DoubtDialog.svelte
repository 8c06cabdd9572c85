<script lang="ts">
	import Dialog from '../forms/Dialog.svelte';
	import type { Arranger } from './arranger.svelte';
	/** What speaks against something that was done by hand on the board, before it is saved. */
	let { arranger }: { arranger: Arranger } = $props();
	let busy = $state(false);
	const doubt = $derived(arranger.doubt);
	async function save() {
		if (!doubt) return;
		busy = true;
		await arranger.do(doubt.changes, doubt.words, true);
		busy = false;
	}
</script>

{#if doubt}<Dialog
		bind:open={
			() => arranger.doubt !== null,
			(v) => {
				if (!v) arranger.doubt = null;
			}
		}
		title="Something speaks against it"
		save="Do it all the same"
		onsave={save}
		{busy}
		problem={arranger.problem}
	>
		<p>{doubt.words}</p>
		<ul class="against">
			{#each doubt.against.slice(0, 8) as a (a)}<li class="problem">{a}</li>{/each}{#if doubt.against.length > 8}<li class="problem">
					and {doubt.against.length - 8} more
				</li>{/if}
		</ul>
	</Dialog>{/if}

<style>
	.against {
		display: grid;
		gap: 3px;
		padding: 8px 10px;
		background: color-mix(in oklab, var(--color-error) 8%, var(--color-base-100));
		border-left: 3px solid var(--color-error);
	}
</style>
