<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
</script>

<Page title="Ready to bill" sub="Finished work first" pages={pagesOf('Bill')} current="/bill/ready">
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Job</th><th>Name</th><th>Customer</th><th>State</th><th class="num">Time and materials</th><th class="num"
						>Left of the contract</th
					><th></th></tr
				></thead
			>
			<tbody
				>{#each data.ready as r (r.id)}<tr
						><td class="figure">{r.number}</td><td><a class="link" href="/jobs/{r.id}">{r.name}</a></td><td>{r.customer}</td><td
							><Mark kind={r.doneAt ? 'done' : 'half'} label={r.doneAt ? 'finished' : 'under way'} /></td
						><td class="num">{r.toBill ? formatCents(r.toBill) : ''}</td><td class="num">{r.left ? formatCents(r.left) : ''}</td><td
							><a class="btn" style="height: 26px; min-height: 26px" href="/jobs/{r.id}/bill" aria-label="Bill {r.name}">Bill</a></td
						></tr
					>{:else}<tr><td colspan="7">Everything is billed.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
