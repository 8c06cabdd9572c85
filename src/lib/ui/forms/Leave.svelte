<script lang="ts">
	import { beforeNavigate, goto } from '$app/navigation';
	import { leaveAll, somethingUnsaved } from './unsaved.svelte';
	/** Asks before a page is left with something typed that is not saved. */
	let to: URL | null = $state(null);
	let dialog: HTMLDialogElement | undefined = $state();
	beforeNavigate((n) => {
		if (!somethingUnsaved()) return;
		// The browser asks by itself when the whole page goes.
		if (n.willUnload) return n.cancel();
		// Another filter of the same page keeps what is typed.
		if (!n.to || n.to.url.pathname === n.from?.url.pathname) return;
		n.cancel();
		to = n.to.url;
		dialog?.showModal();
	});
	async function leave() {
		const where = to;
		leaveAll();
		dialog?.close();
		if (where) await goto(where);
	}
</script>

<dialog bind:this={dialog} class="sheet" aria-labelledby="leave" onclose={() => (to = null)}>
	<h2 id="leave">What you typed here is not saved</h2>
	<div class="mt-4 flex justify-end gap-2">
		<button type="button" class="btn" onclick={leave}>Leave without saving</button>
		<!-- Enter in haste must not lose anything. -->
		<!-- svelte-ignore a11y_autofocus -->
		<button type="button" class="btn btn-primary" autofocus onclick={() => dialog?.close()}>Stay here</button>
	</div>
</dialog>

<style>
	dialog {
		width: min(420px, 94vw);
		padding: 18px;
		color: inherit;
	}
	dialog::backdrop {
		background: rgb(20 25 25 / 0.35);
	}
</style>
