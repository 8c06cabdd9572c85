<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity, formatRate } from '$lib/core/money';
	import { explainFlat, flatPrice } from '$lib/core/pricing';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import PictureField from '$lib/ui/forms/PictureField.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import { indented, treeOf } from '$lib/ui/price/categories';
	import { blankMaterial, readService, typedService, serviceAt } from '$lib/ui/price/service-form';
	import { readForm } from '$lib/ui/forms/typed';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const s = $derived(data.service);
	let typed = $state(untrack(() => typedService(data.service)));
	let fileId = $state(untrack(() => data.service.fileId));
	let problem = $state('');
	let field = $state('');
	let said = $state('');
	let going = $state(false);
	const work = $derived(readService(typed));
	const price = $derived(work ? flatPrice(work, data.terms) : null);
	const before = $derived(flatPrice({ hours: s.hours as never, materials: s.materials }, data.terms));
	const at = (f: string) => (field === f ? problem : '');
	const steps = () =>
		explainFlat(typed.title, work ?? { hours: 0 as never, materials: [] }, data.terms, {
			catalog: `/price/flat-rate/${data.catalog.id}`,
			...(data.catalog.sheetId ? { rate: `/price/rates/${data.catalog.sheetId}` } : {})
		});
	const rows = $derived<TallyRow[]>(
		price
			? [
					{ label: 'Materials', value: formatCents(price.materialCost) },
					{ label: 'Labor', value: formatCents(price.laborCost) },
					{ label: 'Cost', value: formatCents(price.cost), rule: true },
					{ label: 'Overhead', value: formatCents(price.overhead) },
					{ label: 'Break-even', value: formatCents(price.breakEven), tone: 'strong' },
					{ label: 'Price', value: formatCents(price.price), tone: 'price', rule: true, testId: 'flat-price' },
					{
						label: 'Profit',
						value: formatCents(price.price - price.breakEven),
						tone: price.price < price.breakEven ? 'problem' : 'gain',
						note: formatRate(price.margin)
					}
				]
			: []
	);
	async function save() {
		said = '';
		const read = readForm(() => serviceAt(typed));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const was = s.ours;
		const r = await command('flat-rate.save-service', {
			...(s.id ? { serviceId: s.id, version: s.version } : {}),
			catalogId: data.catalog.id,
			...typed,
			fileId,
			hours: read.value.hours,
			materials: [...read.value.materials]
		});
		if (!r.ok) [problem, field] = [r.message, r.field ?? ''];
		else {
			[problem, field] = ['', ''];
			if (!s.id) await goto(`/price/flat-rate/service/${r.result.serviceId}`);
			said = r.result.ours && !was ? 'Saved, and kept as ours: editions leave it alone now.' : 'Saved.';
		}
	}
	async function follow(on: boolean) {
		const r = await command('flat-rate.follow', { serviceId: s.id, follow: on, version: s.version });
		going = false;
		if (!r.ok) problem = r.message;
		else typed = typedService(data.service);
	}
	async function aside(on: boolean) {
		const r = await command('flat-rate.set-aside', { serviceId: s.id, aside: on });
		problem = r.ok ? '' : r.message;
	}
	const published = $derived(s.published ? flatPrice(s.published, data.terms) : null);
</script>

<Page
	title={s.title || 'New service'}
	sub="{data.catalog.name}{data.onEstimates ? ` · on ${data.onEstimates} estimate lines` : ''}"
	pages={pagesOf('Price')}
	current="/price/flat-rate"
	wide
