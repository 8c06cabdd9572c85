<script lang="ts">
	import type { Answer, Input } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatUnitPrice, parsePercent } from '$lib/core/money';
	import type { PriceRule } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readForm } from '../forms/typed';
	import { readRule } from './rule';
	import { indented, treeOf } from './categories';
	/** Changes many items at once: what, how much, and what it would do, before anything is saved. */
	let {
		open = $bindable(),
		filter,
		of,
		categories,
		taxCodes,
		ondone
	}: {
		open: boolean;
		filter: Input<'catalog.change-items'>['filter'];
		/** What the filter means, in words. */
		of: string;
		categories: { id: string; name: string; parentId: string | null }[];
		taxCodes: { id: string; name: string }[];
		ondone: (words: string) => void;
	} = $props();
	let what = $state('cost');
	let percent = $state('+4%');
	let by: PriceRule['by'] = $state('markup');
	let value = $state('');
	let categoryId: string | null = $state(null);
	let taxCodeId: string | null = $state(null);
	let tag = $state('');
	let preview: Answer<'catalog.preview-items'> | null = $state(null);
	let problem = $state('');
	let busy = $state(false);
	const change = $derived(
		readForm((): Input<'catalog.change-items'>['change'] =>
			what === 'cost'
				? { what, percent: parsePercent(percent.replace(/^\+/, ''), 'The percentage') }
				: what === 'rule'
					? { what, rule: readRule({ ruleBy: by, ruleValue: value }) }
					: what === 'category'
						? { what, categoryId }
						: what === 'tax'
							? { what, taxCodeId }
							: what === 'aside' || what === 'back'
								? { what: 'aside', setAside: what === 'aside' }
								: { what: 'tag', tag, add: what === 'tag' }
		)
	);
	let asked = 0;
	$effect(() => {
		if (!open) return;
		const mine = ++asked;
		if (!change.ok) {
			[preview, problem] = [null, change.message];
			return;
		}
		void ask('catalog.preview-items', { filter, change: change.value }).then((r) => {
			if (mine !== asked) return;
			[preview, problem] = r.ok ? [r.result, ''] : [null, r.message];
		});
	});
	async function save() {
		if (!change.ok) return;
		busy = true;
		const r = await command('catalog.change-items', { filter, change: change.value });
		busy = false;
		if (r.ok) {
			open = false;
			ondone(`${r.result.changed.toLocaleString('en-US')} items changed: ${preview?.words ?? ''}.`);
		} else problem = r.message;
	}
</script>

<Dialog bind:open title="Change {of}" save="Change {preview?.count.toLocaleString('en-US') ?? ''} items" {busy} {problem} onsave={save}>
	<div class="grid grid-cols-2 gap-3">
		<Field label="What"
			><select class="select" name="what" bind:value={what}
				><option value="cost">cost up or down</option><option value="rule">price rule</option><option value="category"
					>move to a category</option
				><option value="tax">tax code</option><option value="tag">add a tag</option><option value="untag">take a tag off</option><option
					value="aside">set aside</option
				><option value="back">put back</option></select
			></Field
		>
		{#if what === 'cost'}<Field label="By"><input class="input figure" name="percent" bind:value={percent} /></Field>
		{:else if what === 'category'}<Field label="Category"
				><select class="select" bind:value={categoryId}
					><option value={null}>none</option>{#each treeOf(categories) as c (c.id)}<option value={c.id}>{indented(c)}</option
						>{/each}</select
				></Field
			>
		{:else if what === 'tax'}<Field label="Tax code"
				><select class="select" bind:value={taxCodeId}
					><option value={null}>none</option>{#each taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
				></Field
			>
		{:else if what === 'tag' || what === 'untag'}<Field label="Tag"><input class="input" bind:value={tag} /></Field>{/if}
	</div>
	{#if what === 'rule'}<div class="grid grid-cols-2 gap-3">
			<Field label="Price"
				><select class="select" bind:value={by}
					><option value="inherit">as its category or kind</option><option value="markup">markup on cost</option><option value="margin"
						>margin on break-even</option
					></select
				></Field
			>{#if by !== 'inherit'}<Field label="Percent"><input class="input figure" bind:value /></Field>{/if}
		</div>{/if}
	{#if preview}
		<p data-testid="bulk-count"><strong>{preview.count.toLocaleString('en-US')}</strong> items: {preview.words}</p>
		<table class="grid-table" aria-label="Some of them">
			<thead><tr><th>Item</th><th class="num">Cost</th><th class="num">Price</th></tr></thead><tbody
				>{#each preview.some as i (i.id)}<tr
						><td class="cut">{i.name}</td><td class="num"
							>{formatUnitPrice(i.cost)}{i.cost === i.costAfter ? '' : ` → ${formatUnitPrice(i.costAfter)}`}</td
						><td class="num">{formatUnitPrice(i.price)}{i.price === i.priceAfter ? '' : ` → ${formatUnitPrice(i.priceAfter)}`}</td></tr
					>{/each}</tbody
			>
		</table>
		<p class="quiet">It can be taken back whole afterwards.</p>
	{/if}
</Dialog>

<style>
	.cut {
		max-width: 200px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
</style>
