<script lang="ts">
	import { onMount } from 'svelte';
	import { page } from '$app/state';
	import { followLive } from '$lib/client/live';
	import { recordOf } from '$lib/client/record';
	import Leave from '$lib/ui/forms/Leave.svelte';
	import Desk from '$lib/ui/shell/Desk.svelte';
	let { data, children } = $props();
	onMount(() => followLive(() => (page.data.live as string[] | undefined) ?? []));
</script>

<!-- Another record is another page: what was typed into one never reaches the next. Filters in the address are the same page. -->
<Desk who={data.me}
	>{#key recordOf(page)}{@render children()}{/key}</Desk
>
<Leave />
