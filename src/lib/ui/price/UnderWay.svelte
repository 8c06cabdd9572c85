<script lang="ts">
	/** How far a change of very many items is; it goes on by itself, also when this page is left. */
	interface Props {
		work: 'import' | 'change' | 'undo';
		done: number | null;
		total: number | null;
		/** Stops it and takes back what was done; not offered for what is being taken back already. */
		onstop: () => void;
	}
	let { work, done, total, onstop }: Props = $props();
	const doing = $derived(work === 'undo' ? 'being taken back' : work === 'import' ? 'being applied' : 'being changed');
</script>

<span class="whitespace-nowrap" role="status">
	{#if total === null}waits, or is being read{:else}{doing}: {(done ?? 0).toLocaleString('en-US')} of {total.toLocaleString('en-US')}
		<progress class="w-16" value={done ?? 0} max={Math.max(1, total)} aria-label="How far it is"></progress>{/if}
	{#if work !== 'undo'}<button class="link" onclick={onstop}>Stop and take back</button>{/if}
</span>
