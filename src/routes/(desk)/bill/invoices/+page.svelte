<script lang="ts">
	import { AGES } from '$lib/core/receivables';
	import { formatCents } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
	const marks = { draft: 'ring', issued: 'wait', 'part paid': 'half', paid: 'done', void: 'ring' } as const;
</script>

<Page
	title="Invoices"
	sub="{formatCents(data.aging.open)} open{data.aging.credit > 0 ? `, ${formatCents(data.aging.credit)} credit beside it` : ''}"
	pages={pagesOf('Bill')}
	current="/bill/invoices"
>
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'invoices.csv',
					['number', 'customer', 'job', 'total', 'paid', 'due', 'state'],
					data.invoices.map((i) => [i.number ?? '', i.customer, i.job, i.total / 100, i.paid / 100, i.due ?? '', i.state])
				)}>Export</button
		>{/snippet}
	<dl class="ages sheet">
		{#each AGES as a (a)}<div>
				<dt>{a === 'not due' ? 'not due' : `${a} days late`}</dt>
				<dd class="figure">{formatCents(data.aging[a])}</dd>
			</div>{/each}
		<div>
			<dt>credit</dt>
			<dd class="figure">{formatCents(data.aging.credit)}</dd>
		</div>
	</dl>
	<nav class="my-3 flex gap-4" aria-label="Which">
		{#each [['open', 'Open'], ['overdue', 'Overdue'], ['draft', 'Drafts'], ['all', 'All']] as [key, word] (key)}<a
				class="link"
				aria-current={data.which === key}
				class:font-bold={data.which === key}
				href="?which={key}">{word}</a
			>{/each}
	</nav>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Invoice</th><th>Customer</th><th>Job</th><th>What</th><th>Due</th><th>State</th><th class="num">Total</th><th class="num"
						>Open</th
					></tr
				></thead
			>
			<tbody
				>{#each data.invoices as i (i.id)}<tr
						><td><a class="link figure" href="/bill/invoices/{i.id}">{i.number ?? 'draft'}</a></td><td>{i.customer}</td><td>{i.job}</td><td
							>{i.title}</td
						><td
							>{showDay(i.due)}{#if i.due && i.due < data.today && (i.state === 'issued' || i.state === 'part paid')}
								<Mark kind="need" />{/if}{#if i.promise}<span class="quiet"> promised {showDay(i.promise)}</span>{/if}</td
						><td><Mark kind={marks[i.state]} label={i.state} /></td><td class="num">{formatCents(i.total)}</td><td class="num"
							>{i.state === 'issued' || i.state === 'part paid' ? formatCents(i.total - i.paid) : ''}</td
						></tr
					>{:else}<tr><td colspan="8">No invoices here.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>

<style>
	.ages {
		display: grid;
		grid-template-columns: repeat(6, 1fr);
	}
	.ages div {
		padding: 8px 14px;
		border-right: 1px solid var(--line);
	}
	.ages div:last-child {
		border: 0;
	}
	dt {
		color: var(--quiet);
		font-size: 0.9rem;
	}
	dd {
		font-size: 1.14rem;
		font-weight: 600;
	}
</style>
