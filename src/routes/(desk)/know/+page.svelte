<script lang="ts">
	import { costMargins } from '$lib/core/costing';
	import { formatCents, formatRate } from '$lib/core/money';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
	const rows = $derived(costMargins(data.jobs.map((j) => ({ ...j, contract: j.contract ?? 0 }))));
</script>

<Page title="Sold and used" sub="{rows.jobs.length} jobs: what they were sold to cost, and what they cost">
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'sold-and-used.csv',
					['job', 'contract', 'sold cost', 'used cost', 'billed'],
					rows.jobs.map((j) => [j.name, j.contract / 100, j.sold / 100, j.used / 100, j.billed / 100])
				)}>Export</button
		>{/snippet}
	<nav class="mb-3 flex gap-4" aria-label="Which">
		{#each [['', 'All'], ['under way', 'Under way'], ['finished', 'Finished'], ['closed', 'Closed']] as [key, word] (key)}<a
				class="link"
				aria-current={data.stage === key}
				class:font-bold={data.stage === key}
				href="?stage={key}">{word}</a
			>{/each}
	</nav>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Job</th><th class="num">Contract</th><th class="num">Cost sold</th><th class="num">Cost used</th><th style="width: 18%"
						>Used against sold</th
					><th class="num">Gross margin sold</th><th class="num">Gross margin so far</th><th class="num">Billed</th></tr
				></thead
			>
			<tbody
				>{#each rows.jobs as j (j.id)}<tr
						><td><a class="link" href="/jobs/{j.id}/costs">{j.name}</a></td><td class="num">{formatCents(j.contract)}</td><td class="num"
							>{formatCents(j.sold)}</td
						><td class="num">{formatCents(j.used)}</td><td
							><Waterline
								kind="used"
								cost={Math.min(j.used, j.sold)}
								breakEven={j.sold}
								price={j.used}
								words={['', '', '']}
								height={10}
								label="{formatCents(j.used)} of {formatCents(j.sold)}"
							/></td
						><td class="num">{formatRate(j.marginSold)}</td><td class="num">{formatRate(j.marginNow)}</td><td class="num"
							>{formatCents(j.billed)}</td
						></tr
					>{:else}<tr><td colspan="8">Won jobs appear here with what they were sold to cost.</td></tr>{/each}</tbody
			>
			<tfoot
				><tr class="font-bold"
					><td>All</td><td class="num">{formatCents(rows.all.contract)}</td><td class="num">{formatCents(rows.all.sold)}</td><td class="num"
						>{formatCents(rows.all.used)}</td
					><td></td><td></td><td></td><td class="num">{formatCents(rows.all.billed)}</td></tr
				></tfoot
			>
		</table>
	</div>
</Page>
