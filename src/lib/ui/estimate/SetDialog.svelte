<script lang="ts" module>
	export type Setting = 'margin' | 'markup' | 'total' | 'per size' | 'discount';
</script>

<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import {
		partSums,
		perSize,
		setTotal,
		totalForMargin,
		totalForMarkup,
		totalForSize,
		type Estimate,
		type EstimateResult,
		type Part
	} from '$lib/core/estimate';
	import { cents, formatCents, formatRate, marginOf, parseCents, parsePercent } from '$lib/core/money';
	import { KINDS, type Kind } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Sets what the whole, a scope or a kind comes to: by margin, markup, total, price per size, or a discount; seen line by line before. */
	let {
		what = $bindable(),
		part: first,
		estimate,
		result,
		act
	}: {
		/** Null: closed. */
		what: Setting | null;
		/** Which part it begins with: '' the whole, a scope's id, or a kind. */
		part: string;
		estimate: Estimate;
		result: EstimateResult;
		act: (what: Setting, value: string, part: Part) => Promise<string | null>;
	} = $props();
	let part = $state('');
	let text = $state('');
	let problem = $state('');
	let was: Setting | null = null;
	$effect(() => {
		// Opened anew, and not only switched from margin to markup.
		if (what && !was) [part, text, problem] = [first, '', ''];
		was = what;
	});
	const WAYS: [Setting, string][] = [
		['margin', 'margin on break-even'],
		['markup', 'markup on cost'],
		['total', 'total before tax'],
		['per size', 'price per unit of size']
	];
	const within: Part = $derived(part === '' ? {} : estimate.scopes.some((s) => s.id === part) ? { scopeId: part } : { kind: part as Kind });
	const size = $derived(perSize(result, estimate.system));
	const totalOf = (typed: string) =>
		what === 'total'
			? parseCents(typed)
			: what === 'markup'
				? totalForMarkup(estimate, parsePercent(typed), within)
				: what === 'per size'
					? totalForSize(result, estimate.system, parseCents(typed))
					: totalForMargin(estimate, parsePercent(typed), within);
	/** What setting it would do, before it is saved. */
	const preview = $derived.by(() => {
		if (!what || what === 'discount' || text.trim() === '') return null;
		try {
			const total = totalOf(text);
			const moved = setTotal(estimate, total, within);
			const sums = partSums(estimate, within);
			const lines = result.lines.flatMap((l) => {
				const after = moved.get(l.line.id);
				return after === undefined || after === l.net ? [] : [{ id: l.line.id, name: l.line.name, before: l.net, after }];
			});
			return { total, sums, profit: cents(total - sums.breakEven), margin: marginOf(total, sums.breakEven), lines, words: '' };
		} catch (e) {
			return { words: wordsOf(e) };
		}
	});
	async function save() {
		if (!what) return;
		const wrong = await act(what, text, within);
		if (wrong) problem = wrong;
		else what = null;
	}
</script>

<Dialog
	bind:open={
		() => what !== null,
		(v) => {
			if (!v) what = null;
		}
	}
	title={what === 'discount' ? 'Discount' : what === 'margin' ? 'Set the margin' : 'Set the total'}
	onsave={save}
	{problem}
>
	{#if what !== 'discount'}<div class="grid grid-cols-2 gap-3">
			<Field label="Of"
				><select class="select" name="part" bind:value={part} disabled={what === 'per size'}
					><option value="">the whole</option>{#each result.scopes.filter((s) => s.state === 'in') as s (s.scope.id)}<option
							value={s.scope.id}>{s.scope.name}</option
						>{/each}{#each KINDS.filter((k) => result.byKind[k].price !== 0) as k (k)}<option value={k}>all {k}</option>{/each}</select
				></Field
			>
			<Field label="By"
				><select
					class="select"
					name="way"
					value={what}
					onchange={(e) => {
						what = e.currentTarget.value as Setting;
						if (what === 'per size') part = '';
					}}
					>{#each WAYS.filter(([w]) => w !== 'per size' || size) as [w, word] (w)}<option value={w}>{word}</option>{/each}</select
				></Field
			>
		</div>{/if}
	<Field
		label={what === 'discount'
			? 'Amount, or percent with %'
			: what === 'margin'
				? 'Margin on break-even'
				: what === 'markup'
					? 'Markup on cost'
					: what === 'per size'
						? `Price per ${size?.per ?? ''}`
						: 'Total before tax'}
		hint={preview?.words ?? ''}
		><input
			class="input"
			name="whole"
			bind:value={text}
			placeholder={what === 'total' ? formatCents(result.total.price) : what === 'per size' ? formatCents(cents(size?.price ?? 0)) : '12%'}
		/></Field
	>
	{#if preview && 'total' in preview && preview.total !== undefined}
		<p role="status">
			{preview.lines.length} line{preview.lines.length === 1 ? ' moves' : 's move'}. Price {formatCents(preview.sums.price)} → {formatCents(
				preview.total
			)}, profit {formatCents(preview.profit)}, margin {formatRate(preview.margin)}{preview.profit < 0 ? ': below break-even' : ''}
		</p>
		<details>
			<summary class="link">What moves</summary>
			<!-- It scrolls, so it takes the focus: the arrows move it. -->
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<div class="moves" role="region" aria-label="What moves, line by line" tabindex="0">
				<table class="grid-table">
					<tbody
						>{#each preview.lines.slice(0, 300) as l (l.id)}<tr
								><td>{l.name}</td><td class="num">{formatCents(l.before)} → {formatCents(l.after)}</td></tr
							>{/each}</tbody
					>
				</table>
			</div>
		</details>
	{/if}
</Dialog>

<style>
	.moves {
		max-height: 220px;
		overflow: auto;
		margin-top: 6px;
	}
</style>
