<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { onMount, untrack } from 'svelte';
	import { computeEstimate, sensitivity, type Simulation, type Spread } from '$lib/core/estimate';
	import { formatCents, formatQuantity, formatRate } from '$lib/core/money';
	import { KINDS } from '$lib/core/pricing';
	import type { SimulationAnswer } from '$lib/workers/simulate.worker';
	import BenchPages from '$lib/ui/estimate/BenchPages.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const result = $derived(computeEstimate(data.bench.estimate));
	const t = $derived(result.total);
	const moving = $derived(sensitivity(result, data.spreads));
	let done = $state<Simulation | null>(null);
	let progress = $state(0);
	let problem = $state('');
	let worker: Worker | undefined;
	/** Ten thousand jobs like this one, computed beside the page. */
	function run() {
		worker?.terminate();
		[done, progress, problem] = [null, 0, ''];
		worker = new Worker(new URL('$lib/workers/simulate.worker.ts', import.meta.url), { type: 'module' });
		worker.onmessage = (e: MessageEvent<SimulationAnswer>) => {
			if ('progress' in e.data) progress = e.data.progress;
			else if ('done' in e.data) done = e.data.done;
			else problem = e.data.problem;
		};
		worker.onerror = () => (problem = 'This could not be computed here. Load the page again.');
		worker.postMessage({ estimate: $state.snapshot(data.bench.estimate), spreads: $state.snapshot(data.spreads), draws: 10_000, seed: 1 });
	}
	onMount(() => {
		untrack(run);
		return () => worker?.terminate();
	});
	const most = $derived(Math.max(1, ...(done?.bars.map((b) => b.count) ?? [1])));
	const share = (p: number) => `${(p * 100).toFixed(p > 0 && p < 0.01 ? 1 : 0)} %`;
	const spread = (s: Spread) => `${share(s.low)} – ${share(s.high)}, middle ${share(s.middle)}`;
	const WORDS = { labor: 'Labor', material: 'Materials', equipment: 'Equipment', subcontract: 'Subcontract', other: 'Other' };
	/** Pieces of the ring by kind of cost, as parts of a circle's length. */
	const ring = $derived.by(() => {
		let at = 0;
		return KINDS.filter((k) => result.byKind[k].price > 0).map((k, n) => {
			const part = t.price > 0 ? result.byKind[k].price / t.price : 0;
			const piece = { kind: k, n, from: at, part };
			at += part;
			return piece;
		});
	});
	const TONES = ['var(--color-primary)', 'var(--color-info)', 'var(--color-accent)', 'var(--color-neutral)', 'var(--color-error)'];
	const R = 52;
	const LENGTH = 2 * Math.PI * R;
</script>

<Page
	title={data.head.job.name}
	sub="Risk: where the profit could go"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/estimate"
	wide
