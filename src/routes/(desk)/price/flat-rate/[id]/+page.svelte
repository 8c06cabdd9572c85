<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, formatQuantity, formatRate, formatUnitPrice } from '$lib/core/money';
	import { explainFlat } from '$lib/core/pricing';
	import PictureField from '$lib/ui/forms/PictureField.svelte';
	import How from '$lib/ui/money/How.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import { treeOf } from '$lib/ui/price/categories';
	import EditionBar from '$lib/ui/price/EditionBar.svelte';
	import FlatTermsDialog from '$lib/ui/price/FlatTermsDialog.svelte';
	import { within } from '$lib/ui/lists';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import { withParams, type Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Row = (typeof data.services)[number];
	let terms = $state(false);
	let fresh = $state(false);
	let problem = $state('');
	const tree = $derived(treeOf(data.categories));
	/** A category and all that lie in it. */
	const inside = $derived(within(tree, data.within));
	const rows = $derived(data.within ? data.services.filter((s) => s.categoryId && inside.has(s.categoryId)) : data.services);
	const category = $derived(data.categories.find((c) => c.id === data.within));
	const countIn = (id: string) => data.services.filter((s) => s.categoryId === id).length;
	const kept = (s: Row) =>
		s.withdrawn ? (s.ours ? 'withdrawn, kept as ours' : 'withdrawn') : s.follows ? 'follows' : s.publisherHas ? 'kept as ours' : 'our own';
	const columns: Column<Row>[] = [
		{ key: 'title', label: 'Service', value: (s) => s.title, own: true },
		{ key: 'hours', label: 'Hours', value: (s) => s.hours / 10_000, text: (s) => formatQuantity(s.hours), num: true },
		{
			key: 'materials',
			label: 'Materials',
			value: (s) => s.price.materialCost / 100,
			text: (s) => formatCents(s.price.materialCost),
			num: true
		},
		{ key: 'price', label: 'Price', value: (s) => s.price.price / 100, own: true, num: true },
		{
			key: 'margin',
			label: 'Margin',
			value: (s) => (s.price.margin === null ? null : s.price.margin / 1_000_000),
			text: (s) => formatRate(s.price.margin),
			num: true
		},
		{ key: 'line', label: 'Waterline', value: (s) => s.price.margin, own: true, width: '14%' },
		{ key: 'state', label: 'Kept', value: kept }
	];
	async function toggle() {
		const c = data.catalog;
		const r = await command('flat-rate.save-catalog', {
			catalogId: c.id,
			name: c.name,
			on: !c.on,
			markup: c.markup,
			sheetId: c.sheetId ?? data.sheets[0]?.id ?? '',
			hourlyPrice: c.hourlyPrice,
			rounding: c.rounding,
			materialTaxId: c.materialTaxId,
			laborTaxId: c.laborTaxId,
			version: c.version
		});
		problem = r.ok ? '' : r.message;
	}
	const ENDS = { cent: 'to the cent', one: 'up to a whole dollar', five: 'up to a whole five', 'x.95': 'up to x.95' };
	const sheet = $derived(data.sheets.find((s) => s.id === data.catalog.sheetId));
	async function picture(categoryId: string, fileId: string | null) {
		const r = await command('flat-rate.picture', { categoryId, fileId });
		problem = r.ok ? '' : r.message;
	}
</script>

<Page
	title="Flat-rate"
	sub="{data.catalog.name}{data.catalog.edition ? `, edition ${data.catalog.edition} of ${data.catalog.publisher}` : ', our own'}"
	pages={pagesOf('Price')}
	current="/price/flat-rate"
>
	{#snippet actions()}{#if data.mayChange}<button class="btn" onclick={() => (fresh = true)}>Own catalog</button><a
				class="btn btn-primary"
				href="/price/flat-rate/service/new?catalog={data.catalog.id}{data.within ? `&in=${data.within}` : ''}">New service</a
			>{/if}{/snippet}
	<EditionBar editions={data.editions} mayChange={data.mayChange} zone={data.company.zone} />
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="halves">
		<nav class="sheet drawers" aria-label="Catalogs">
			{#each data.catalogs as c (c.id)}
				<a class="drawer" class:off={!c.on} href="/price/flat-rate/{c.id}" aria-current={c.id === data.catalog.id ? 'page' : undefined}
					><strong>{c.name}</strong><span class="quiet">{c.on ? c.services : 'off'}</span></a
				>
				{#if c.id === data.catalog.id}<ul>
						<li>
							<a href={withParams(page.url.search, { in: null })} aria-current={data.within ? undefined : 'true'}>All services</a>
						</li>
						{#each tree as k (k.id)}<li style:padding-left="{k.depth * 14}px">
								{#if k.fileId}<img src="/api/files/{k.fileId}?small" alt="" />{/if}
								<a href={withParams(page.url.search, { in: k.id })} aria-current={data.within === k.id ? 'true' : undefined}>{k.name}</a>
								<span class="quiet">{countIn(k.id) || ''}</span>
							</li>{/each}
					</ul>{/if}
			{/each}
			{#if data.mayChange && category}<div class="px-3 pb-2">
					<PictureField bind:fileId={() => category.fileId, (id) => void picture(category.id, id)} label="Picture of {category.name}" />
				</div>{/if}
		</nav>
		<div class="min-w-0">
			<p class="sheet terms">
				<span>Materials +{formatPercent(data.catalog.markup)}</span><span
					>an hour {formatUnitPrice(data.terms.hourlyPrice)}{data.catalog.hourlyPrice === null
						? ` (${sheet?.name ?? 'no sheet'})`
						: ', typed'}</span
				><span>{ENDS[data.catalog.rounding]}</span>
				{#if !data.catalog.on}<span class="chip chip-wait">switched off</span>{/if}
				{#if data.mayChange}<span class="ml-auto flex gap-4"
						><button class="link" onclick={() => (terms = true)}>Change terms</button><button class="link" onclick={toggle}
							>{data.catalog.on ? 'Switch off' : 'Switch on'}</button
						></span
					>{/if}
			</p>
			<DataTable
				name="flat-rate"
				{rows}
				{columns}
				href={(s) => `/price/flat-rate/service/${s.id}`}
				empty="No service here."
				quiet={(s) => s.withdrawn && !s.ours}
			>
				{#snippet cell(s, key)}
					{#if key === 'title'}<a class="link" href="/price/flat-rate/service/{s.id}">{s.title}</a>
					{:else if key === 'price'}<How
							label={formatCents(s.price.price)}
							about="the price of {s.title}"
							steps={() =>
								explainFlat(s.title, { hours: s.hours as never, materials: s.materials }, data.terms, {
									catalog: `/price/flat-rate/${data.catalog.id}`,
									...(data.catalog.sheetId ? { rate: `/price/rates/${data.catalog.sheetId}` } : {})
								})}
						/>
					{:else}<Waterline
							cost={s.price.cost}
							breakEven={s.price.breakEven}
							price={s.price.price}
							words={['', '', '']}
							height={11}
							label="Price {formatCents(s.price.price)}, cost {formatCents(s.price.cost)}, break-even {formatCents(s.price.breakEven)}"
						/>{/if}
				{/snippet}
			</DataTable>
		</div>
	</div>
</Page>
<FlatTermsDialog bind:open={terms} catalog={data.catalog} sheets={data.sheets} taxCodes={data.taxCodes} onsaved={() => undefined} />
<FlatTermsDialog
	bind:open={fresh}
	catalog={null}
	sheets={data.sheets}
	taxCodes={data.taxCodes}
	onsaved={(id) => void goto(`/price/flat-rate/${id}`)}
/>

<style>
	.halves {
		display: grid;
		grid-template-columns: 236px minmax(0, 1fr);
		gap: 14px;
		align-items: start;
	}
	.drawers {
		padding: 4px 0;
	}
	.drawer {
		display: flex;
		justify-content: space-between;
		gap: 8px;
		padding: 7px 12px;
		text-decoration: none;
		border-left: 3px solid transparent;
	}
	.drawer[aria-current] {
		border-color: var(--color-primary);
		background: var(--color-base-200);
	}
	.off strong {
		font-weight: 400;
		color: var(--quiet);
	}
	ul {
		padding: 2px 12px 8px 18px;
	}
	li {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 26px;
	}
	li a {
		text-decoration: none;
	}
	li a:hover {
		text-decoration: underline;
	}
	li a[aria-current] {
		font-weight: 650;
	}
	img {
		width: 26px;
		height: 26px;
		object-fit: cover;
		border: 1px solid var(--line);
	}
	.terms {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 22px;
		padding: 8px 12px;
		margin-bottom: 10px;
	}
	@media (max-width: 900px) {
		.halves {
			grid-template-columns: 1fr;
		}
	}
</style>
