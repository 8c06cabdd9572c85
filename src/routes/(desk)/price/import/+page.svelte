<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatUnitPrice } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	interface Preview {
		text: string;
		fileName: string;
		mapping: Record<'headerRow' | 'code' | 'name' | 'unit' | 'cost', number>;
		counts: { fresh: number; changed: number; unchanged: number; missing: number; rejected: number };
		head: string[][];
		fresh: { row: number; code: string; name: string; unit: string; cost: number }[];
		changed: { row: { row: number; code: string; name: string; cost: number }; before: number }[];
		rejected: { row: number; text: string; reason: string }[];
	}
	let supplier = $state(untrack(() => data.suppliers[0]?.id ?? ''));
	let category = $state<string | null>(null);
	let taxCode = $state<string | null>(untrack(() => data.taxCodes[0]?.id ?? null));
	let files: FileList | undefined = $state();
	let p: Preview | null = $state(null);
	let problem = $state('');
	let busy = $state('');
	let result = $state('');
	const FIELDS = [
		['code', 'Code'],
		['name', 'Name'],
		['unit', 'Unit'],
		['cost', 'Cost']
	] as const;

	async function look(mapping?: Preview['mapping']) {
		const file = files?.[0];
		if (!file) return void (problem = 'Choose a file.');
		busy = 'Reading the list…';
		problem = result = '';
		const body = new FormData();
		body.set('file', file);
		body.set('supplier', supplier);
		if (mapping) body.set('mapping', JSON.stringify(mapping));
		const r = await fetch('/api/import-preview', { method: 'POST', body }).catch(() => null);
		const answer = (await r?.json().catch(() => ({}))) as { result?: Preview; message?: string } | undefined;
		busy = '';
		if (r?.ok && answer?.result) p = answer.result;
		else problem = answer?.message ?? 'The server cannot be reached. Try again in a moment.';
	}
	async function apply() {
		if (!p) return;
		busy = 'Importing…';
		const r = await command<{ added: number; changed: number; unchanged: number; rejected: number }>('catalog.import', {
			supplierId: supplier,
			fileName: p.fileName,
			text: p.text,
			mapping: p.mapping,
			categoryId: category,
			taxCodeId: taxCode
		});
		busy = '';
		if (!r.ok) return void (problem = r.message);
		result = `${r.result.added} added, ${r.result.changed} changed, ${r.result.unchanged} unchanged, ${r.result.rejected} rejected.`;
		p = null;
	}
	const letter = (n: number) =>
		n < 26 ? String.fromCharCode(65 + n) : `${String.fromCharCode(64 + Math.floor(n / 26))}${String.fromCharCode(65 + (n % 26))}`;
</script>

<Page
	title="Price lists"
	sub="A supplier’s list into the catalog: seen first, then applied"
	pages={pagesOf('Price')}
	current="/price/import"
