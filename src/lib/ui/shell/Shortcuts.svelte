<script lang="ts">
	import { page } from '$app/state';
	import { forPage } from '$lib/client/keys';
	import { shortcutsOf } from './shortcuts';
	/** The keys of this page, shown by “?”. What is typed into a field is no such key. */
	let dialog: HTMLDialogElement | undefined = $state();
	let shown = $state(false);
	const groups = $derived(shortcutsOf(page.url.pathname));
	function keys(e: KeyboardEvent) {
		const within = e.target as HTMLElement;
		if (e.ctrlKey || e.metaKey || e.altKey || !forPage(e)) return;
		if (e.key === '?') {
			shown = true;
			e.preventDefault();
		} else if (e.key.toLowerCase() === 'a') {
			const adder = document.querySelector<HTMLElement>('#adder');
			// Within the grid a letter begins to type into its cell.
			if (!adder || within.closest('[role=grid]')) return;
			adder.focus();
			e.preventDefault();
		}
	}
	$effect(() => {
		if (shown && !dialog?.open) dialog?.showModal();
	});
</script>

<svelte:window onkeydown={keys} />
{#if shown}<dialog bind:this={dialog} class="sheet p-5" aria-labelledby="keys" onclose={() => (shown = false)}>
		<h2 id="keys" class="mb-2">Keys</h2>
		{#each groups as g (g.title)}
			<h3 class="quiet mt-3">{g.title}</h3>
			<dl>
				{#each g.keys as [key, does] (key)}<div class="flex gap-4 py-[2px]">
						<dt class="w-32 flex-none"><kbd>{key}</kbd></dt>
						<dd>{does}</dd>
					</div>{/each}
			</dl>
		{/each}
		<form method="dialog" class="mt-4"><button class="btn">Close</button></form>
	</dialog>{/if}

<style>
	dialog {
		margin: auto;
		width: min(520px, 94vw);
		max-height: 88vh;
		overflow-y: auto;
	}
	kbd {
		font: inherit;
		font-weight: 600;
		white-space: nowrap;
	}
</style>