>
	{#snippet actions()}<a class="btn" href="/price/flat-rate/{data.catalog.id}">Back</a>{#if data.mayChange}<button
				class="btn btn-primary"
				onclick={save}>Save</button
			>{/if}{/snippet}
	<div class="bench-page">
		<div class="bench-left">
			{#if s.published}<p class="sheet note">
					{#if s.ours}<Mark kind="half" label="Kept as ours" /><span class="quiet"
							>Editions leave it alone{data.differs.length ? `; ours differs in ${data.differs.join(', ')}` : ''}.</span
						>{#if data.mayChange}<button class="link ml-auto" onclick={() => (going = true)}>Follow the editions again</button>{/if}
					{:else}<Mark kind="done" label="Follows the editions" /><span class="quiet">Saving a change keeps it as ours.</span>
						{#if data.mayChange}<button class="link ml-auto" onclick={() => follow(false)}>Keep as ours</button>{/if}{/if}
					{#if s.withdrawn}<span class="chip chip-wait">withdrawn by its publisher</span>{/if}
				</p>{:else if s.id && data.mayChange}<p class="sheet note">
					<Mark kind={s.withdrawn ? 'ring' : 'done'} label={s.withdrawn ? 'Not offered' : 'Our own'} /><button
						class="link ml-auto"
						onclick={() => aside(!s.withdrawn)}>{s.withdrawn ? 'Offer it again' : 'Do not offer it'}</button
					>
				</p>{/if}
			{#if problem && !field}<p class="problem mb-2" role="alert">{problem}</p>{/if}
			{#if said}<p class="mb-2" role="status"><Mark kind="done" label={said} /></p>{/if}
			<Form class="sheet grid gap-3 p-4" onsave={() => save()}>
				<Field label="Title, as the customer reads it" problem={at('title')}
					><input class="input" name="title" bind:value={typed.title} required /></Field
				>
				<Field label="Wording" problem={at('wording')}><textarea class="textarea" rows="3" bind:value={typed.wording}></textarea></Field>
				<div class="grid grid-cols-2 gap-3">
					<Field label="Hours" problem={at('hours')}><input class="input" name="hours" bind:value={typed.hours} /></Field>
					<Field label="Category"
						><select class="select" bind:value={typed.categoryId}
							>{#each treeOf(data.categories) as c (c.id)}<option value={c.id}>{indented(c)}</option>{/each}</select
						></Field
					>
				</div>
				<PictureField bind:fileId label="Picture of {typed.title || 'the service'}" disabled={!data.mayChange} />
				<table class="grid-table">
					<thead
						><tr
							><th>Material</th><th class="num w-24">Quantity</th><th class="w-24">Unit</th><th class="num w-28">Cost</th><th class="w-8"
							></th></tr
						></thead
					>
					<tbody>
						{#each typed.materials as m, n (n)}<tr>
								<td><input class="bare" aria-label="Material {n + 1}" bind:value={m.name} /></td>
								<td class="num"
									><input
										class="bare num"
										aria-label="Quantity of material {n + 1}"
										bind:value={m.quantity}
									/>{#if at(`materials.${n}.quantity`)}<span class="problem" role="alert">{problem}</span>{/if}</td
								>
								<td><input class="bare" aria-label="Unit of material {n + 1}" bind:value={m.unit} /></td>
								<td class="num"
									><input class="bare num" aria-label="Cost of material {n + 1}" bind:value={m.cost} />{#if at(`materials.${n}.cost`)}<span
											class="problem"
											role="alert">{problem}</span
										>{/if}</td
								>
								<td
									><button
										type="button"
										class="quiet"
										aria-label="Remove material {n + 1}"
										onclick={() => (typed.materials = typed.materials.filter((_, k) => k !== n))}>×</button
									></td
								>
							</tr>{:else}<tr><td colspan="5" class="quiet">No materials: hours only.</td></tr>{/each}
					</tbody>
				</table>
				<div><button type="button" class="link" onclick={() => typed.materials.push(blankMaterial())}>Add a material</button></div>
			</Form>
		</div>
		<Tally
			{rows}
			bar={['Price', price ? formatCents(price.price) : '–', price ? formatRate(price.margin) : '']}
			how={price ? steps : undefined}
			about="the price"
		>
			{#snippet picture()}{#if price}<Waterline
						cost={price.cost}
						breakEven={price.breakEven}
						price={price.price}
						label="Price {formatCents(price.price)}, break-even {formatCents(price.breakEven)}"
					/>{:else}<p class="problem">A figure cannot be read yet.</p>{/if}{/snippet}
			{#if s.id && price && price.price !== before.price}<p class="quiet mt-2">Saved: {formatCents(before.price)}</p>{/if}
		</Tally>
	</div>
</Page>
<Dialog bind:open={going} title="Follow the editions again" save="Throw ours away" danger onsave={() => follow(true)}>
	{#if s.published && published}<p>
			Our {data.differs.join(', ') || 'copy'} goes; what edition {data.catalog.edition} says comes back. This cannot be undone.
		</p>
		<table class="grid-table">
			<thead><tr><th></th><th class="num">Ours</th><th class="num">Edition</th></tr></thead>
			<tbody>
				<tr><td>Hours</td><td class="num">{formatQuantity(s.hours)}</td><td class="num">{formatQuantity(s.published.hours)}</td></tr>
				<tr
					><td>Materials</td><td class="num">{formatCents(before.materialCost)}</td><td class="num"
						>{formatCents(published.materialCost)}</td
					></tr
				>
				<tr><td>Price</td><td class="num">{formatCents(before.price)}</td><td class="num">{formatCents(published.price)}</td></tr>
			</tbody>
		</table>{/if}
</Dialog>

<style>
	.note {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 12px;
		padding: 8px 12px;
		margin-bottom: 10px;
	}
</style>
