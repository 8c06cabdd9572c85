<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import type { Snippet } from 'svelte';
	let { children }: { children: Snippet } = $props();
	// Says that the page can be worked with now.
	onMount(() => {
		document.documentElement.dataset.ready = 'yes';
	});
</script>

{@render children()}
