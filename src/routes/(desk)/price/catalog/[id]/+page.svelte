<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatQuantity, formatUnitPrice, toTyped } from '$lib/core/money';
	import Lines from '$lib/ui/chart/Lines.svelte';
	import Files from '$lib/ui/forms/Files.svelte';
	import ItemForm, { readItem } from '$lib/ui/forms/ItemForm.svelte';
	import How from '$lib/ui/money/How.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Suppliers from '$lib/ui/price/Suppliers.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let typed = $state(
		untrack(() => ({
			code: data.item.code,
			name: data.item.name,
			kind: data.item.kind,
			unit: data.item.unit,
			cost: toTyped(data.item.cost, 4, 2),
			ruleBy: data.item.rule.by,
			ruleValue:
				data.item.rule.by === 'fixed'
					? toTyped(data.item.rule.price, 4, 2)
					: 'percent' in data.item.rule
						? `${data.item.rule.percent / 100}%`
						: '',
			taxCodeId: data.item.taxCodeId,
			categoryId: data.item.categoryId,
			wording: data.item.wording,
			purchaseUnit: data.item.purchaseUnit,
			pack: toTyped(data.item.pack, 4),
			tags: data.item.tags.join(', '),
			note: data.item.note,
			fileId: data.item.fileId,
			companions: data.companions
		}))
	);
	const costs = $derived([...data.costs].reverse());
	let problem = $state('');
	let field = $state('');
	let saved = $state(false);
	async function save() {
		const read = readItem(typed);
		if (!read.ok) return void ([saved, problem, field] = [false, read.message, read.field]);
		const r = await command('catalog.save-item', { itemId: data.item.id, ...read.value, version: data.item.version });
		saved = r.ok;
		[problem, field] = r.ok ? ['', ''] : [r.message, r.field ?? ''];
	}
</script>

<Page
	title={data.item.name}
	sub="{data.item.code} · price {formatUnitPrice(data.price)} a {data.item.unit}"
	pages={pagesOf('Price')}
	current="/price/catalog"
>
	<div class="grid gap-4 lg:grid-cols-[460px_minmax(0,1fr)]">
		<Form class="sheet grid content-start gap-3 p-4" onsave={() => save()}>
			<ItemForm bind:typed {field} {problem} taxCodes={data.taxCodes} categories={data.categories} />{#if problem && !field}<p
					class="problem"
					role="alert"
				>
					{problem}
				</p>{/if}{#if saved}<p role="status" class="quiet">Saved.</p>{/if}<button class="btn btn-primary justify-self-start">Save</button>
		</Form>
		<div class="grid content-start gap-4">
			<section class="sheet p-4">
				<div class="flex items-baseline gap-4">
					<h2>Price</h2>
					<How label={formatUnitPrice(data.price)} of="item:{data.item.id}" about="the price" />
				</div>
				<Waterline
					cost={data.item.cost}
					breakEven={data.breakEven}
					price={data.price}
					label="Price {formatUnitPrice(data.price)}, cost {formatUnitPrice(data.item.cost)}, break-even {formatUnitPrice(data.breakEven)}"
					height={14}
				/>
			</section>
			<section class="sheet">
				<h2 class="p-3">What was charged for it</h2>
				{#if data.history.times}<p class="px-3 pb-2">
						<span class="quiet">on {data.history.times} accepted quote{data.history.times > 1 ? 's' : ''}:</span> last
						<strong class="figure">{formatUnitPrice(data.history.last ?? 0)}</strong>, lowest
						<strong class="figure">{formatUnitPrice(data.history.lowest ?? 0)}</strong>, median
						<strong class="figure">{formatUnitPrice(data.history.median ?? 0)}</strong>
					</p>
					<div class="scroll">
						<table class="grid-table" aria-label="What was charged">
							<thead
								><tr><th>When</th><th>Customer</th><th class="num">Quantity</th><th class="num">Unit price after discount</th></tr></thead
							><tbody
								>{#each data.sold as s (s.id)}<tr
										><td>{showInstant(s.at, data.company.zone)}</td><td><a class="link" href="/jobs/{s.jobId}">{s.customer}</a></td><td
											class="num">{formatQuantity(s.quantity)} {data.item.unit}</td
										><td class="num">{formatUnitPrice(s.price)}</td></tr
									>{/each}</tbody
							>
						</table>
					</div>{:else}<p class="quiet px-3 pb-3">It stands on no accepted quote yet.</p>{/if}
			</section>
			<Suppliers
				item={data.item}
				references={data.references}
				suppliers={data.suppliers}
				mayChange={data.mayChange}
				zone={data.company.zone}
			/>
			<section class="sheet p-3">
				<h2>Cost over time</h2>
				{#if costs.length > 1}<Lines
						labels={costs.map((c) => showInstant(c.at, data.company.zone).split(',')[0] ?? '')}
						lines={[{ name: 'cost', values: costs.map((c) => c.after) }]}
						show={(n) => formatUnitPrice(n)}
						height={150}
						steps
					/>{/if}
				<table class="grid-table">
					<tbody
						>{#each data.costs as c, n (n)}<tr
								><td>{showInstant(c.at, data.company.zone)}</td><td class="num"
									>{c.before === null ? 'first' : formatUnitPrice(c.before)}</td
								><td class="num">{formatUnitPrice(c.after)}</td></tr
							>{:else}<tr><td>No change is on record.</td></tr>{/each}</tbody
					>
				</table>
			</section>
			<Files subject="item:{data.item.id}" files={data.dataSheets} mayChange={data.mayChange} />
			<section class="sheet p-4">
				<h2>Where used</h2>
				<p class="quiet">{data.onEstimates} lines on estimates</p>
				{#each data.usedIn as a (a.id)}<p><a class="link" href="/price/assemblies/{a.id}">{a.name}</a></p>{/each}
			</section>
		</div>
	</div>
</Page>

<style>
	.scroll {
		max-height: 260px;
		overflow: auto;
	}
</style>
