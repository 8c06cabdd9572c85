<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Typing } from './unsaved.svelte';
	/** A form of a page: Enter or Ctrl+Enter saves; leaving the page with something unsaved asks first; a refused field gets the cursor. */
	let {
		onsave,
		children,
		class: classes = '',
		label
	}: { onsave: () => unknown; children: Snippet; class?: string; label?: string } = $props();
	const typing = new Typing();
	let form: HTMLFormElement | undefined = $state();
	function submit(e: Event) {
		e.preventDefault();
		void typing.submit(form, onsave);
	}
</script>

<!-- The keys are those of the fields within; the form itself is not what is used. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form
	bind:this={form}
	class={classes}
	aria-label={label}
	oninput={typing.typed}
	onsubmit={submit}
	onkeydown={(e) => {
		if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) form?.requestSubmit();
	}}
>
	{@render children()}
</form>
