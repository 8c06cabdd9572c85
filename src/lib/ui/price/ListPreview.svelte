<script lang="ts" module>
	import type { Mapping } from '$lib/core/formats';

	/** What importing a price list would do. */
	export interface Preview {
		text: string;
		fileName: string;
		mapping: Mapping;
		counts: { fresh: number; changed: number; unchanged: number; missing: number; rejected: number };
		head: string[][];
		fresh: { row: number; code: string; name: string; unit: string; cost: number }[];
		changed: {
			row: { row: number; code: string; name: string; unit: string; cost: number };
			before: number;
			nameBefore: string;
			elsewhere?: boolean;
		}[];
		missing: { code: string; name: string }[];
		rejected: { row: number; text: string; reason: string }[];
		strange: { unit: string; rows: number }[];
		effects: { estimates: { jobId: string; job: string; before: number; after: number }[]; more: number };
	}
</script>

<script lang="ts">
	import { formatCents, formatRate, formatUnitPrice, ratioOf } from '$lib/core/money';
	import Field from '../forms/Field.svelte';
	/** The rows of a price list by what they would do, each of which can be left out. */
	let {
		p,
		skip = $bindable(),
		asideMissing = $bindable(),
		onmap,
		reading = $bindable(),
		onread
	}: {
		p: Preview;
		skip: string[];
		asideMissing: boolean;
		onmap: (mapping: Mapping) => void;
		/** How the file is read, where what was found out is wrong. */
		reading: { separator: string; encoding: string };
		onread: () => void;
	} = $props();
	const FIELDS = [
		['code', 'Code'],
		['name', 'Name'],
		['unit', 'Unit'],
		['cost', 'Cost']
	] as const;
	const m = $derived(p.mapping);
	const unread = $derived(
		m.headerRow < 0 ? [] : (p.head[m.headerRow] ?? []).filter((h, n) => h.trim() !== '' && !FIELDS.some(([f]) => m[f] === n))
	);
	let tab: 'changed' | 'fresh' | 'rejected' | 'missing' = $state('changed');
	$effect(() => {
		if (p.counts.changed === 0 && tab === 'changed') tab = p.counts.fresh > 0 ? 'fresh' : 'rejected';
	});
	const letter = (n: number) =>
		n < 26 ? String.fromCharCode(65 + n) : `${String.fromCharCode(64 + Math.floor(n / 26))}${String.fromCharCode(65 + (n % 26))}`;
	const worse = $derived(p.effects.estimates.filter((e) => e.after < e.before));
	const below = $derived(worse.filter((e) => e.after < 0));
	const rise = (before: number, after: number) =>
		before ? `${after > before ? '+' : ''}${formatRate(ratioOf(after - before, before))}` : '';
	const take = (code: string, on: boolean) => (skip = on ? skip.filter((c) => c !== code) : [...skip, code]);
</script>

