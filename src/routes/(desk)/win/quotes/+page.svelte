<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay, showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
	const marks = { open: 'wait', accepted: 'done', declined: 'need', replaced: 'ring', withdrawn: 'ring' } as const;
</script>

<Page title="Quotes" sub="{data.quotes.length} revisions" pages={pagesOf('Win')} current="/win/quotes">
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'quotes.csv',
					['number', 'revision', 'job', 'customer', 'total', 'state'],
					data.quotes.map((q) => [q.number, q.revision, q.name, q.customer, q.total / 100, q.state])
				)}>Export</button
		>{/snippet}
	<nav class="mb-3 flex gap-4" aria-label="Which">
		{#each [['', 'All'], ['open', 'Open'], ['accepted', 'Accepted'], ['declined', 'Declined'], ['replaced', 'Replaced']] as [key, word] (key)}<a
				class="link"
				aria-current={data.state === key}
				class:font-bold={data.state === key}
				href="?state={key}">{word}</a
			>{/each}
	</nav>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Quote</th><th>Job</th><th>Customer</th><th class="num">Total</th><th>State</th><th class="num">Seen</th><th>Last seen</th><th
						>Valid until</th
					></tr
				></thead
			>
			<tbody
				>{#each data.quotes as q (q.id)}<tr
						><td class="figure">{q.number}-{q.revision}</td><td><a class="link" href="/jobs/{q.jobId}">{q.name}</a></td><td>{q.customer}</td
						><td class="num">{formatCents(q.total)}</td><td><Mark kind={marks[q.state]} label={q.state} /></td><td class="num"
							>{q.seen || ''}</td
						><td>{showInstant(q.lastSeen, data.company.zone)}</td><td>{showDay(q.validUntil)}</td></tr
					>{:else}<tr><td colspan="8">No quotes here. They are issued from the estimate of a job.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
