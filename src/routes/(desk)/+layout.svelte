<script lang="ts">
	import { onMount } from 'svelte';
	import { page } from '$app/state';
	import { afterNavigate } from '$app/navigation';
	import { Follower } from '$lib/client/live';
	import { latestOf } from '$lib/client/shown.svelte';
	import { recordOf } from '$lib/client/record';
	import Leave from '$lib/ui/forms/Leave.svelte';
	import Desk from '$lib/ui/shell/Desk.svelte';
	let { data, children } = $props();
	const live = new Follower(() => (latestOf(page.data).live as string[] | undefined) ?? []);
	onMount(() => live.start());
	afterNavigate(() => live.look());
</script>

<!-- Another record is another page: what was typed into one never reaches the next. Filters in the address are the same page. -->
<Desk who={data.me}
	>{#key recordOf(page)}{@render children()}{/key}</Desk
>
<Leave />
