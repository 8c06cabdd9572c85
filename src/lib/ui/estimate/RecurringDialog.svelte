<script lang="ts">
	import { untrack } from 'svelte';
	import type { Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { parseCents, toTyped } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	/** What is charged again and again beside the total: so much a month, a quarter, a year. Becomes repeat invoices when it is accepted. */
	type Line = Input<'estimates.set-recurring'>['lines'][number];
	let {
		estimateId,
		lines,
		codes,
		onclose
	}: { estimateId: string; lines: readonly Line[]; codes: readonly { id: string; name: string }[]; onclose: () => void } = $props();
	let open = $state(true);
	let problem = $state('');
	let field = $state('');
	const blank = () => ({ text: '', period: 'month' as Line['period'], amount: '', cost: '', taxCodeId: codes[0]?.id ?? '' });
	// The form begins as it stands; then it is what was typed.
	let typed = $state(
		untrack(() =>
			lines.length
				? lines.map((l) => ({
						...{ text: l.text, period: l.period, taxCodeId: l.taxCodeId ?? '' },
						...{ amount: toTyped(l.amount, 2, 2), cost: l.cost ? toTyped(l.cost, 2, 2) : '' }
					}))
				: [blank()]
		)
	);
	const at = (name: string) => (field === name ? problem : '');
	async function save() {
		const read = readForm(() => ({
			estimateId,
			// A row without words and amount is none.
			lines: typed
				.map((l, n) => ({ l, n }))
				.filter(({ l }) => l.text.trim() !== '' || l.amount.trim() !== '')
				.map(({ l, n }) => ({
					text: l.text,
					period: l.period,
					amount: readAt(`amount ${n}`, () => parseCents(l.amount)),
					cost: l.cost.trim() === '' ? 0 : readAt(`cost ${n}`, () => parseCents(l.cost)),
					taxCodeId: l.taxCodeId || null
				}))
		}));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('estimates.set-recurring', read.value);
		if (r.ok) onclose();
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog
	bind:open={
		() => open,
		(v) => {
			open = v;
			if (!v) onclose();
		}
	}
	title="Charged again and again"
	onsave={save}
	problem={field ? '' : problem}
>
	<p class="quiet">
		Stands beside the total, which it is no part of. When the customer accepts, it becomes repeat invoices from the first of the month
		after, as drafts that you look at.
	</p>
	{#each typed as l, n (n)}
		<div class="row">
			<Field label="What the customer reads"
				><input class="input" name="again-text-{n}" bind:value={l.text} placeholder="Roof watched, drains cleaned" /></Field
			>
			<Field label="Price, net" problem={at(`amount ${n}`)}
				><input class="input figure" name="again-amount-{n}" inputmode="decimal" bind:value={l.amount} placeholder="85" /></Field
			>
			<Field label="a"
				><select class="select" name="again-period-{n}" bind:value={l.period}
					><option value="month">month</option><option value="quarter">quarter</option><option value="year">year</option></select
				></Field
			>
			<Field label="Cost to us" problem={at(`cost ${n}`)}
				><input class="input figure" name="again-cost-{n}" inputmode="decimal" bind:value={l.cost} /></Field
			>
			<Field label="Tax"
				><select class="select" name="again-tax-{n}" bind:value={l.taxCodeId}
					><option value="">not taxed</option>{#each codes as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
				></Field
			>
			<button type="button" class="link" aria-label="Take row {n + 1} out" onclick={() => typed.splice(n, 1)}>×</button>
		</div>
	{/each}
	<button type="button" class="link justify-self-start" onclick={() => typed.push(blank())}>Another one</button>
</Dialog>

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(0, 2.2fr) 1fr 1fr 1fr 1.2fr 20px;
		gap: 8px;
		align-items: start;
	}
	.row > .link {
		margin-top: 26px;
	}
	@media (max-width: 640px) {
		.row {
			grid-template-columns: 1fr 1fr;
		}
	}
</style>
