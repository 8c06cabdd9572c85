<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import type { MeasureName } from '$lib/core/measure';
	import {
		formatCents,
		formatPercent,
		formatQuantity,
		formatUnitPrice,
		lineAmount,
		parsePercent,
		parseQuantity,
		toTyped,
		type Quantity,
		type UnitPrice
	} from '$lib/core/money';
	import { partQuantity } from '$lib/core/pricing';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	let rows = $state(
		untrack(() =>
			data.parts.map((p) => ({
				...p,
				typed: {
					amount: toTyped(p.rate.amount, 4),
					per: toTyped(p.rate.per, 4),
					waste: toTyped(p.rate.waste, 2),
					step: toTyped(p.rate.step, 4)
				}
			}))
		)
	);
	let wording = $state(untrack(() => data.assembly.wording));
	let tries: Record<string, string> = $state(
		untrack(() =>
			Object.fromEntries(
				[...new Set(data.parts.flatMap((p) => p.measures))].map((m) => [
					m,
					m === 'area' || m === 'floor' ? '2340' : m === 'count' ? '5' : '96'
				])
			)
		)
	);
	let said = $state('');
	const measureNames = $derived([...new Set(rows.flatMap((p) => p.measures))]);
	const rate = (t: { amount: string; per: string; waste: string; step: string }) => ({
		amount: parseQuantity(t.amount, 'The amount'),
		per: parseQuantity(t.per, 'Per'),
		waste: parsePercent(t.waste || '0', 'The waste'),
		step: parseQuantity(t.step || '0', 'The step')
	});
	const tried = $derived(
		rows.map((p) => {
			try {
				const measure = p.measures.reduce((a: number, m: MeasureName) => a + (Number(tries[m]) || 0), 0);
				const quantity = partQuantity(measure, rate(p.typed)) as Quantity;
				return {
					quantity,
					cost: lineAmount(quantity, p.cost as UnitPrice),
					amount: lineAmount(quantity, p.price as UnitPrice),
					problem: ''
				};
			} catch (e) {
				return { quantity: 0, cost: 0, amount: 0, problem: (e as Error).message };
			}
		})
	);
	function move(n: number, by: number) {
		const other = rows[n + by];
		const own = rows[n];
		if (own && other) [rows[n], rows[n + by]] = [other, own];
	}
	async function save() {
		const wrong = tried.findIndex((t) => t.problem);
		if (wrong >= 0) return void (said = `Part ${wrong + 1}: ${tried[wrong]?.problem}`);
		const r = await command('catalog.save-assembly', {
			assemblyId: data.assembly.id,
			name: data.assembly.name,
			category: data.assembly.category,
			wording,
			crewSheet: data.assembly.crewSheet,
			version: data.assembly.version,
			parts: rows.map((p) => ({
				itemId: p.itemId,
				sheetId: p.sheetId,
				name: p.sheetId ? p.name : '',
				measures: p.measures,
				rate: rate(p.typed),
				placeholder: p.placeholder,
				reminder: p.reminder,
				note: p.note,
				phase: p.phase
			}))
		});
		said = r.ok ? 'Saved. Estimates made before keep what they were made with.' : r.message;
	}
</script>

<Page
	title={data.assembly.name}
	sub="{data.assembly.category} · {rows.length} parts in the order of use"
	pages={pagesOf('Price')}
	current="/price/assemblies"
>
	{#snippet actions()}{#if data.mayChange}<button class="btn btn-primary" onclick={save}>Save</button>{/if}{/snippet}
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<section class="sheet mb-4 flex flex-wrap items-end gap-3 p-4" aria-label="Try it">
		<h2 class="w-full">Try it: type measures, see quantities and money at once</h2>
		{#each measureNames as m (m)}<span class="w-28"
				><Field label={m}><input class="input" bind:value={tries[m]} inputmode="decimal" /></Field></span
			>{/each}<span class="ml-auto text-right"
			><span class="quiet">cost</span> <strong class="figure">{formatCents(tried.reduce((a, t) => a + t.cost, 0))}</strong><br /><span
				class="quiet">price</span
			> <strong class="figure">{formatCents(tried.reduce((a, t) => a + t.amount, 0))}</strong></span
		>
	</section>
	<div class="sheet overflow-x-auto">
		<table class="grid-table parts">
			<thead
				><tr
					><th></th><th>Part</th><th>Measure</th><th class="num">Amount</th><th class="num">per</th><th class="num">Waste %</th><th
						class="num">Step</th
					><th>Phase</th><th class="num">Quantity</th><th class="num">Cost</th><th class="num">Price</th></tr
				></thead
			>
			<tbody
				>{#each rows as p, n (p.id)}<tr title={p.note}
						><td class="whitespace-nowrap"
							><button class="link" aria-label="Move {p.name} up" onclick={() => move(n, -1)}>↑</button>
							<button class="link" aria-label="Move {p.name} down" onclick={() => move(n, 1)}>↓</button></td
						><td
							>{p.name}{#if p.placeholder}<span class="quiet"> — {p.placeholder}</span>{/if}{#if p.reminder}<span class="quiet">
									(reminder)</span
								>{/if}</td
						><td>{p.measures.join(' + ')}</td>{#each ['amount', 'per', 'waste', 'step'] as const as f (f)}<td class="num"
								><input class="input" aria-label="{f} of {p.name}" bind:value={p.typed[f]} disabled={!data.mayChange} /></td
							>{/each}<td>{p.phase}</td><td class="num">{formatQuantity(tried[n]?.quantity ?? 0)} {p.unit}</td><td class="num"
							>{formatUnitPrice(p.cost)}</td
						><td class="num">{formatCents(tried[n]?.amount ?? 0)}</td></tr
					>{#if tried[n]?.problem}<tr><td colspan="11" class="problem">{tried[n]?.problem}</td></tr>{:else if p.note}<tr class="note"
							><td></td><td colspan="10" class="quiet">{p.note} <span class="sr-only">waste {formatPercent(p.rate.waste)}</span></td></tr
						>{/if}{/each}</tbody
			>
		</table>
	</div>
	<section class="sheet mt-4 p-4">
		<Field label="What the customer reads"
			><textarea class="textarea" rows="4" bind:value={wording} disabled={!data.mayChange}></textarea></Field
		>
	</section>
</Page>

<style>
	.parts .input {
		width: 72px;
		height: 26px;
		min-height: 26px;
		text-align: right;
	}
	.note td {
		height: 22px;
		font-size: 0.88rem;
	}
</style>
