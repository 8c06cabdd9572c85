<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { onMount, untrack } from 'svelte';
	import { computeEstimate, sensitivity, type Simulation, type Spread } from '$lib/core/estimate';
	import { formatCents, formatQuantity, formatRate } from '$lib/core/money';
	import { KINDS } from '$lib/core/pricing';
	import type { SimulationAnswer } from '$lib/workers/simulate.worker';
	import Chart from '$lib/ui/chart/Chart.svelte';
	import Donut from '$lib/ui/chart/Donut.svelte';
	import { axisDollars, color, type ChartOption } from '$lib/ui/chart/theme';
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
	const share = (p: number) => `${(p * 100).toFixed(p > 0 && p < 0.01 ? 1 : 0)} %`;
	const spread = (s: Spread) => `${share(s.low)} – ${share(s.high)}, middle ${share(s.middle)}`;
	const WORDS = { labor: 'Labor', material: 'Materials', equipment: 'Equipment', subcontract: 'Subcontract', other: 'Other' };
	const kinds = $derived(KINDS.filter((k) => result.byKind[k].price > 0).map((k) => ({ name: WORDS[k], value: result.byKind[k].price })));
	/** How often each profit came out; what ends below break-even has its own color and pattern. */
	const histogram = $derived.by((): ChartOption => {
		const bars = done?.bars ?? [];
		const short = bars.filter((b) => b.to <= 0).length;
		return {
			grid: { left: 26, right: 14, top: 34, bottom: 26, containLabel: true },
			legend: { top: 0, left: 0 },
			tooltip: { trigger: 'axis', valueFormatter: (v) => (v === null ? '–' : `${Number(v).toLocaleString('en-US')} jobs`) },
			xAxis: { type: 'category', name: 'profit, dollars', nameLocation: 'middle', nameGap: 26, data: bars.map((b) => axisDollars(b.from)) },
			yAxis: { type: 'value', name: 'jobs', nameLocation: 'middle', nameGap: 46 },
			series: [
				{
					...{ type: 'bar', name: 'above break-even', stack: 'jobs', barCategoryGap: '8%' },
					data: bars.map((b, n) => (n < short ? null : b.count)),
					...(short > 0 && short < bars.length
						? {
								markLine: {
									...{ silent: true, symbol: 'none', label: { formatter: 'break-even', position: 'insideEndTop' as const } },
									data: [{ xAxis: short - 0.5 }]
								}
							}
						: {})
				},
				{
					type: 'bar',
					name: 'below break-even',
					stack: 'jobs',
					color: color('--color-error'),
					data: bars.map((b, n) => (n < short ? b.count : null))
				}
			]
		};
	});
	const table = $derived({
		head: ['Profit', 'Jobs'],
		rows: (done?.bars ?? []).map((b) => [`${formatCents(b.from)} to ${formatCents(b.to)}`, b.count.toLocaleString('en-US')])
	});
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
				<Chart
					option={histogram}
					height={250}
					{table}
					label="Profit of ten thousand draws, from {formatCents(done.bars[0]?.from ?? 0)} to {formatCents(
						done.bars.at(-1)?.to ?? 0
					)}; {share(done.below)} end below break-even"
				/>
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
				<Donut parts={kinds} label="Share of each kind in the price" />
				<ul>
					{#each KINDS.filter((k) => result.byKind[k].price > 0) as k (k)}<li>
							{WORDS[k]}
							<span class="figure">{formatCents(result.byKind[k].price)}</span>
							<span class="quiet">margin {formatRate(result.byKind[k].margin)}</span>
						</li>{/each}
				</ul>
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
	li {
		display: grid;
		grid-template-columns: 1fr auto;
		align-items: center;
		gap: 0 6px;
		padding: 2px 0;
	}
	li .quiet {
		grid-column: 1 / 3;
		font-size: 0.88rem;
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