>
	<form
		class="sheet grid max-w-4xl grid-cols-[1fr_1fr_1fr_1.4fr_auto] items-end gap-3 p-4"
		onsubmit={(e) => {
			e.preventDefault();
			void look();
		}}
	>
		<Field label="Supplier"
			><select class="select" name="supplier" bind:value={supplier}
				>{#each data.suppliers as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></Field
		>
		<Field label="Category of new items"
			><select class="select" bind:value={category}
				><option value={null}>none</option>{#each data.categories as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
			></Field
		>
		<Field label="Tax of new items"
			><select class="select" bind:value={taxCode}
				><option value={null}>none</option>{#each data.taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
			></Field
		>
		<Field label="File (CSV)"><input type="file" name="file" accept=".csv,.txt,text/csv" bind:files /></Field>
		<button class="btn btn-primary" disabled={busy !== ''}>Look at it</button>
	</form>
	{#if busy}<p class="mt-3" role="status">{busy}</p>{/if}
	{#if problem}<p class="problem mt-3" role="alert">{problem}</p>{/if}
	{#if result}<p class="mt-3" role="status"><Mark kind="done" label={result} /></p>{/if}
	{#if p}
		{@const m = p.mapping}
		<section class="sheet mt-4 p-4" aria-label="Preview">
			<div class="flex flex-wrap items-end gap-4">
				<Field label="Heading row"
					><select
						class="select"
						name="headerRow"
						value={m.headerRow}
						onchange={(e) => look({ ...m, headerRow: Number(e.currentTarget.value) })}
						><option value={-1}>none</option>{#each p.head as _, n (n)}<option value={n}>row {n + 1}</option>{/each}</select
					></Field
				>
				{#each FIELDS as [f, word] (f)}<Field label={word}
						><select class="select" name={f} value={m[f]} onchange={(e) => look({ ...m, [f]: Number(e.currentTarget.value) })}
							><option value={-1}>not in the list</option>{#each p.head[Math.max(0, m.headerRow)] ?? [] as cell, n (n)}<option value={n}
									>{letter(n)}: {cell || '(no heading)'}</option
								>{/each}</select
						></Field
					>{/each}
				<button class="btn btn-primary ml-auto" disabled={busy !== '' || p.counts.fresh + p.counts.changed === 0} onclick={apply}
					>Apply {p.counts.fresh + p.counts.changed} changes</button
				>
			</div>
			<p class="mt-3 flex flex-wrap gap-5">
				<strong data-testid="counts"
					>{p.counts.fresh} new · {p.counts.changed} changed · {p.counts.unchanged} unchanged · {p.counts.rejected} rejected</strong
				><span class="quiet">{p.counts.missing} of this supplier’s items are not in the list; they stay</span>
			</p>
			<div class="mt-3 grid gap-4 lg:grid-cols-3">
				<div>
					<h2>New</h2>
					<table class="grid-table">
						{#if p.fresh.length}<tbody
								>{#each p.fresh as r (r.row)}<tr
										><td class="figure">{r.code}</td><td>{r.name}</td><td class="num">{formatUnitPrice(r.cost)}</td></tr
									>{/each}</tbody
							>{/if}
					</table>
				</div>
				<div>
					<h2>Changed</h2>
					<table class="grid-table">
						{#if p.changed.length}<tbody
								>{#each p.changed as c (c.row.row)}<tr
										><td class="figure">{c.row.code}</td><td class="num">{formatUnitPrice(c.before)} → {formatUnitPrice(c.row.cost)}</td><td
											class="num">{c.before ? `${(((c.row.cost - c.before) / c.before) * 100).toFixed(1)} %` : ''}</td
										></tr
									>{/each}</tbody
							>{/if}
					</table>
				</div>
				<div>
					<h2>Rejected</h2>
					<table class="grid-table">
						{#if p.rejected.length}<tbody
								>{#each p.rejected as r (r.row)}<tr><td class="figure">row {r.row}</td><td>{r.reason}</td></tr>{/each}</tbody
							>{/if}
					</table>
				</div>
			</div>
		</section>
	{/if}
	<section class="sheet mt-4">
		<h2 class="p-3">Earlier imports</h2>
		<table class="grid-table">
			<thead
				><tr
					><th>When</th><th>Supplier</th><th>File</th><th class="num">New</th><th class="num">Changed</th><th class="num">Unchanged</th><th
						class="num">Rejected</th
					><th>By</th></tr
				></thead
			><tbody
				>{#each data.imports as i (i.id)}<tr
						><td>{showInstant(i.at, data.company.zone)}</td><td>{i.supplier}</td><td>{i.fileName}</td><td class="num">{i.added}</td><td
							class="num">{i.changed}</td
						><td class="num">{i.unchanged}</td><td class="num">{i.rejected.length}</td><td>{i.byName}</td></tr
					>{:else}<tr><td colspan="8">No list was imported yet.</td></tr>{/each}</tbody
			>
		</table>
	</section>
</Page>
