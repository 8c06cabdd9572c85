<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import EditionBar from '$lib/ui/price/EditionBar.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
</script>

<Page title="Flat-rate" sub="Services sold at one price" pages={pagesOf('Price')} current="/price/flat-rate">
	<EditionBar editions={data.editions} mayChange={data.mayChange} zone={data.company.zone} />
	<div class="sheet p-6">
		<h2>No catalog yet</h2>
		<p class="mt-1">
			A flat-rate service is a fixed bundle of materials and hours, sold at one price. Take the edition of a publisher above.
		</p>
	</div>
</Page>
