<script lang="ts">
	import type { Snippet } from 'svelte';
	import Unseen from './Unseen.svelte';
	import { Typing } from './unsaved.svelte';
	/**
	 * A sheet over the page. Escape and Cancel leave everything as it was, and ask first where something was typed; Ctrl+Enter saves; a refused
	 * field gets the cursor.
	 */
	let {
		open = $bindable(true),
		title,
		save = 'Save',
		onsave,
		onclosed,
		busy = false,
		problem = '',
		children,
		danger = false,
		wide = false
	}: {
		/** Left out by one that is there only while it is open. */
		open?: boolean;
		title: string;
		save?: string;
		onsave: () => unknown;
		/** It was closed, whichever way. */
		onclosed?: () => void;
		busy?: boolean;
		problem?: string;
		children: Snippet;
		danger?: boolean;
		/** A table stands in it. */
		wide?: boolean;
	} = $props();
	let dialog: HTMLDialogElement | undefined = $state();
	let form: HTMLFormElement | undefined = $state();
	const typing = new Typing();
	/** Cancel was pressed with something typed: pressed again, it is thrown away. */
	let asking = $state(false);
	$effect(() => {
		if (open && dialog && !dialog.open) {
			dialog.showModal();
			// Else a browser gives the focus to the part that scrolls.
			dialog
				.querySelector<HTMLElement>('[autofocus], .body :is(input:not([type=hidden], [type=file]), select, textarea):not(:disabled)')
				?.focus();
		}
		if (!open && dialog?.open) dialog.close();
		if (!open) {
			typing.clean();
			asking = false;
		}
	});
	function submit(e: Event) {
		e.preventDefault();
		asking = false;
		if (!busy) void typing.submit(form, onsave);
	}
	function cancel() {
		if (typing.dirty && !asking) asking = true;
		else open = false;
	}
</script>

<dialog
	bind:this={dialog}
	class="sheet"
	class:wide
	aria-label={title}
	oncancel={(e) => {
		// Escape; a browser closes by itself the second time in a row.
		if (!typing.dirty || asking) return;
		e.preventDefault();
		asking = true;
	}}
	onclose={() => {
		open = false;
		onclosed?.();
	}}
>
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
	<form
		bind:this={form}
		oninput={(e) => {
			asking = false;
			typing.typed(e);
		}}
		onsubmit={submit}
		onkeydown={(e) => {
			if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) submit(e);
		}}
	>
		<h2>{title}</h2>
		<div class="body">{@render children()}</div>
		<div class="px-4"><Unseen {problem} /></div>
		<footer>
			{#if asking}<span class="quiet mr-auto" role="alert">What you typed is not saved.</span>{/if}
			<button type="button" class="btn" onclick={cancel}>{asking ? 'Throw it away' : 'Cancel'}</button><button
				class="btn {danger ? 'btn-error' : 'btn-primary'}"
				disabled={busy}>{save}</button
			>
		</footer>
	</form>
</dialog>

<style>
	dialog {
		width: min(540px, 94vw);
		max-height: 90vh;
		padding: 0;
		color: inherit;
		overflow: hidden;
	}
	dialog.wide {
		width: min(1080px, 96vw);
	}
	dialog::backdrop {
		background: rgb(20 25 25 / 0.35);
	}
	/* What is long scrolls between the title and the buttons, which stay where they are. */
	form {
		display: flex;
		flex-direction: column;
		max-height: 90vh;
	}
	h2 {
		padding: 16px 16px 0;
	}
	.body {
		display: grid;
		gap: 10px;
		padding: 12px 16px;
		overflow: auto;
		min-height: 0;
	}
	footer {
		display: flex;
		justify-content: flex-end;
		align-items: center;
		gap: 8px;
		padding: 10px 16px 14px;
		border-top: 1px solid var(--line);
	}
</style>
