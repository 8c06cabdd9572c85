<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatQuantity, formatRate } from '$lib/core/money';
	import Chart from '$lib/ui/chart/Chart.svelte';
	import type { ChartOption } from '$lib/ui/chart/theme';
	import Page from '$lib/ui/shell/Page.svelte';
	import StageNav from '$lib/ui/shell/StageNav.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { quantityColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Row = (typeof data.rows)[number];
	const hours = (n: number) => formatQuantity(Math.round(n / 1000) * 1000);
	/** Said only where the percent of a phase is: a column of dashes tells nothing. */
	const said = $derived(data.kinds.filter((x) => x.production !== null));
	const production: Column<Row>[] = $derived(
		data.rows.some((r) => r.production !== null)
			? [
					{
						key: 'production',
						label: 'Production',
						value: (r) => (r.production === null ? null : r.production / 10_000),
						text: (r) => formatRate(r.production),
						num: true
					}
				]
			: []
	);
	const columns: Column<Row>[] = $derived([
		{ key: 'job', label: 'Job', value: (r) => `${r.number} ${r.name}`, own: true },
		{ key: 'kind', label: 'Kind of work', value: (r) => r.kindOfWork, group: true },
		{ key: 'stage', label: 'Stage', value: (r) => r.stage, group: true },
		quantityColumn('sold', 'Sold, h', (r) => r.sold, hours),
		quantityColumn('used', 'Used, h', (r) => r.used, hours),
		quantityColumn('left', 'Left, h', (r) => r.sold - r.used, hours, { own: true }),
		...production
	]);
	const option = $derived<ChartOption>({
		grid: { left: 8, right: 16, top: 34, bottom: 8, containLabel: true },
		legend: { top: 0, left: 0 },
		tooltip: { trigger: 'axis', valueFormatter: (v) => `${Number(v)} h` },
		xAxis: { type: 'category', data: data.kinds.map((k) => k.name) },
		yAxis: { type: 'value', axisLabel: { formatter: '{value} h' } },
		series: [
			{ type: 'bar', name: 'sold', data: data.kinds.map((k) => Math.round(k.sold / 1000) / 10), barMaxWidth: 34 },
			{ type: 'bar', name: 'used', data: data.kinds.map((k) => Math.round(k.used / 1000) / 10), barMaxWidth: 34 }
		]
	});
</script>

<Page title="Hours" sub="{hours(data.all.sold)} h sold, {hours(data.all.used)} h used" pages={pagesOf('Know')} current="/know/hours">
	<StageNav stage={data.stage} older={data.older} />
	{#if data.kinds.length}<section class="sheet mb-3 p-3">
			<h2>Sold and used by kind of work</h2>
			<Chart
				{option}
				label="Hours by kind of work: {data.kinds
					.map((k) => `${k.name} ${hours(k.sold)} sold, ${hours(k.used)} used, production ${formatRate(k.production)}`)
					.join('; ')}"
			/>
			{#if said.length}<p class="quiet">
					Production is hours as sold of what is done ÷ hours it took, over phases of which the percent is said: {said
						.map((k) => `${k.name} ${formatRate(k.production)}`)
						.join(', ')}.
				</p>{/if}
		</section>{/if}
	<DataTable
		name="hours-sold-and-used"
		rows={data.rows}
		{columns}
		href={(r) => `/jobs/${r.id}/costs`}
		empty="No hours were sold or used here."
	>
		{#snippet cell(r, key)}
			{#if key === 'job'}<a class="link" href="/jobs/{r.id}/costs">{r.number} {r.name}</a>
			{:else}<span class:problem={r.used > r.sold}>{hours(r.sold - r.used)}</span>{/if}
		{/snippet}
	</DataTable>
</Page>
