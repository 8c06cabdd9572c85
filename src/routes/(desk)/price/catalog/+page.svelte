<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatPercent, formatUnitPrice } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import ItemForm from '$lib/ui/forms/ItemForm.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data } = $props();
	const blank = () => ({
		code: '',
		name: '',
		kind: 'material',
		unit: 'each',
		cost: '',
		ruleBy: 'inherit',
		ruleValue: '',
		taxCodeId: null as string | null,
		categoryId: null as string | null,
		wording: ''
	});
	let adding = $state(false);
	let typed = $state(blank());
	let problem = $state('');
	let field = $state('');
	async function add() {
		const r = await command('catalog.save-item', typed);
		if (r.ok) [adding, typed, problem, field] = [false, blank(), '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const named = (list: { id: string; name: string }[], id: string | null) => list.find((x) => x.id === id)?.name ?? '';
</script>

<Page title="Catalog" sub="{data.count.toLocaleString('en-US')} items" pages={pagesOf('Price')} current="/price/catalog">
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'catalog.csv',
					['code', 'name', 'unit', 'cost', 'price'],
					data.items.map((i) => [i.code, i.name, i.unit, i.cost / 10_000, i.price / 10_000])
				)}>Export</button
		>{#if data.mayChange}<button class="btn btn-primary" onclick={() => (adding = true)}>New item</button>{/if}{/snippet}
	<input
		class="input mb-3 max-w-96"
		placeholder="Search by code and words"
		aria-label="Search the catalog"
		value={data.q}
		oninput={(e) => goto(`?q=${encodeURIComponent(e.currentTarget.value)}`, { replaceState: true, keepFocus: true, noScroll: true })}
	/>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Code</th><th>Name</th><th>Kind</th><th>Unit</th><th class="num">Cost</th><th class="num">Price</th><th>Rule</th><th
						>Category</th
					><th>Supplier</th></tr
				></thead
			>
			<tbody
				>{#each data.items as i (i.id)}<tr class:quiet={i.setAside}
						><td class="figure">{i.code}</td><td><a class="link" href="/price/catalog/{i.id}">{i.name}</a></td><td>{i.kind}</td><td
							>{i.unit}</td
						><td class="num">{formatUnitPrice(i.cost)}</td><td class="num">{formatUnitPrice(i.price)}</td><td
							>{i.ruleHeld.by}{'percent' in i.ruleHeld ? ` ${formatPercent(i.ruleHeld.percent)}` : ''}{i.rule.by === 'inherit'
								? ', inherited'
								: ''}</td
						><td>{named(data.categories, i.categoryId)}</td><td>{named(data.suppliers, i.supplierId)}</td></tr
					>{:else}<tr><td colspan="9">Nothing fits. Import a supplier’s price list, or add an item.</td></tr>{/each}</tbody
			>
		</table>
	</div>
	{#if data.items.length >= 200}<p class="quiet mt-2">The first 200 are shown: type more words.</p>{/if}
</Page>
<Dialog bind:open={adding} title="New item" onsave={add} problem={field ? '' : problem}
	><ItemForm bind:typed {field} {problem} taxCodes={data.taxCodes} categories={data.categories} /></Dialog
>