<div class="map">
	<Field label="Heading row"
		><select class="select" name="headerRow" value={m.headerRow} onchange={(e) => onmap({ ...m, headerRow: Number(e.currentTarget.value) })}
			><option value={-1}>none</option>{#each p.head as _, n (n)}<option value={n}>row {n + 1}</option>{/each}</select
		></Field
	>
	{#each FIELDS as [f, word] (f)}<Field label={word}
			><select class="select" name={f} value={m[f]} onchange={(e) => onmap({ ...m, [f]: Number(e.currentTarget.value) })}
				><option value={-1}>not in the list</option>{#each p.head[Math.max(0, m.headerRow)] ?? [] as cell, n (n)}<option value={n}
						>{letter(n)}: {cell || '(no heading)'}</option
					>{/each}</select
			></Field
		>{/each}
	<Field label="Numbers"
		><select
			class="select"
			name="decimal"
			value={m.decimal ?? '.'}
			onchange={(e) => onmap({ ...m, decimal: e.currentTarget.value === ',' ? ',' : '.' })}
			><option value=".">1,041.20</option><option value=",">1.041,20</option></select
		></Field
	>
	{#if !p.fileName.toLowerCase().endsWith('.xlsx')}<Field label="Between the cells"
			><select class="select" name="separator" bind:value={reading.separator} onchange={onread}
				><option value="">found out</option><option value=",">comma</option><option value=";">semicolon</option><option value="&#9;"
					>tab</option
				><option value="|">bar</option></select
			></Field
		>
		<Field label="Letters"
			><select class="select" name="encoding" bind:value={reading.encoding} onchange={onread}
				><option value="">found out</option><option value="utf-8">UTF-8</option><option value="windows-1252">Windows</option><option
					value="utf-16le">UTF-16</option
				></select
			></Field
		>{/if}
</div>
{#if unread.length}<p class="quiet mt-2">Not read: {unread.join(', ')}.</p>{/if}
{#if p.strange.length || Object.keys(m.units ?? {}).length}
	<div class="units">
		<span class="quiet">Units of this supplier are</span>
		{#each Object.entries(m.units ?? {}) as [from, to] (from)}<label
				>{from} =
				<input
					class="input unit"
					aria-label="Our unit for {from}"
					value={to}
					onchange={(e) => onmap({ ...m, units: { ...m.units, [from]: e.currentTarget.value } })}
				/></label
			>{/each}
		{#each p.strange as s (s.unit)}<label
				>{s.unit} =
				<input
					class="input unit"
					aria-label="Our unit for {s.unit}"
					placeholder={s.unit}
					onchange={(e) => onmap({ ...m, units: { ...m.units, [s.unit.toLowerCase()]: e.currentTarget.value } })}
				/>
				<span class="quiet">({s.rows})</span></label
			>{/each}
	</div>
{/if}
<p class="mt-3 flex flex-wrap gap-5">
	<strong data-testid="counts"
		>{p.counts.fresh} new · {p.counts.changed} changed · {p.counts.unchanged} unchanged · {p.counts.rejected} rejected</strong
	>{#if skip.length}<span>{skip.length} left out</span>{/if}
</p>
{#if p.counts.changed}<p class="mt-1" data-testid="effects">
		{#if worse.length}{worse.length + p.effects.more} open estimate{worse.length + p.effects.more === 1 ? ' uses' : 's use'} what gets dearer{below.length
				? `; ${below.length} would fall below break-even if priced as they are: `
				: '; none falls below break-even. '}{#each below as e, n (e.jobId)}{n ? ', ' : ''}<a class="link" href="/jobs/{e.jobId}/estimate"
					>{e.job} ({formatCents(e.after)})</a
				>{/each}{:else}<span class="quiet">No open estimate would make less.</span>{/if}
		<span class="quiet">Estimates keep their costs until somebody brings them up to date.</span>
	</p>{/if}
<div class="tabs" role="tablist">
	{#each [['changed', `Changed ${p.counts.changed}`], ['fresh', `New ${p.counts.fresh}`], ['rejected', `Rejected ${p.counts.rejected}`], ['missing', `Not in the list ${p.counts.missing}`]] as const as [key, word] (key)}<button
			type="button"
			role="tab"
			aria-selected={tab === key}
			onclick={() => (tab = key)}>{word}</button
		>{/each}
</div>
<div class="rows" role="tabpanel">
	<table class="grid-table">
		{#if tab === 'changed'}<thead
				><tr
					><th>Take</th><th>Code</th><th>Name</th><th>Unit</th><th class="num">Old cost</th><th class="num">New cost</th><th class="num"
					></th></tr
				></thead
			><tbody
				>{#each p.changed as c (c.row.row)}<tr
						><td
							><input
								type="checkbox"
								aria-label="Take {c.row.code}"
								checked={!skip.includes(c.row.code)}
								onchange={(e) => take(c.row.code, e.currentTarget.checked)}
							/></td
						><td class="figure">{c.row.code}</td><td
							>{c.row.name}{#if c.elsewhere}<span class="quiet">, bought elsewhere</span>{/if}</td
						><td>{c.row.unit}</td><td class="num">{formatUnitPrice(c.before)}</td><td class="num">{formatUnitPrice(c.row.cost)}</td><td
							class="num"
							class:problem={c.row.cost > c.before}>{rise(c.before, c.row.cost)}</td
						></tr
					>{/each}</tbody
			>
		{:else if tab === 'fresh'}<thead><tr><th>Take</th><th>Code</th><th>Name</th><th>Unit</th><th class="num">Cost</th></tr></thead><tbody
				>{#each p.fresh as r (r.row)}<tr
						><td
							><input
								type="checkbox"
								aria-label="Take {r.code}"
								checked={!skip.includes(r.code)}
								onchange={(e) => take(r.code, e.currentTarget.checked)}
							/></td
						><td class="figure">{r.code}</td><td>{r.name}</td><td>{r.unit}</td><td class="num">{formatUnitPrice(r.cost)}</td></tr
					>{/each}</tbody
			>
		{:else if tab === 'rejected'}<thead><tr><th>Row</th><th>What stands there</th><th>Why not</th></tr></thead><tbody
				>{#each p.rejected as r (r.row)}<tr><td class="figure">row {r.row}</td><td class="quiet">{r.text}</td><td>{r.reason}</td></tr
					>{/each}</tbody
			>
		{:else}<thead><tr><th>Code</th><th>Name</th></tr></thead><tbody
				>{#each p.missing as r (r.code)}<tr><td class="figure">{r.code}</td><td>{r.name}</td></tr>{/each}</tbody
			>{/if}
	</table>
	{#if tab === 'missing' && p.counts.missing}<label class="block p-3"
			><input type="checkbox" bind:checked={asideMissing} /> Set these aside: the supplier does not have them any more</label
		>{/if}
</div>

<style>
	.map {
		display: grid;
		grid-template-columns: 110px repeat(4, minmax(0, 1fr)) 120px;
		gap: 12px;
	}
	.units {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 16px;
		align-items: center;
		margin-top: 10px;
	}
	.unit {
		display: inline-block;
		width: 76px;
		height: 26px;
	}
	.tabs {
		display: flex;
		gap: 18px;
		margin: 12px 0 6px;
		border-bottom: 1px solid var(--line);
	}
	.tabs button {
		padding: 5px 0;
		cursor: pointer;
		color: var(--quiet);
		border-bottom: 2px solid transparent;
	}
	.tabs [aria-selected='true'] {
		color: var(--color-base-content);
		font-weight: 600;
		border-color: var(--color-primary);
	}
	.rows {
		max-height: 52vh;
		overflow: auto;
	}
</style>
