<script lang="ts">
	import { onMount } from 'svelte';
	import { page } from '$app/state';
	import { followLive } from '$lib/client/live';
	import Desk from '$lib/ui/shell/Desk.svelte';
	let { data, children } = $props();
	onMount(() => followLive(() => (page.data.live as string[] | undefined) ?? []));
</script>

<Desk role={data.me.role}>{@render children()}</Desk>
