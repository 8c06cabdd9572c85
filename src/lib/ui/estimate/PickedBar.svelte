<script lang="ts">
	import type { CommandName, Input } from '$lib/contract';
	import { writeBlock, type LineResult } from '$lib/core/estimate';
	import { formatCents, toTyped } from '$lib/core/money';
	/** What can be done with the lines that are picked, all at once. */
	let {
		lines,
		scopes,
		poolable,
		act,
		clear
	}: {
		lines: LineResult[];
		scopes: { id: string; name: string }[];
		/** Lines that could be bought as one, by their ids. */
		poolable: string[][];
		act: <N extends CommandName>(name: N, input: Input<N>) => Promise<string | null>;
		clear: () => void;
	} = $props();
	const ids = $derived(lines.map((l) => l.line.id));
	let margin = $state('');
	let copied = $state(false);
	const sum = $derived(lines.reduce((n, l) => n + (l.state === 'in' ? l.net : 0), 0));
	const change = (field: Input<'estimates.change-lines'>['field'], value: string) =>
		act('estimates.change-lines', { lineIds: ids, field, value });
	const every = (test: (l: LineResult) => boolean) => lines.every(test);
	export function block(): string {
		return writeBlock(
			lines.map((l) => ({
				name: l.line.name,
				quantity: toTyped(l.quantity, 4),
				unit: l.line.unit,
				cost: toTyped(l.line.unitCost, 4, 2),
				price: toTyped(l.line.unitPrice, 4, 2),
				amount: toTyped(l.net, 2, 2)
			}))
		);
	}
	async function copy() {
		await navigator.clipboard?.writeText(block()).catch(() => undefined);
		copied = true;
		setTimeout(() => (copied = false), 2000);
	}
	async function setMargin(e: Event) {
		e.preventDefault();
		if (margin.trim() === '') return;
		const wrong = await change('margin', margin);
		if (!wrong) margin = '';
	}
	const pools = $derived(ids.length > 1 && poolable.some((g) => ids.every((id) => g.includes(id))));
	async function pool() {
		const wrong = await act('estimates.pool-lines', { lineIds: ids });
		if (!wrong) clear();
	}
	async function remove() {
		const wrong = await act('estimates.remove-lines', { lineIds: ids });
		if (!wrong) clear();
	}
	async function move(scopeId: string) {
		if (!scopeId) return;
		const wrong = await act('estimates.move-lines', { lineIds: ids, scopeId, beforeId: null });
		if (!wrong) clear();
	}
</script>

<div class="bar no-print" role="toolbar" aria-label="Picked lines">
	<strong>{lines.length} picked</strong><span class="figure">{formatCents(sum)}</span>
	<form onsubmit={setMargin}>
		<label
			><span class="sr-only">Margin of the picked lines</span><input class="input" placeholder="margin 12%" bind:value={margin} /></label
		>
	</form>
	<button type="button" class="link" onclick={() => change('setAside', String(!every((l) => l.line.setAside)))}
		>{every((l) => l.line.setAside) ? 'Put back' : 'Set aside'}</button
	>
	<button type="button" class="link" onclick={() => change('option', String(!every((l) => l.line.option)))}
		>{every((l) => l.line.option) ? 'No option' : 'Make options'}</button
	>
	<button type="button" class="link" onclick={() => change('hidden', String(!every((l) => l.line.hidden)))}
		>{every((l) => l.line.hidden) ? 'Show' : 'Hide'}</button
	>
	<button type="button" class="link" onclick={() => change('locked', String(!every((l) => l.line.locked)))}
		>{every((l) => l.line.locked) ? 'Unlock' : 'Lock'}</button
	>
	<select class="select" aria-label="Move the picked lines to" value="" onchange={(e) => move(e.currentTarget.value)}
		><option value="">move to…</option>{#each scopes as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
	>
	{#if pools}<button type="button" class="link" onclick={pool} title="One line: their needs are summed and rounded up once">Pool</button
		>{/if}
	<button type="button" class="link" onclick={copy}>{copied ? 'Copied' : 'Copy'}</button>
	<button type="button" class="link" onclick={remove}>Delete</button>
	<button type="button" class="quiet ml-auto" aria-label="Pick nothing" onclick={clear}>×</button>
</div>

<style>
	.bar {
		position: sticky;
		bottom: 8px;
		z-index: 11;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 16px;
		padding: 7px 12px;
		margin-top: 10px;
		background: var(--color-base-100);
		border: 1px solid var(--color-primary);
		border-radius: 4px;
	}
	.input {
		width: 110px;
		height: 28px;
		min-height: 28px;
	}
	.select {
		width: 130px;
		height: 28px;
		min-height: 28px;
	}
</style>
