<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import type { EditionChange } from '$lib/core/pricing';
	import How from '$lib/ui/money/How.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const d = $derived(data.diff);
	let busy = $state(false);
	let problem = $state('');
	const open = $derived(data.edition.state !== 'taken');
	async function settle(take: boolean) {
		busy = true;
		const [what, how] = [{ editionId: data.edition.id }, { refresh: false }];
		const r = take ? await command('flat-rate.take-edition', what, how) : await command('flat-rate.leave-edition', what, how);
		busy = false;
		if (!r.ok) problem = r.message;
		else await goto(r.result ? `/price/flat-rate/${r.result.catalogId}` : '/price/flat-rate', { invalidateAll: true });
	}
	const nothing = $derived(d.added.length + d.withdrawn.length + d.changed.length + d.left.length === 0);
</script>

{#snippet changes(title: string, list: EditionChange[], remark: string)}
	{#if list.length}<section class="sheet" aria-label={title}>
			<h2>{list.length} {title}</h2>
			{#if remark}<p class="quiet px-3">{remark}</p>{/if}
			<table class="grid-table">
				<thead><tr><th>Service</th><th>What</th><th class="num">Hours</th><th class="num">Cost</th><th class="num">Price</th></tr></thead>
				<tbody
					>{#each list.slice(0, 400) as c (c.key)}<tr
							><td>{c.title}</td><td class="quiet">{c.what.join(', ')}</td><td class="num"
								>{formatQuantity(c.hours[0])}{c.hours[0] === c.hours[1] ? '' : ` → ${formatQuantity(c.hours[1])}`}</td
							><td class="num">{formatCents(c.before.cost)}{c.before.cost === c.after.cost ? '' : ` → ${formatCents(c.after.cost)}`}</td><td
								class="num"
								>{formatCents(c.before.price)}{#if c.before.price !== c.after.price}&nbsp;→ <How
										label={formatCents(c.after.price)}
										of="edition:{data.edition.id}:{c.key}"
										about="the new price of {c.title}"
									/>{/if}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</section>{/if}
{/snippet}
<Page
	title="Edition {data.edition.edition}"
	sub="{data.edition.name}, {data.edition.publisher}, published {showDay(data.edition.published)}{data.catalog
		? `; you have edition ${data.catalog.edition}`
		: '; a new catalog'}"
	pages={pagesOf('Price')}
	current="/price/flat-rate"
>
	{#snippet actions()}{#if data.mayChange && open}<button class="btn" disabled={busy} onclick={() => settle(false)}>Leave it</button><button
				class="btn btn-primary"
				disabled={busy}
				onclick={() => settle(true)}>{busy ? 'Taking…' : `Take edition ${data.edition.edition}`}</button
			>{/if}{/snippet}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<p class="sheet summary">
		<span><strong class="figure">{d.added.length}</strong> new</span><span><strong class="figure">{d.changed.length}</strong> changed</span
		><span><strong class="figure">{d.withdrawn.length}</strong> withdrawn</span><span
			><strong class="figure">{d.left.length}</strong> kept as ours, left alone</span
		><span><strong class="figure">{d.unchanged}</strong> unchanged</span>
	</p>
	{#if data.open.length}<p class="sheet summary">
			<span
				>On {data.open.length} open estimate{data.open.length === 1 ? '' : 's'}:
				{#each data.open.slice(0, 8) as o, i (o.jobId)}{i ? ', ' : ''}<a class="link" href="/jobs/{o.jobId}/estimate">{o.name}</a>{/each}.
				They keep their prices until they are brought up to date.</span
			>
		</p>{/if}
	{#if nothing}<p class="sheet summary">Nothing in it differs from what you have.</p>{/if}
	{@render changes('changed', d.changed, '')}
	{#if d.added.length}<section class="sheet" aria-label="new">
			<h2>{d.added.length} new</h2>
			<table class="grid-table">
				<thead><tr><th>Service</th><th class="num">Hours</th><th class="num">Cost</th><th class="num">Price</th></tr></thead>
				<tbody
					>{#each d.added.slice(0, 400) as a (a.service.key)}<tr
							><td>{a.service.title}</td><td class="num">{formatQuantity(a.service.hours)}</td><td class="num"
								>{formatCents(a.price.cost)}</td
							><td class="num"
								><How
									label={formatCents(a.price.price)}
									of="edition:{data.edition.id}:{a.service.key}"
									about="the price of {a.service.title}"
								/></td
							></tr
						>{/each}</tbody
				>
			</table>
		</section>{/if}
	{#if d.withdrawn.length}<section class="sheet" aria-label="withdrawn">
			<h2>{d.withdrawn.length} withdrawn</h2>
			<ul class="px-3 pb-3">
				{#each d.withdrawn as w (w.key)}<li>{w.title}{w.ours ? ', kept as ours: it stays offered' : ''}</li>{/each}
			</ul>
		</section>{/if}
	{@render changes('kept as ours', d.left, 'What the publisher now says of services that stay as you have them.')}
</Page>

<style>
	section {
		margin-bottom: 12px;
	}
	h2 {
		padding: 8px 12px;
	}
	.summary {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 26px;
		padding: 10px 12px;
		margin-bottom: 12px;
	}
</style>
