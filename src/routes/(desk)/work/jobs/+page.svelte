<script lang="ts">
	import { goto } from '$app/navigation';
	import { formatCents } from '$lib/core/money';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
	const marks = {
		ready: 'ring',
		'under way': 'half',
		finished: 'done',
		closed: 'done',
		won: 'ring',
		bidding: 'ring',
		lost: 'ring'
	} as const;
</script>

<Page title="Jobs" sub="{data.jobs.length} won jobs" pages={pagesOf('Work')} current="/work/jobs">
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'jobs.csv',
					['number', 'job', 'customer', 'stage', 'contract', 'used', 'billed'],
					data.jobs.map((j) => [j.number ?? '', j.name, j.customer, j.stage, (j.contract ?? 0) / 100, j.used / 100, j.billed / 100])
				)}>Export</button
		>{/snippet}
	<div class="mb-3 flex flex-wrap items-center gap-4">
		<input
			class="input max-w-72"
			aria-label="Filter"
			placeholder="Name, customer or number"
			value={data.q}
			oninput={(e) =>
				goto(`?stage=${data.stage}&q=${encodeURIComponent(e.currentTarget.value)}`, {
					replaceState: true,
					keepFocus: true,
					noScroll: true
				})}
		/>{#each [['', 'All'], ['ready', 'Ready'], ['under way', 'Under way'], ['finished', 'Finished'], ['closed', 'Closed']] as [key, word] (key)}<a
				class="link"
				aria-current={data.stage === key}
				class:font-bold={data.stage === key}
				href="?stage={key}&q={data.q}">{word}</a
			>{/each}
	</div>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Job</th><th>Name</th><th>Customer</th><th>Stage</th><th class="num">Contract</th><th class="num">Cost used</th><th
						style="width: 16%">Used against sold</th
					><th class="num">Billed</th></tr
				></thead
			>
			<tbody
				>{#each data.jobs as j (j.id)}<tr
						><td class="figure">{j.number}</td><td><a class="link" href="/jobs/{j.id}">{j.name}</a></td><td>{j.customer}</td><td
							><Mark kind={marks[j.meaning]} label={j.stage} /></td
						><td class="num">{j.contract ? formatCents(j.contract) : 'time and materials'}</td><td class="num">{formatCents(j.used)}</td><td
							>{#if j.sold}<Waterline
									kind="used"
									cost={Math.min(j.used, j.sold)}
									breakEven={j.sold}
									price={j.used}
									words={['', '', '']}
									height={10}
									label="{formatCents(j.used)} of {formatCents(j.sold)}"
								/>{/if}</td
						><td class="num">{formatCents(j.billed)}</td></tr
					>{:else}<tr><td colspan="8">No job fits. Jobs get here when their quote is accepted.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
