<script lang="ts">
	import { formatQuantity, formatUnitPrice } from '$lib/core/money';
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import type { PriceHistory } from '$lib/core/pricing';
	import { showInstant } from '../shell/dates';
	/** What this customer, and others, paid for an item before; one of the prices can be taken. */
	type Sold = Answer<'catalog.paid-before'>['ownSold'][number];
	let { itemId, jobId, zone, ontake }: { itemId: string; jobId: string; zone: string; ontake: (price: number) => void } = $props();
	const asked = $derived(
		ask('catalog.paid-before', { itemId, jobId }).then((r) => (r.ok ? r.result : Promise.reject(new Error(r.message))))
	);
</script>

{#snippet figures(words: string, h: PriceHistory)}
	<tr
		><td>{words}</td><td class="num">{h.times}×</td>{#each [h.last, h.lowest, h.median] as price, n (n)}<td class="num"
				>{#if price !== null}<button type="button" class="link" onclick={() => ontake(price)}>{formatUnitPrice(price)}</button>{/if}</td
			>{/each}</tr
	>
{/snippet}
{#snippet times(rows: Sold[])}
	{#each rows as s (s.id)}<tr
			><td>{s.customer}</td><td class="quiet">{showInstant(s.at, zone)}{s.invoiceId ? ', invoiced' : ''}</td><td class="num"
				>{formatQuantity(s.quantity)}</td
			><td class="num">{formatUnitPrice(s.price)}</td></tr
		>{/each}
{/snippet}
{#await asked}<p class="quiet" role="status">Looking…</p>
{:then p}
	{#if p.all.times === 0}<p class="quiet">Nobody paid for it yet: it stands on no accepted quote and no invoice.</p>
	{:else}
		<table class="grid-table" aria-label="What was paid for it">
			<thead
				><tr><th></th><th class="num">Sold</th><th class="num">Last</th><th class="num">Lowest</th><th class="num">Median</th></tr></thead
			>
			<tbody>{@render figures('this customer', p.own)}{@render figures('all', p.all)}</tbody>
		</table>
		<!-- It scrolls, so it takes the focus: the arrows move it. -->
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="times" role="region" aria-label="The last times it was sold" tabindex="0">
			<table class="grid-table" aria-label="The last times">
				<tbody>{@render times(p.ownSold)}{@render times(p.others)}</tbody>
			</table>
		</div>
		<p class="quiet">Unit price after discount, a {p.unit}. Press a price to take it.</p>
	{/if}
{:catch}<p class="problem" role="alert">The server cannot be reached. Try again in a moment.</p>{/await}

<style>
	.times {
		max-height: 180px;
		overflow: auto;
		margin: 6px 0;
	}
</style>
