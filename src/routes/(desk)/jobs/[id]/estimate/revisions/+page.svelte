<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import type { LineState } from '$lib/core/estimate';
	import { formatCents, formatQuantity, formatRate, formatUnitPrice } from '$lib/core/money';
	import BenchPages from '$lib/ui/estimate/BenchPages.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	import { withParams } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const c = $derived(data.comparison);
	let going: string | null = $state(null);
	let problem = $state('');
	const named = (id: string) => (id === 'draft' ? 'the draft' : `revision ${data.revisions.find((r) => r.id === id)?.revision ?? '?'}`);
	const set = (which: 'a' | 'b', id: string) =>
		void goto(withParams(page.url.search, { [which]: id }), { replaceState: true, keepFocus: true, noScroll: true });
	const STATES = { open: 'wait', accepted: 'done', declined: 'need', replaced: 'ring', withdrawn: 'ring' } as const;
	async function back() {
		if (going === null) return;
		const r = await command('estimates.from-revision', { estimateId: data.estimateId, revisionId: going });
		if (r.ok) await goto(`/jobs/${data.head.job.id}/estimate`);
		else problem = r.message;
	}
	/** The cells that differ, before and after. */
	const cell = (l: LineState | null, what: string) =>
		l === null
			? ''
			: what === 'quantity'
				? `${formatQuantity(l.quantity)} ${l.unit}`
				: what === 'cost'
					? formatUnitPrice(l.unitCost)
					: `${l.derived ? '≈ ' : ''}${formatUnitPrice(l.unitPrice)}`;
	const signed = (n: number) => (n > 0 ? `+${formatCents(n)}` : formatCents(n));
</script>

<Page
	title={data.head.job.name}
	sub="Issued revisions stay what they were"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/estimate"
	wide
>
	<ThreadStrip steps={data.thread} />
	<BenchPages jobId={data.head.job.id} current="revisions" />
	<div class="body">
		{#if data.revisions.length === 0}<div class="sheet p-6">
				<h2>Nothing issued yet</h2>
				<p class="mt-1">
					When a quote is issued, its lines and figures are frozen here as revision 1, and every later state can be compared with it.
				</p>
			</div>
		{:else}
			<section class="sheet" aria-label="Revisions">
				<table class="grid-table">
					<thead
						><tr><th>Revision</th><th>Issued</th><th>By</th><th>State</th><th class="num">Net</th><th class="num">Total</th><th></th></tr
						></thead
					>
					<tbody
						>{#each data.revisions as r (r.id)}<tr
								><td>{r.revision}</td><td>{showInstant(r.issuedAt, data.company.zone)}</td><td>{r.issuedBy}</td><td
									><Mark kind={STATES[r.state]} label={r.state} /></td
								><td class="num">{formatCents(r.net)}</td><td class="num">{formatCents(r.total)}</td><td class="num"
									>{#if data.mayChange && data.head.job.number === null}<button class="link" onclick={() => (going = r.id)}
											>Back to it as a draft</button
										>{/if}</td
								></tr
							>{/each}</tbody
					>
				</table>
			</section>
			<p class="choose">
				<label
					>Compare <select class="select" aria-label="Compare" value={data.a} onchange={(e) => set('a', e.currentTarget.value)}
						><option value="draft">the draft</option>{#each data.revisions as r (r.id)}<option value={r.id}>revision {r.revision}</option
							>{/each}</select
					></label
				><label
					>with <select class="select" aria-label="with" value={data.b} onchange={(e) => set('b', e.currentTarget.value)}
						><option value="draft">the draft</option>{#each data.revisions as r (r.id)}<option value={r.id}>revision {r.revision}</option
							>{/each}</select
					></label
				>
			</p>
			{#if c}
				<p class="sheet sums">
					<span
						>Price {formatCents(c.price[0])} → <strong class="figure">{formatCents(c.price[1])}</strong> ({signed(
							c.price[1] - c.price[0]
						)})</span
					><span>Cost {formatCents(c.cost[0])} → {formatCents(c.cost[1])}</span><span
						>Margin {formatRate(c.margin[0])} → <strong>{formatRate(c.margin[1])}</strong></span
					>{#if c.discount[0] !== c.discount[1]}<span>Discount {formatCents(c.discount[0])} → {formatCents(c.discount[1])}</span>{/if}<span
						class="quiet">{c.unchanged} lines the same</span
					>
				</p>
				<section class="sheet" aria-label="What changed">
					<table class="grid-table">
						<thead
							><tr
								><th>Line</th><th>Scope</th><th>What</th><th class="num">Quantity</th><th class="num">Cost</th><th class="num">Price</th><th
									class="num">Does to the price</th
								></tr
							></thead
						>
						<tbody
							>{#each c.changes as x (x.id + x.what.join())}<tr class:gone={x.after === null} class:fresh={x.before === null}
									><td>{x.after?.name ?? x.before?.name}</td><td class="quiet">{x.scope}</td><td>{x.what.join(', ')}</td
									>{#each ['quantity', 'cost', 'price'] as w (w)}<td class="num"
											>{cell(x.before, w) === cell(x.after, w) || !x.before || !x.after
												? cell(x.after ?? x.before, w)
												: `${cell(x.before, w)} → ${cell(x.after, w)}`}</td
										>{/each}<td class="num">{x.difference ? signed(x.difference) : ''}</td></tr
								>{:else}<tr><td colspan="7">Line by line the same: {named(data.a)} and {named(data.b)}.</td></tr>{/each}</tbody
						>
					</table>
				</section>
			{/if}
		{/if}
	</div>
</Page>
<Dialog
	bind:open={
		() => going !== null,
		(v) => {
			if (!v) going = null;
		}
	}
	title="Back to {named(going ?? '')} as a draft"
	save="Go back"
	onsave={back}
	{problem}
>
	<p>
		The draft becomes what {named(going ?? '')} was, line by line. What stands there now is not lost: Undo on the estimate brings it back.
	</p>
</Dialog>

<style>
	.body {
		padding: 14px 18px 40px;
	}
	.choose {
		display: flex;
		gap: 14px;
		margin: 14px 0 10px;
	}
	.choose label {
		display: flex;
		align-items: center;
		gap: 8px;
	}
	.choose .select {
		width: 150px;
	}
	.sums {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 26px;
		padding: 10px 12px;
		margin-bottom: 10px;
	}
	.gone td {
		text-decoration: line-through;
		color: var(--quiet);
	}
	.fresh td:first-child {
		font-weight: 650;
	}
</style>
