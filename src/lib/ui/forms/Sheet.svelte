<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Typing } from './unsaved.svelte';
	/** A long sheet that is typed into and saved by a button of its page: leaving with something unsaved asks first. */
	let { children }: { children: Snippet } = $props();
	const typing = new Typing('anything');
</script>

<!-- It only hears what is typed into the fields within; they are what is used. -->
<div style="display: contents" oninput={typing.typed}>{@render children()}</div>
