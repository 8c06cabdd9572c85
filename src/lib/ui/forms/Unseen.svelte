<script lang="ts">
	import { tick } from 'svelte';
	/**
	 * What was refused, where no field of the form around it says so already: a refusal names its field, but the field may not be on this form. It is
	 * never unseen.
	 */
	let { problem }: { problem: string } = $props();
	let at: HTMLElement | undefined = $state();
	let said = $state('');
	$effect(() => {
		const words = problem;
		void tick().then(() => {
			const around = at?.closest('form, dialog, section, main') ?? at?.parentElement;
			const beside = [...(around?.querySelectorAll('.problem') ?? [])].some((p) => !at?.contains(p) && p.textContent?.includes(words));
			said = words !== '' && !beside ? words : '';
		});
	});
</script>

<div bind:this={at}>
	{#if said}<p class="problem" role="alert">{said}</p>{/if}
</div>
