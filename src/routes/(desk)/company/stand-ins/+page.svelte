<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
</script>

<Page
	title="Stand-ins"
	sub="What the simulated outside services were sent and answered"
	pages={pagesOf('Company')}
	current="/company/stand-ins"
>
	<p class="mb-3">
		Mail: <strong>{data.ports.mail}</strong> · Texts: <strong>{data.ports.texts}</strong> · Cards: <strong>{data.ports.cards}</strong> ·
		Map: <strong>{data.ports.map}</strong>
	</p>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead><tr><th>When</th><th>Service</th><th>Sent</th><th>Received</th></tr></thead><tbody
				>{#each data.ports.log as l (l.id)}<tr
						><td>{showInstant(l.at, data.company.zone)}</td><td>{l.port}</td><td>{l.sent}</td><td>{l.received}</td></tr
					>{:else}<tr><td colspan="4">Nothing went out yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
