<script lang="ts">
	import { explainTotal, quoteTotals, type Estimate, type EstimateResult, type TaxSetting } from '$lib/core/estimate';
	import { formatCents, formatQuantity, formatRate, ratioOf } from '$lib/core/money';
	import { toUnit } from '$lib/core/measure';
	import { KINDS } from '$lib/core/pricing';
	import How from '../money/How.svelte';
	import Waterline from '../money/Waterline.svelte';
	import Mark from '../shell/Mark.svelte';
	/** The chain of numbers of an estimate, in the order in which they arise, each with its "how?". */
	let {
		estimate,
		result,
		tax,
		onset
	}: { estimate: Estimate; result: EstimateResult; tax: TaxSetting; onset: (what: 'margin' | 'total' | 'discount') => void } = $props();
	let opened = $state(false);
	const t = $derived(result.total);
	const totals = $derived.by(() => {
		try {
			return quoteTotals(result, tax);
		} catch {
			return null;
		}
	});
	const WORDS = { labor: 'Labor', material: 'Materials', equipment: 'Equipment', subcontract: 'Subcontract', other: 'Other' };
	const squares = $derived(
		result.scopes.filter((s) => s.state === 'in').reduce((a, s) => a + toUnit(s.measures.area ?? 0, 'area', estimate.system), 0) / 100
	);
	const how = (name: Parameters<typeof explainTotal>[2]) => () => explainTotal(estimate, result, name);
</script>

<aside aria-label="Tally" class:opened>
	<button type="button" class="bar" onclick={() => (opened = !opened)} aria-expanded={opened}
		><span>Price</span><strong class="figure">{formatCents(t.price)}</strong><span>{formatRate(t.margin)}</span></button
	>
	<div class="inside">
		<div class="head">
			<h2>Tally</h2>
			<How steps={how('price')} about="the price" />
		</div>
		<Waterline
			cost={t.cost}
			breakEven={t.breakEven}
			price={t.price}
			label="Price {formatCents(t.price)}, cost {formatCents(t.cost)}, break-even {formatCents(t.breakEven)}"
		/>
		<dl>
			{#each KINDS.filter((k) => result.byKind[k].cost !== 0) as k (k)}<div>
					<dt>
						{WORDS[k]}{#if k === 'labor'}&nbsp;<span class="quiet">{formatQuantity(t.hours)} h</span>{/if}
					</dt>
					<dd>{formatCents(result.byKind[k].cost)}</dd>
				</div>{/each}
			<div class="rule">
				<dt><How label="Cost" steps={how('cost')} about="the cost" /></dt>
				<dd>{formatCents(t.cost)}</dd>
			</div>
			<div>
				<dt><How label="Overhead to carry" steps={how('overhead')} about="the overhead" /></dt>
				<dd>{formatCents(t.overhead)}</dd>
			</div>
			<div class="rule">
				<dt><How label="Break-even" steps={how('breakEven')} about="break-even" /></dt>
				<dd>{formatCents(t.breakEven)}</dd>
			</div>
			<div class={t.profit < 0 ? 'problem' : 'gain'}>
				<dt><How label={t.profit < 0 ? 'Below break-even' : 'Profit'} steps={how('margin')} about="the margin" /></dt>
				<dd>{formatCents(t.profit)} · {formatRate(t.margin)}</dd>
			</div>
			{#if result.discount}<div>
					<dt>Discount <button type="button" class="link" onclick={() => onset('discount')}>change</button></dt>
					<dd>−{formatCents(result.discount)}</dd>
				</div>{/if}
			<div class="rule price">
				<dt>Price</dt>
				<dd data-testid="price">{formatCents(t.price)}</dd>
			</div>
			{#if totals}<div>
					<dt>Tax <span class="quiet">on materials</span></dt>
					<dd>{formatCents(totals.tax)}</dd>
				</div>
				<div class="rule strong">
					<dt>Customer pays</dt>
					<dd data-testid="customer-pays">{formatCents(totals.total)}</dd>
				</div>{/if}
			{#if squares > 0}<div class="quiet">
					<dt>Per square</dt>
					<dd>{formatCents(Math.round(t.price / squares))}</dd>
				</div>{/if}
			{#if result.optionsOffered}<div class="quiet">
					<dt><How label="Options offered" steps={how('optionsOffered')} about="the options" /></dt>
					<dd>{formatCents(result.optionsOffered)}</dd>
				</div>{/if}
		</dl>
		<h2 class="mt-4">Before it goes out</h2>
		<ul>
			{#each result.problems as p (`${p.scopeId} ${p.lineId} ${p.text}`)}<li><Mark kind="need" /> {p.text}</li>{/each}
			<li>
				{#if result.toDecide.length}<Mark
						kind="need"
						label="{result.toDecide.length} line{result.toDecide.length > 1 ? 's' : ''} still to decide"
					/>{:else}<Mark kind="done" label="Every line decided" />{/if}
			</li>
			{#each result.reminders as r (r.line.id)}<li><Mark kind="ring" label="{r.line.name} left at zero" /></li>{/each}
			<li>
				{#if t.profit < 0}<Mark kind="need" label="Below break-even by {formatCents(-t.profit)}" />{:else}<Mark
						kind="done"
						label="Above break-even"
					/>{/if}
			</li>
		</ul>
		<div class="buttons no-print">
			<button type="button" class="btn" onclick={() => onset('margin')}>Set margin</button><button
				type="button"
				class="btn"
				onclick={() => onset('total')}>Set total</button
			>{#if !result.discount}<button type="button" class="btn" onclick={() => onset('discount')}>Discount</button>{/if}
		</div>
		<p class="quiet mt-2">Gross margin {formatRate(ratioOf(t.price - t.cost, t.price))}</p>
	</div>
</aside>

<style>
	aside {
		background: var(--color-base-100);
		border-left: 1px solid var(--line);
	}
	.inside {
		padding: 12px 16px 24px;
		position: sticky;
		top: 0;
	}
	.head {
		display: flex;
		justify-content: space-between;
		margin-bottom: 8px;
	}
	dl {
		margin-top: 6px;
	}
	dl div {
		display: flex;
		justify-content: space-between;
		padding: 3px 0;
	}
	dd {
		font-family: var(--font-figure);
		font-variant-numeric: tabular-nums;
		font-weight: 500;
	}
	.rule {
		border-top: 1px solid var(--line);
		margin-top: 4px;
		padding-top: 6px;
		font-weight: 600;
	}
	dl :global(.how) {
		color: inherit;
	}
	.gain {
		color: var(--color-primary);
	}
	.price {
		font-size: 1.22rem;
		font-weight: 700;
	}
	.price dd,
	.strong dd {
		font-weight: 700;
	}
	ul {
		margin-top: 6px;
		display: grid;
		gap: 5px;
	}
	.buttons {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		margin-top: 16px;
	}
	.bar {
		display: none;
	}
	@media (max-width: 900px) {
		aside {
			position: fixed;
			left: 0;
			right: 0;
			bottom: 0;
			z-index: 15;
			border-top: 1px solid var(--line);
			max-height: 80vh;
			overflow: auto;
		}
		.bar {
			display: flex;
			justify-content: space-between;
			width: 100%;
			padding: 12px 16px;
		}
		aside:not(.opened) .inside {
			display: none;
		}
	}
</style>
