<script lang="ts">
	import {
		explainTotal,
		groupProblems,
		perSize,
		quoteTotals,
		type Estimate,
		type EstimateResult,
		type Line,
		type TaxSetting
	} from '$lib/core/estimate';
	import { cents, formatCents, formatQuantity, formatRate, ratioOf, sum } from '$lib/core/money';
	import { recurringSums, type Recurring } from '$lib/core/quotes';
	import { KINDS } from '$lib/core/pricing';
	import { page } from '$app/state';
	import Donut from '../chart/Donut.svelte';
	import Tally from '../money/Tally.svelte';
	import type { TallyRow } from '../money/tally';
	import Waterline from '../money/Waterline.svelte';
	import Mark from '../shell/Mark.svelte';
	import UpToDate from './UpToDate.svelte';
	/** The tally of an estimate: from the costs by kind to what the customer pays, and what must be settled before it goes out. */
	let {
		estimate,
		result,
		tax,
		onset,
		review,
		leftOut,
		ongroups,
		recurring,
		onrecurring,
		pools,
		jobId,
		older
	}: {
		estimate: Estimate;
		result: EstimateResult;
		tax: TaxSetting;
		onset: (what: 'margin' | 'total' | 'discount') => void;
		review: { reasons: string[]; holds: boolean; last: { state: string; answeredBy: string; answer: string } | null };
		leftOut: { template: string; missing: { scope: string; name: string }[] } | null;
		ongroups: () => void;
		/** What is charged again and again, beside the total. */
		recurring: readonly Recurring[];
		onrecurring: () => void;
		/** Lines that buy the same item apart. */
		pools: Line[][];
		jobId: string;
		/** Its id and version, where prices can still be brought up to date. */
		older: { estimateId: string; version: number; settled: () => Promise<void> } | null;
	} = $props();
	/** Where the sign-off stands, as one mark. */
	const signed = $derived.by((): { kind: 'need' | 'wait' | 'done'; words: string } | null => {
		if (review.reasons.length === 0) return null;
		if (review.holds && review.last?.state === 'given') return { kind: 'done', words: `Signed off by ${review.last.answeredBy}` };
		if (review.holds && review.last?.state === 'asked') return { kind: 'wait', words: 'Waiting for the sign-off' };
		if (review.holds && review.last?.state === 'sent back') return { kind: 'need', words: `Sent back: ${review.last.answer}` };
		return { kind: 'need', words: `Needs a sign-off: ${review.reasons.join('; ')}` };
	});
	const groups = $derived(groupProblems(estimate));
	const t = $derived(result.total);
	const totals = $derived.by(() => {
		try {
			return quoteTotals(result, tax);
		} catch {
			return null;
		}
	});
	const WORDS = { labor: 'Labor', material: 'Materials', equipment: 'Equipment', subcontract: 'Subcontract', other: 'Other' };
	const size = $derived(perSize(result, estimate.system));
	const how = (name: Parameters<typeof explainTotal>[2]) => () => explainTotal(estimate, result, name);
	const kinds = $derived(KINDS.flatMap((k) => (result.byKind[k].price > 0 ? [{ name: WORDS[k], value: result.byKind[k].price }] : [])));
	const again = $derived.by(() => {
		try {
			return recurringSums(recurring, tax).map((s) => ({
				...s,
				profit: sum([s.net, ...recurring.filter((l) => l.period === s.period).map((l) => cents(-l.cost))])
			}));
		} catch {
			return [];
		}
	});
	const rows = $derived.by((): TallyRow[] => {
		const all: TallyRow[] = KINDS.filter((k) => result.byKind[k].cost !== 0).map((k) => ({
			label: WORDS[k],
			value: formatCents(result.byKind[k].cost),
			...(k === 'labor' ? { note: `${formatQuantity(t.hours)} h` } : {})
		}));
		all.push(
			{ label: 'Cost', value: formatCents(t.cost), how: how('cost'), rule: true },
			{ label: 'Overhead to carry', value: formatCents(t.overhead), how: how('overhead') },
			{ label: 'Break-even', value: formatCents(t.breakEven), how: how('breakEven'), rule: true },
			{
				label: t.profit < 0 ? 'Below break-even' : 'Profit',
				value: `${formatCents(t.profit)} · ${formatRate(t.margin)}`,
				how: how('margin'),
				tone: t.profit < 0 ? 'problem' : 'gain'
			}
		);
		if (result.discount) all.push({ label: 'Discount', value: `−${formatCents(result.discount)}`, change: () => onset('discount') });
		all.push({ label: 'Price', value: formatCents(t.price), rule: true, tone: 'price', testId: 'price' });
		if (totals)
			all.push(
				{ label: 'Tax', note: 'on materials', value: formatCents(totals.tax) },
				{ label: 'Customer pays', value: formatCents(totals.total), rule: true, tone: 'strong', testId: 'customer-pays' }
			);
		if (size)
			all.push({
				label: `Per ${size.per}`,
				note: `· profit ${formatCents(size.profit)}`,
				value: formatCents(size.price),
				tone: 'quiet'
			});
		for (const s of again)
			all.push({
				label: `And each ${s.period}`,
				note: `· profit ${formatCents(s.profit)}`,
				value: formatCents(s.net),
				change: onrecurring,
				testId: `again-${s.period}`
			});
		if (result.optionsOffered)
			all.push({ label: 'Options offered', value: formatCents(result.optionsOffered), how: how('optionsOffered'), tone: 'quiet' });
		return all;
	});
	/** What would go out for nothing, or as if it cost nothing: named, since each may be meant. */
	const counted = $derived(
		result.lines.filter((l) => l.state !== 'aside' && !l.line.heading && !l.line.face && !l.line.hidden && l.quantity > 0 && !l.problem)
	);
	const unpriced = $derived(counted.filter((l) => l.amount === 0));
	const uncosted = $derived(counted.filter((l) => l.amount !== 0 && l.line.unitCost === 0 && !l.line.flat));
	const named = (all: typeof counted) =>
		all
			.slice(0, 3)
			.map((l) => l.line.name)
			.join(', ') + (all.length > 3 ? ` and ${all.length - 3} more` : '');
