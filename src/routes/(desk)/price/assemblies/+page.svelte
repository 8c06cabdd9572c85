<script lang="ts">
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
</script>

<Page title="Assemblies" sub="Recipes that turn measures into lines" pages={pagesOf('Price')} current="/price/assemblies">
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead><tr><th>Name</th><th>Category</th><th class="num">Parts</th><th>What the customer reads</th></tr></thead><tbody
				>{#each data.assemblies as a (a.id)}<tr
						><td><a class="link" href="/price/assemblies/{a.id}">{a.name}</a></td><td>{a.category}</td><td class="num">{a.parts}</td><td
							class="quiet">{a.wording.slice(0, 110)}{a.wording.length > 110 ? '…' : ''}</td
						></tr
					>{:else}<tr><td colspan="4">No assemblies yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
