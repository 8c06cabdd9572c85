<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents } from '$lib/core/money';
	import Chart from '$lib/ui/chart/Chart.svelte';
	import { axisDollars, type ChartOption } from '$lib/ui/chart/theme';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const weeks = $derived(data.weeks);
	const labels = $derived(weeks.map((w) => nearDay(w.week, data.today)));
	const option = $derived<ChartOption>({
		grid: { left: 8, right: 16, top: 34, bottom: 8, containLabel: true },
		legend: { top: 0, left: 0 },
		tooltip: { trigger: 'axis', valueFormatter: (v) => formatCents(Number(v)) },
		xAxis: { type: 'category', data: labels },
		yAxis: { type: 'value', axisLabel: { formatter: axisDollars } },
		series: [
			{ type: 'bar', name: 'in', data: weeks.map((w) => w.in), barMaxWidth: 18 },
			{ type: 'bar', name: 'out', data: weeks.map((w) => -w.out), barMaxWidth: 18 },
			{ type: 'line', name: 'from today on', data: weeks.map((w) => w.balance), symbol: 'circle' },
			{ type: 'line', name: 'with late payers', data: weeks.map((w) => w.balanceLow), symbol: 'none', lineStyle: { type: 'dashed' } }
		]
	});
	const cells = $derived(weeks.map((w) => [w.week, w.in, w.low, w.high, w.out, w.balance, w.balanceLow, w.balanceHigh] as const));
</script>

<Page
	title="Cash ahead"
	sub="{formatCents(data.owed)} owed to us, {formatCents(data.planned)} planned to be billed, {formatCents(data.going)} owed to suppliers"
	pages={pagesOf('Know')}
	current="/know/cash"
>
	{#snippet actions()}<button
			class="btn"
			onclick={() =>
				downloadCsv(
					'cash-ahead.csv',
					['week', 'in', 'in, late payers', 'in, early payers', 'out', 'from today on', 'with late payers', 'with early payers'],
					cells.map(([week, ...n]) => [week, ...n.map((x) => x / 100)])
				)}>Export</button
		>{/snippet}
	<section class="sheet mb-3 p-3">
		<h2>By week</h2>
		<Chart
			{option}
			height={300}
			label="Cash ahead by week: {weeks
				.map((w, n) => `${labels[n]} in ${formatCents(w.in)}, out ${formatCents(w.out)}, from today on ${formatCents(w.balance)}`)
				.join('; ')}"
		/>
		<p class="quiet">
			Customers pay as late as each usually does, {data.usual.usual} day{data.usual.usual === 1 ? '' : 's'} after the due day where too little
			is known; late payers are the slowest quarter. Wages and overhead are not in it.
		</p>
	</section>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Week from</th><th class="num">In</th><th class="num">with late payers</th><th class="num">with early payers</th><th
						class="num">Out</th
					><th class="num">From today on</th><th class="num">with late payers</th><th class="num">with early payers</th></tr
				></thead
			>
			<tbody
				>{#each weeks as w, n (w.week)}<tr
						><td>{labels[n]}</td><td class="num">{formatCents(w.in)}</td><td class="num">{formatCents(w.low)}</td><td class="num"
							>{formatCents(w.high)}</td
						><td class="num">{w.out ? formatCents(w.out) : ''}</td><td class="num" class:problem={w.balance < 0}
							>{formatCents(w.balance)}</td
						><td class="num" class:problem={w.balanceLow < 0}>{formatCents(w.balanceLow)}</td><td class="num"
							>{formatCents(w.balanceHigh)}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
</Page>
