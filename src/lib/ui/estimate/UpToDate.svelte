<script lang="ts">
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatCents, formatRate, formatUnitPrice } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Mark from '../shell/Mark.svelte';
	/** Says when lines are priced by older costs, and brings them up to date after each change was seen. */
	let { estimateId, version, settled }: { estimateId: string; version: number; settled: () => Promise<void> } = $props();
	let preview = $state.raw<Answer<'estimates.preview-reprice'> | null>(null);
	let open = $state(false);
	let busy = $state(false);
	let problem = $state('');
	async function look(): Promise<void> {
		const r = await ask('estimates.preview-reprice', { estimateId });
		preview = r.ok ? r.result : null;
	}
	/** Looked at beside the page, and again a while after the last change: the catalog moves more seldom than somebody types. */
	$effect(() => {
		void version;
		const timer = setTimeout(look, preview === null ? 400 : 4000);
		return () => clearTimeout(timer);
	});
	async function begin() {
		problem = '';
		await settled();
		await look();
		open = true;
	}
	async function apply() {
		busy = true;
		const r = await command('estimates.reprice', { estimateId });
		busy = false;
		if (!r.ok) return void (problem = r.message);
		open = false;
		await look();
	}
	const n = $derived(preview?.moved.length ?? 0);
</script>

{#if n}<li>
		<Mark kind="half" label="{n} line{n === 1 ? ' is' : 's are'} priced by older costs" />
		<button type="button" class="link" onclick={begin}>Bring up to date</button>
	</li>{/if}
<Dialog bind:open title="Bring up to date" save="Do it" {busy} {problem} onsave={apply}>
	{#if preview}
		<p>
			Price {formatCents(preview.before.price)} → <strong class="figure">{formatCents(preview.after.price)}</strong>, margin
			{formatRate(preview.before.margin)} → {formatRate(preview.after.margin)}
		</p>
		<!-- It scrolls, so it takes the focus: the arrows move it. -->
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="scroll" role="region" aria-label="What changes, line by line" tabindex="0">
			<table class="grid-table" aria-label="What changes">
				<thead><tr><th>Line</th><th>Scope</th><th class="num">Cost</th><th class="num">Price</th></tr></thead>
				<tbody
					>{#each preview.moved as m (m.id)}<tr
							><td>{m.name}</td><td class="quiet">{m.scope}</td><td class="num"
								>{formatUnitPrice(m.cost[0])} → {formatUnitPrice(m.cost[1])}</td
							><td class="num"
								>{m.price[0] === m.price[1]
									? 'stays'
									: `${m.derived ? '≈ ' : ''}${formatUnitPrice(m.price[0])} → ${formatUnitPrice(m.price[1])}`}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</div>
		<p class="quiet">Prices that were typed stay. Undo takes it back whole.</p>
	{/if}
</Dialog>

<style>
	.scroll {
		max-height: 46vh;
		overflow: auto;
	}
</style>
