<script lang="ts">
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { formatRate, formatUnitPrice, ratioOf, parseUnitPrice } from '$lib/core/money';
	import { readAt, readForm } from '../forms/typed';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showInstant } from '../shell/dates';
	/** Who has an item, under which code, at what cost; which one it is bought from, and the way to another. */
	let {
		item,
		references,
		suppliers,
		mayChange,
		zone
	}: {
		item: { id: string; code: string; cost: number; unit: string; supplierId: string | null };
		references: { id: string; supplierId: string; supplier: string; code: string; cost: number; at: number }[];
		suppliers: { id: string; name: string }[];
		mayChange: boolean;
		zone: string;
	} = $props();
	const main = $derived(suppliers.find((s) => s.id === item.supplierId));
	const rows = $derived([
		...(main
			? [
					{
						id: '',
						supplier: main.name,
						code: references.find((r) => r.supplierId === main.id)?.code ?? item.code,
						cost: item.cost,
						at: null as number | null
					}
				]
			: []),
		...references.filter((r) => r.supplierId !== item.supplierId)
	]);
	const least = $derived(Math.min(...rows.map((r) => r.cost)));
	let adding = $state(false);
	let typed = $state({ supplierId: '', code: '', cost: '' });
	let problem = $state('');
	let field = $state('');
	async function act<N extends CommandName>(name: N, input: Input<N>): Promise<boolean> {
		const r = await command(name, input);
		[problem, field] = r.ok ? ['', ''] : [r.message, r.field ?? ''];
		return r.ok;
	}
	function begin() {
		typed = {
			supplierId: suppliers.find((s) => !rows.some((r) => r.supplier === s.name))?.id ?? suppliers[0]?.id ?? '',
			code: '',
			cost: ''
		};
		[problem, field] = ['', ''];
		adding = true;
	}
	async function add() {
		const read = readForm(() => ({ ...typed, cost: readAt('cost', () => parseUnitPrice(typed.cost, 'The cost')) }));
		if (!read.ok) [problem, field] = [read.message, read.field];
		else if (await act('catalog.save-reference', { itemId: item.id, ...read.value })) adding = false;
	}
</script>

<section class="sheet" aria-label="Suppliers">
	<div class="flex items-baseline gap-4 p-3">
		<h2>Suppliers</h2>
		{#if mayChange && suppliers.length}<button type="button" class="link ml-auto" onclick={begin}>Another supplier has it</button>{/if}
	</div>
	{#if problem && !adding}<p class="problem px-3 pb-2" role="alert">{problem}</p>{/if}
	{#if rows.length}<table class="grid-table" aria-label="Suppliers of this item">
			<thead
				><tr><th>Supplier</th><th>Code there</th><th class="num">Cost a {item.unit}</th><th class="num">Against ours</th><th></th></tr
				></thead
			>
			<tbody
				>{#each rows as r (r.id)}<tr
						><td
							>{r.supplier}{#if r.id === ''}&nbsp;<Mark kind="done" label="bought here" />{/if}</td
						><td class="figure">{r.code}</td><td class="num" title={r.at === null ? '' : `heard ${showInstant(r.at, zone)}`}
							>{formatUnitPrice(r.cost)}{#if r.cost === least && rows.length > 1}&nbsp;<Mark kind="ring" label="least" />{/if}</td
						><td class="num quiet"
							>{r.id && item.cost ? `${r.cost > item.cost ? '+' : ''}${formatRate(ratioOf(r.cost - item.cost, item.cost))}` : ''}</td
						><td class="num"
							>{#if mayChange && r.id}<button type="button" class="link" onclick={() => act('catalog.buy-from', { referenceId: r.id })}
									>Buy here</button
								>&nbsp;<button
									type="button"
									class="quiet"
									aria-label="Take {r.supplier} off"
									onclick={() => act('catalog.drop-reference', { referenceId: r.id })}>×</button
								>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>{:else}<p class="quiet px-3 pb-3">
			Nobody yet. A supplier’s price list brings items with their supplier, or add one here.
		</p>{/if}
</section>
<Dialog bind:open={adding} title="Another supplier has it" onsave={add} {problem}>
	<Field label="Supplier"
		><select class="select" name="reference-supplier" bind:value={typed.supplierId}
			>{#each suppliers as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
		></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Code there" problem={field === 'code' ? problem : ''}
			><input class="input" name="reference-code" bind:value={typed.code} required /></Field
		>
		<Field label="Cost a {item.unit}" hint="their next price list keeps it up to date" problem={field === 'cost' ? problem : ''}
			><input class="input" name="reference-cost" bind:value={typed.cost} required /></Field
		>
	</div>
</Dialog>