>
	{#snippet actions()}<button class="btn" onclick={run}>Calculate again</button>{/snippet}
	<ThreadStrip steps={data.thread} />
	<BenchPages jobId={data.head.job.id} current="risk" />
	<div class="body">
		<section class="sheet p-4" aria-label="Ten thousand jobs like this one">
			<h2>Ten thousand jobs like this one</h2>
			{#if problem}<p class="problem" role="alert">{problem}</p>
			{:else if !done}<p role="status">Calculating… <progress value={progress} max="1"></progress></p>
			{:else}
				<p class="chance">
					<strong class="figure" data-testid="chance">{share(done.below)}</strong> of them end below break-even.
				</p>
				<svg
					viewBox="0 0 480 150"
					role="img"
					aria-label="Profit of ten thousand draws, from {formatCents(done.bars[0]?.from ?? 0)} to {formatCents(done.bars.at(-1)?.to ?? 0)}"
				>
					{#each done.bars as b, i (i)}<rect
							x={i * 20 + 1}
							y={130 - (b.count / most) * 120}
							width="18"
							height={(b.count / most) * 120}
							class:short={b.to <= 0}
						/>{/each}
					<line x1="0" y1="130.5" x2="480" y2="130.5" />
					{#if (done.bars[0]?.from ?? 0) < 0 && (done.bars.at(-1)?.to ?? 0) > 0}
						{@const first = done.bars[0]?.from ?? 0}
						{@const x = (-first / ((done.bars.at(-1)?.to ?? 1) - first)) * 480}
						<line class="zero" x1={x} y1="4" x2={x} y2="136" /><text {x} y="148" text-anchor="middle">break-even</text>
					{/if}
				</svg>
				<dl>
					<div>
						<dt>One in ten brings less than</dt>
						<dd>{formatCents(done.low)}</dd>
					</div>
					<div>
						<dt>Half bring less than</dt>
						<dd>{formatCents(done.median)}</dd>
					</div>
					<div>
						<dt>One in ten brings more than</dt>
						<dd>{formatCents(done.high)}</dd>
					</div>
					<div class="quiet">
						<dt>Profit as estimated</dt>
						<dd>{formatCents(t.profit)}</dd>
					</div>
				</dl>
			{/if}
			<p class="quiet mt-3">
				{data.learnedFrom
					? `Hours vary as on the last ${data.learnedFrom} finished jobs: ${spread(data.spreads.hours)} of what was sold (quartiles).`
					: `Fewer than five finished jobs: the usual variation is assumed. Hours ${spread(data.spreads.hours)}.`}
				Materials {spread(data.spreads.material)}, other costs {spread(data.spreads.other)}. Half of a line’s variation is that of the whole
				job. The price stays: it is agreed.
			</p>
		</section>
		<div class="grid content-start gap-3">
			<section class="sheet p-4" aria-label="What moves the profit most">
				<h2>What moves the profit most</h2>
				{#each moving as m (m.line.line.id)}<p class="mover">
						<span>{m.line.line.name}&nbsp;<span class="quiet">{m.line.scope.name}</span></span><strong class="figure"
							>−{formatCents(m.loss)}</strong
						>
					</p>{:else}<p class="quiet">Nothing costs anything yet.</p>{/each}
				<p class="quiet mt-1">if it runs over as one in four such lines does</p>
			</section>
			<section class="sheet p-4" aria-label="By kind">
				<h2>By kind</h2>
				<div class="kinds">
					<svg viewBox="0 0 130 130" width="118" role="img" aria-label="Share of each kind in the price">
						{#each ring as p (p.kind)}<circle
								cx="65"
								cy="65"
								r={R}
								fill="none"
								stroke={TONES[p.n]}
								stroke-width="20"
								stroke-dasharray="{Math.max(0, p.part * LENGTH - 1.5)} {LENGTH}"
								stroke-dashoffset={-p.from * LENGTH}
								transform="rotate(-90 65 65)"
							/>{/each}
					</svg>
					<ul>
						{#each ring as p (p.kind)}<li>
								<span class="dot" style:background={TONES[p.n]}></span>{WORDS[p.kind]}
								<span class="figure">{formatCents(result.byKind[p.kind].price)}</span>
								<span class="quiet">{share(p.part)}, margin {formatRate(result.byKind[p.kind].margin)}</span>
							</li>{/each}
					</ul>
				</div>
				<p class="quiet mt-2">
					{formatQuantity(t.hours)} hours; profit an hour {t.hours ? formatCents(Math.round((t.profit * 10_000) / t.hours)) : '–'}
				</p>
			</section>
			<section class="sheet p-4" aria-label="By scope">
				<h2>By scope</h2>
				{#each result.scopes.filter((s) => s.state === 'in') as s (s.scope.id)}<div class="scope">
						<p class="flex">
							<span>{s.scope.name}</span><span class="figure ml-auto">{formatCents(s.price)} · {formatRate(s.margin)}</span>
						</p>
						<Waterline
							cost={s.cost}
							breakEven={s.breakEven}
							price={s.price}
							words={['', '', '']}
							height={11}
							label="{s.scope.name}: price {formatCents(s.price)}, break-even {formatCents(s.breakEven)}"
						/>
					</div>{/each}
			</section>
		</div>
	</div>
</Page>

<style>
	.body {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 400px);
		gap: 14px;
		padding: 14px 18px 40px;
	}
	.chance {
		font-size: 1.15rem;
		margin: 8px 0;
	}
	.chance strong {
		font-size: 1.7rem;
	}
	rect {
		fill: var(--color-primary);
	}
	rect.short {
		fill: var(--color-error);
	}
	line {
		stroke: var(--line);
	}
	.zero {
		stroke: var(--color-base-content);
		stroke-width: 3;
	}
	text {
		font: 600 11px var(--font-figure);
		fill: var(--color-base-content);
	}
	dl div,
	.mover {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 3px 0;
	}
	dd {
		font-family: var(--font-figure);
		font-variant-numeric: tabular-nums;
	}
	.kinds {
		display: flex;
		gap: 16px;
		align-items: center;
	}
	li {
		display: grid;
		grid-template-columns: 14px 1fr auto;
		align-items: center;
		gap: 0 6px;
		padding: 2px 0;
	}
	li .quiet {
		grid-column: 2 / 4;
		font-size: 0.88rem;
	}
	.kinds ul {
		flex: 1;
	}
	.dot {
		width: 10px;
		height: 10px;
	}
	.scope {
		padding: 6px 0;
	}
	@media (max-width: 900px) {
		.body {
			grid-template-columns: 1fr;
		}
	}
</style>
