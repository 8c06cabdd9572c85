<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { formatPercent, formatRate, formatUnitPrice } from '$lib/core/money';
	import { KINDS } from '$lib/core/pricing';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import { listedItems } from '$lib/ui/price/listed.svelte';
	import UnderWay from '$lib/ui/price/UnderWay.svelte';
	import ItemForm, { blankItem, readItem } from '$lib/ui/forms/ItemForm.svelte';
	import BulkDialog from '$lib/ui/price/BulkDialog.svelte';
	import CategoryDialog from '$lib/ui/price/CategoryDialog.svelte';
	import { indented, treeOf } from '$lib/ui/price/categories';
	import How from '$lib/ui/money/How.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import { withParams, type Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Item = (typeof data.items)[number];
	let adding = $state(false);
	let typed = $state(blankItem());
	let problem = $state('');
	let field = $state('');
	let picked: string[] = $state([]);
	let changing = $state(false);
	let tree = $state(false);
	let said = $state('');
	async function add() {
		const read = readItem(typed);
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('catalog.save-item', read.value);
		if (r.ok) [adding, typed, problem, field] = [false, blankItem(), '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function undo(changeId: string) {
		const r = await command('catalog.undo-change', { changeId });
		if (r.ok && r.result.more) said = 'It is being taken back. You can go on with something else.';
		else
			said = r.ok
				? `${r.result.restored} items are as they were${r.result.left ? `; ${r.result.left} changed since stay` : ''}.`
				: r.message;
	}
	const named = (list: { id: string; name: string }[], id: string | null) => list.find((x) => x.id === id)?.name ?? '';
	const listed = listedItems(() => data);
	const columns = $derived<Column<Item>[]>([
		{ key: 'code', label: 'Code', value: (i) => i.code },
		{ key: 'name', label: 'Name', value: (i) => i.name, own: true },
		{ key: 'kind', label: 'Kind', value: (i) => i.kind, group: true },
		{ key: 'unit', label: 'Unit', value: (i) => i.unit },
		{ key: 'cost', label: 'Cost', value: (i) => i.cost / 10_000, text: (i) => formatUnitPrice(i.cost), num: true },
		{ key: 'price', label: 'Price', value: (i) => i.price / 10_000, text: (i) => formatUnitPrice(i.price), own: true, num: true },
		{
			key: 'margin',
			label: 'Margin',
			value: (i) => (i.margin === null ? null : i.margin / 1_000_000),
			text: (i) => formatRate(i.margin),
			num: true
		},
		{
			key: 'rule',
			label: 'Rule',
			value: (i) =>
				`${i.ruleHeld.by === 'markup' ? '+' : `${i.ruleHeld.by} `}${'percent' in i.ruleHeld ? formatPercent(i.ruleHeld.percent) : ''}${i.rule.by === 'inherit' ? ', inherited' : ''}`
		},
		{ key: 'category', label: 'Category', value: (i) => named(data.categories, i.categoryId), group: true },
		{ key: 'supplier', label: 'Supplier', value: (i) => named(data.suppliers, i.supplierId), group: true },
		{ key: 'tags', label: 'Tags', value: (i) => i.tags.join(', '), extra: true },
		{ key: 'tax', label: 'Tax', value: (i) => named(data.taxCodes, i.taxCodeId), extra: true },
		{ key: 'note', label: 'Note', value: (i) => i.note, extra: true }
	]);
	const filter = $derived(picked.length ? { ids: picked } : data.filter);
	const many = $derived(picked.length || data.found);
	const set = (name: string, value: string) => {
		picked = [];
		void goto(withParams(page.url.search, { [name]: value }), { replaceState: true, keepFocus: true, noScroll: true });
	};
	const asked = $derived(encodeURIComponent(JSON.stringify(filter)));
</script>

<Page title="Catalog" sub="{data.count.toLocaleString('en-US')} items" pages={pagesOf('Price')} current="/price/catalog">
	{#snippet actions()}{#if data.mayChange}<button class="btn" onclick={() => (tree = true)}>Categories</button><button
				class="btn"
				disabled={many === 0}
				onclick={() => (changing = true)}>Change {many.toLocaleString('en-US')} items</button
			><button class="btn btn-primary" onclick={() => (adding = true)}>New item</button>{/if}{/snippet}
	{#if said}<p class="mb-2" role="status"><Mark kind="done" label={said} /></p>{/if}
	<DataTable
		name="catalog"
		rows={listed.rows}
		more={{ total: data.found, next: listed.next }}
		{columns}
		href={(i) => `/price/catalog/${i.id}`}
		search="server"
		placeholder="Search by code and words"
		empty="Nothing fits. Import a supplier’s price list, or add an item."
		quiet={(i) => i.setAside}
		bind:picked
	>
		{#snippet tools()}
			<select class="select pick" aria-label="Kind" value={data.filter.kind ?? ''} onchange={(e) => set('kind', e.currentTarget.value)}
				><option value="">all kinds</option>{#each KINDS as k (k)}<option value={k}>{k}</option>{/each}</select
			>
			<select
				class="select pick"
				aria-label="Category"
				value={data.filter.categoryId ?? ''}
				onchange={(e) => set('category', e.currentTarget.value)}
				><option value="">all categories</option>{#each treeOf(data.categories) as c (c.id)}<option value={c.id}>{indented(c)}</option
					>{/each}</select
			>
			<select
				class="select pick"
				aria-label="Supplier"
				value={data.filter.supplierId ?? ''}
				onchange={(e) => set('supplier', e.currentTarget.value)}
				><option value="">all suppliers</option>{#each data.suppliers as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			>
			{#if data.tags.length}<select
					class="select pick"
					aria-label="Tag"
					value={data.filter.tag ?? ''}
					onchange={(e) => set('tag', e.currentTarget.value)}
					><option value="">all tags</option>{#each data.tags as t (t.tag)}<option value={t.tag}>{t.tag} ({t.n})</option>{/each}</select
				>{/if}
			<label class="quiet"
				><input
					type="checkbox"
					checked={data.filter.setAside ?? false}
					onchange={(e) => set('aside', e.currentTarget.checked ? '1' : '')}
				/> set aside</label
			>
		{/snippet}
		{#snippet cell(i, key)}{#if key === 'price'}<How
					label={formatUnitPrice(i.price)}
					of="item:{i.id}"
					about="the price of {i.name}"
				/>{:else}<a class="link" href="/price/catalog/{i.id}">{i.name}</a>{/if}{/snippet}
	</DataTable>
	<p class="quiet mt-2 flex gap-4">
		<a class="link" href="/api/catalog-export?filter={asked}">All {many.toLocaleString('en-US')} as CSV</a><a
			class="link"
			href="/api/catalog-export?as=xlsx&filter={asked}">as a spreadsheet</a
		>
	</p>
	{#if data.changes.length}<section class="sheet mt-4" aria-label="Changes of many items">
			<h2 class="p-3">Changes of many items</h2>
			<ul class="px-3 pb-3">
				{#each data.changes as c (c.id)}<li class="flex gap-3 py-[3px]">
						<span class="quiet w-28 flex-none">{showInstant(c.at, data.company.zone)}</span><span class:quiet={c.undoneAt}>{c.text}</span
						><span class="quiet ml-auto">{c.byName}</span>{#if c.work}<UnderWay
								work={c.work}
								done={c.done}
								total={c.total}
								onstop={() => undo(c.id)}
							/>{:else if c.undoneAt}<span class="quiet">taken back</span>{:else if data.mayChange}<button
								class="link"
								onclick={() => undo(c.id)}>Take back</button
							>{/if}
					</li>{/each}
			</ul>
		</section>{/if}
</Page>
<Dialog bind:open={adding} title="New item" onsave={add} {problem}
	><ItemForm bind:typed {field} {problem} taxCodes={data.taxCodes} categories={data.categories} /></Dialog
>
{#if data.mayChange}<BulkDialog
		bind:open={changing}
		{filter}
		of={picked.length ? `${picked.length} picked items` : `all ${data.found.toLocaleString('en-US')} items that are listed`}
		categories={data.categories}
		taxCodes={data.taxCodes}
		ondone={(words) => {
			said = words;
			picked = [];
		}}
	/><CategoryDialog bind:open={tree} categories={data.categories} />{/if}

<style>
	.pick {
		width: auto;
		max-width: 180px;
		padding-right: 1.9rem;
	}
</style>
