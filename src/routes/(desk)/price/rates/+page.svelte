<script lang="ts">
	import { laborRate } from '$lib/core/pricing';
	import { formatRate, formatUnitPrice } from '$lib/core/money';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
</script>

<Page title="Rate sheets" sub="How an hour of labor is built up" pages={pagesOf('Price')} current="/price/rates">
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Sheet</th><th>From</th><th class="num">Loaded cost</th><th class="num">Break-even</th><th class="num">Price</th><th
						class="num">Margin</th
					><th style="width: 24%">Waterline</th></tr
				></thead
			><tbody
				>{#each data.sheets as s (s.id)}{@const r = laborRate(s.sheet)}<tr
						><td><a class="link" href="/price/rates/{s.id}">{s.name}</a></td><td>{showDay(s.from)}</td><td class="num"
							>{formatUnitPrice(r.loadedCost)}</td
						><td class="num">{formatUnitPrice(r.breakEven)}</td><td class="num">{formatUnitPrice(r.price)}</td><td class="num"
							>{formatRate(r.margin, 2)}</td
						><td
							><Waterline
								cost={r.loadedCost}
								breakEven={r.breakEven}
								price={r.price}
								words={['', '', '']}
								height={12}
								label="{s.name}: price {formatUnitPrice(r.price)}, break-even {formatUnitPrice(r.breakEven)}"
							/></td
						></tr
					>{:else}<tr><td colspan="7">No sheets yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
