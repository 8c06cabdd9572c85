<script lang="ts">
	import type { Answer } from '$lib/contract';
	import Dialog from '../forms/Dialog.svelte';
	import Mark from '../shell/Mark.svelte';
	/** What is still open of a job that somebody closes: seen first, closed all the same if that is meant. */
	interface Props {
		name: string;
		ends: Answer<'jobs.open-ends'>;
		onclose: () => void;
		/** Closes it; gives null, or what was wrong. */
		close: () => Promise<string | null>;
	}
	let { name, ends, onclose, close }: Props = $props();
	let problem = $state('');
	async function save() {
		const wrong = await close();
		if (wrong) problem = wrong;
		else onclose();
	}
</script>

<Dialog onclosed={onclose} title="Close “{name}”" save="Close it all the same" onsave={save} {problem}>
	<p>This is still open:</p>
	<ul class="grid gap-1">
		{#each ends as e (e.words)}<li><a class="link" href={e.path}><Mark kind="need" label={e.words} /></a></li>{/each}
	</ul>
	<p class="quiet">What is open stays where it is: closed jobs can be billed and opened again.</p>
</Dialog>
