<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { guessColumns, blockCells, PASTE_COLUMNS, readBlock, type PasteColumn } from '$lib/core/estimate';
	import Dialog from '../forms/Dialog.svelte';
	/** Rows from a spreadsheet before they become lines: what each column holds is guessed, and can be said otherwise. */
	let { open = $bindable(), text, scopeId, scope }: { open: boolean; text: string; scopeId: string; scope: string } = $props();
	let columns: PasteColumn[] = $state([]);
	let headed = $state(false);
	let problem = $state('');
	let busy = $state(false);
	$effect(() => {
		if (open) untrack(begin);
	});
	function begin() {
		problem = '';
		try {
			({ columns, headed } = guessColumns(blockCells(text)));
		} catch (e) {
			[columns, problem] = [[], wordsOf(e)];
		}
	}
	const block = $derived.by(() => {
		try {
			return columns.length ? readBlock(text, { columns, headed }) : null;
		} catch {
			return null;
		}
	});
	const wrong = $derived(new Map(block?.problems.map((p) => [p.row, p.text]) ?? []));
	function choose(at: number, to: PasteColumn) {
		// One column each: what had it before is left out.
		columns = columns.map((c, i) => (i === at ? to : c === to && to !== 'leave out' ? 'leave out' : c));
	}
	async function save() {
		busy = true;
		const r = await command('estimates.paste-block', { scopeId, text, columns, headed });
		busy = false;
		if (r.ok) open = false;
		else problem = r.message;
	}
</script>

<Dialog
	bind:open
	title="Paste into {scope}"
	save={block ? `Add ${block.lines.length} line${block.lines.length === 1 ? '' : 's'}` : 'Add'}
	onsave={save}
	{busy}
	{problem}
>
	{#if block}
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" bind:checked={headed} /> The first row holds headings</label
		>
		<div class="rows">
			<table class="grid-table">
				<thead
					><tr
						><th></th>{#each columns as c, i (i)}<th
								><select
									class="select"
									aria-label="Column {i + 1}"
									value={c}
									onchange={(e) => choose(i, e.currentTarget.value as PasteColumn)}
									>{#each PASTE_COLUMNS as x (x)}<option value={x}>{x}</option>{/each}</select
								></th
							>{/each}</tr
					></thead
				>
				<tbody
					>{#each block.rows.slice(0, 60) as row, n (n)}<tr class:quiet={headed && n === 0}
							><td class="quiet">{n + 1}</td>{#each columns as c, i (i)}<td class:quiet={c === 'leave out'}>{row[i] ?? ''}</td>{/each}</tr
						>{#if wrong.has(n + 1)}<tr
								><td></td><td colspan={columns.length} class="problem">{(wrong.get(n + 1) ?? '').replace(/\.$/, '')}: left out</td></tr
							>{/if}{/each}</tbody
				>
			</table>
		</div>
		{#if block.rows.length > 60}<p class="quiet">and {block.rows.length - 60} more rows</p>{/if}
		{#if block.problems.length}<p class="problem" role="alert">
				{block.problems.length} row{block.problems.length === 1 ? '' : 's'} cannot be read and {block.problems.length === 1 ? 'is' : 'are'} left
				out.
			</p>{/if}
		<p class="quiet">A row that is a catalog item by its name and says no cost or price is priced as that item.</p>
	{/if}
</Dialog>

<style>
	.rows {
		overflow: auto;
		max-height: 46vh;
	}
	td {
		white-space: nowrap;
		max-width: 220px;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.select {
		min-width: 96px;
		height: 28px;
		min-height: 28px;
	}
</style>