</script>

<Tally {rows} bar={['Price', formatCents(t.price), formatRate(t.margin)]} how={how('price')} about="the price">
	{#snippet picture()}<Waterline
			cost={t.cost}
			breakEven={t.breakEven}
			price={t.price}
			label="Price {formatCents(t.price)}, cost {formatCents(t.cost)}, break-even {formatCents(t.breakEven)}"
		/><Donut parts={kinds} label="Price by kind" height={84} />{/snippet}
	<h2 class="mt-4">Before it goes out</h2>
	<ul>
		{#each result.problems as p (`${p.scopeId} ${p.lineId} ${p.text}`)}<li><Mark kind="need" /> {p.text}</li>{/each}
		<li>
			{#if result.toDecide.length}<Mark
					kind="need"
					label="{result.toDecide.length} line{result.toDecide.length > 1 ? 's' : ''} still to decide"
				/>{:else}<Mark kind="done" label="Every line decided" />{/if}
		</li>
		{#if unpriced.length}<li><Mark kind="need" label="Without a price: {named(unpriced)}" /></li>{/if}
		{#if uncosted.length}<li><Mark kind="ring" label="Without a cost: {named(uncosted)}" /></li>{/if}
		{#each result.reminders as r (r.line.id)}<li><Mark kind="ring" label="{r.line.name} left at zero" /></li>{/each}
		<li>
			{#if t.profit < 0}<Mark kind="need" label="Below break-even by {formatCents(-t.profit)}" />{:else}<Mark
					kind="done"
					label="Above break-even"
				/>{/if}
		</li>
		{#if older}<UpToDate {...older} />{/if}
		{#if signed}<li><a href="/jobs/{jobId}/estimate/review{page.url.search}"><Mark kind={signed.kind} label={signed.words} /></a></li>{/if}
		{#each groups as g (g)}<li><Mark kind="need" label={g} /></li>{/each}
		{#each pools as g (g[0]?.id)}<li>
				<Mark kind="ring" label="{g[0]?.name} is bought {g.length} times on one scope: pick those lines to pool them" />
			</li>{/each}
		{#if leftOut?.missing.length}<li>
				<details>
					<summary><Mark kind="ring" label="{leftOut.missing.length} of {leftOut.template} left out" /></summary>
					{#each leftOut.missing as m, i (i)}<p class="quiet">{m.scope}: {m.name}</p>{/each}
				</details>
			</li>{/if}
	</ul>
	<div class="buttons no-print">
		<button type="button" class="btn" onclick={() => onset('margin')}>Set margin</button><button
			type="button"
			class="btn"
			onclick={() => onset('total')}>Set total</button
		>{#if !result.discount}<button type="button" class="btn" onclick={() => onset('discount')}>Discount</button>{/if}<button
			type="button"
			class="btn"
			onclick={ongroups}>Choose one of</button
		>{#if recurring.length === 0}<button type="button" class="btn" onclick={onrecurring}>So much a month</button>{/if}
	</div>
	<p class="quiet mt-2">Gross margin {formatRate(ratioOf(t.price - t.cost, t.price))}</p>
</Tally>

<style>
	ul {
		margin-top: 6px;
		display: grid;
		gap: 5px;
	}
	li a {
		text-decoration: none;
	}
	li :global(.mark) {
		white-space: normal;
		align-items: baseline;
	}
	summary {
		cursor: pointer;
	}
	.buttons {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		margin-top: 16px;
	}
</style>
