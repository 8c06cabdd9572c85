<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents, formatRate } from '$lib/core/money';
	import Chart from '$lib/ui/chart/Chart.svelte';
	import { axisDollars, type ChartOption } from '$lib/ui/chart/theme';
	import Sums from '$lib/ui/money/Sums.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import StageNav from '$lib/ui/shell/StageNav.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Job = (typeof data.jobs)[number];
	const columns: Column<Job>[] = [
		{ key: 'name', label: 'Job', value: (j) => `${j.number} ${j.name}`, own: true },
		{ key: 'customer', label: 'Customer', value: (j) => j.customer, extra: true, group: true },
		{ key: 'kind', label: 'Kind of work', value: (j) => j.kindOfWork, extra: true, group: true },
		moneyColumn('contract', 'Contract and charges', (j) => j.contract),
		moneyColumn('budget', 'Budget now', (j) => j.budget),
		moneyColumn('committed', 'Committed', (j) => j.committed, { extra: true }),
		moneyColumn('used', 'Used', (j) => j.used),
		moneyColumn('forecast', 'Forecast', (j) => j.forecast),
		moneyColumn('profit', 'Profit expected', (j) => j.profit, { own: true }),
		{ key: 'margin', label: 'Margin', value: (j) => (j.margin ?? 0) / 10_000, text: (j) => formatRate(j.margin), num: true },
		{ key: 'complete', label: 'Complete', value: (j) => (j.complete ?? 0) / 10_000, text: (j) => formatRate(j.complete, 0), num: true },
		moneyColumn('earned', 'Earned', (j) => j.earned),
		moneyColumn('billed', 'Billed', (j) => j.billed),
		moneyColumn('over', 'Over or under billed', (j) => j.over, { own: true })
	];
	const far = $derived(
		[...data.jobs]
			.filter((j) => j.over !== 0)
			.sort((a, b) => Math.abs(b.over) - Math.abs(a.over))
			.slice(0, 14)
			.reverse()
	);
	const sum = (pick: (j: Job) => number) => data.jobs.reduce((a, j) => a + pick(j), 0);
	const option = $derived<ChartOption>({
		grid: { left: 8, right: 24, top: 30, bottom: 8, containLabel: true },
		legend: { top: 0, left: 0 },
		tooltip: { valueFormatter: (v) => formatCents(Number(v)) },
		xAxis: { type: 'value', axisLabel: { formatter: axisDollars } },
		yAxis: { type: 'category', data: far.map((j) => `${j.number} ${j.name}`), axisLabel: { width: 180, overflow: 'truncate' } },
		series: [
			{ type: 'bar', stack: 'one', name: 'billed ahead', data: far.map((j) => Math.max(0, j.over)), barMaxWidth: 14 },
			{ type: 'bar', stack: 'one', name: 'billed too little', data: far.map((j) => Math.min(0, j.over)), barMaxWidth: 14 }
		]
	});
	const backlog = $derived(sum((j) => j.contract - j.earned));
	const over = $derived(sum((j) => Math.max(0, j.over)));
	const under = $derived(sum((j) => Math.min(0, j.over)));
</script>

<Page title="Jobs" sub="What they will cost and earn, and what is billed beside it" pages={pagesOf('Know')} current="/know">
	<StageNav stage={data.stage} older={data.older} />
	<Sums
		sums={[
			['Contracts and charges', formatCents(sum((j) => j.contract))],
			['Profit expected', formatCents(sum((j) => j.profit))],
			['Backlog, not earned yet', formatCents(backlog)],
			['Billed ahead', formatCents(over)],
			['Billed too little', formatCents(-under)]
		]}
	/>
	{#if far.length}<section class="sheet mb-3 p-3">
			<h2>Billed beside what is earned</h2>
			<Chart
				{option}
				height={Math.max(120, far.length * 24 + 76)}
				label="Billed ahead of or behind what is earned, by job: {far.length} jobs, from {formatCents(
					Math.min(...far.map((j) => j.over))
				)} to {formatCents(Math.max(...far.map((j) => j.over)))}"
			/>
		</section>{/if}
	<DataTable name="jobs-costing" rows={data.jobs} {columns} href={(j) => `/jobs/${j.id}/costs`} empty="No jobs of this stage.">
		{#snippet cell(j, key)}
			{#if key === 'name'}<a class="link" href="/jobs/{j.id}/costs">{j.number} {j.name}</a>
			{:else if key === 'profit'}<span class:problem={j.profit < 0}>{formatCents(j.profit)}</span>
			{:else}<span class:problem={j.over < 0}>{formatCents(j.over)}</span>{/if}
		{/snippet}
	</DataTable>
</Page>
