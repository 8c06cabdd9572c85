<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showTime } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
</script>

<Page title="Costs" sub="What is spent and not billed, and who is on the clock" pages={pagesOf('Work')} current="/work/costs">
	<div class="grid gap-4 lg:grid-cols-2">
		<section class="sheet">
			<h2 class="p-3">Not billed</h2>
			<table class="grid-table">
				<tbody
					>{#each data.ready as r (r.id)}<tr
							><td><Mark kind="need" /></td><td><a class="link" href="/jobs/{r.id}/costs">{r.name}</a></td><td>{r.customer}</td><td
								class="num">{formatCents(r.toBill)}</td
							></tr
						>{:else}<tr><td>Everything that is billed apart is billed.</td></tr>{/each}</tbody
				>
			</table>
		</section>
		<section class="sheet">
			<h2 class="p-3">On the clock</h2>
			<table class="grid-table">
				<tbody
					>{#each data.clocks as c (c.personId)}<tr
							><td>{c.name}</td><td>{c.job}</td><td>since {showTime(c.startedAt, data.company.zone)}</td></tr
						>{:else}<tr><td>Nobody is on the clock.</td></tr>{/each}</tbody
				>
			</table>
		</section>
	</div>
</Page>
