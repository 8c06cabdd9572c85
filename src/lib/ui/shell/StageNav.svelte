<script lang="ts">
	/** Which won jobs a report is about, the newest first; older ones follow on the next page. */
	let { stage, older }: { stage: string; older: number | null } = $props();
	const CHOICES = [
		['open', 'All open'],
		['ready', 'Ready'],
		['under way', 'Under way'],
		['finished', 'Finished'],
		['closed', 'Closed']
	] as const;
</script>

<nav class="mb-3 flex gap-4" aria-label="Which">
	{#each CHOICES as [key, word] (key)}<a class="link" aria-current={stage === key} class:font-bold={stage === key} href="?stage={key}"
			>{word}</a
		>{/each}{#if older !== null}<a class="link ml-auto" href="?stage={stage}&before={older}">Jobs before {older}</a>{/if}
</nav>
