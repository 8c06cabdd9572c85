<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents } from '$lib/core/money';
	import { AGES } from '$lib/core/receivables';
	import Chart from '$lib/ui/chart/Chart.svelte';
	import { axisDollars, type ChartOption } from '$lib/ui/chart/theme';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn } from '$lib/ui/tables/columns';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Row = (typeof data.rows)[number];
	const columns: Column<Row>[] = [
		{ key: 'name', label: 'Customer', value: (r) => r.name, own: true },
		...AGES.map((a) => moneyColumn<Row>(a, a === 'not due' ? 'Not due' : `${a} days`, (r) => r[a], { blank: true })),
		moneyColumn('open', 'Open', (r) => r.open, { blank: true }),
		moneyColumn('credit', 'Credit', (r) => r.credit, { blank: true }),
		moneyColumn('retained', 'Retainage held', (r) => r.retained, { blank: true })
	];
	const sums = $derived(AGES.map((a) => data.rows.reduce((s, r) => s + r[a], 0)));
	const open = $derived(data.rows.reduce((s, r) => s + r.open, 0));
	const option = $derived<ChartOption>({
		grid: { left: 8, right: 16, top: 12, bottom: 8, containLabel: true },
		tooltip: { valueFormatter: (v) => formatCents(Number(v)) },
		xAxis: { type: 'category', data: AGES.map((a) => (a === 'not due' ? 'not due' : `${a} days late`)) },
		yAxis: { type: 'value', axisLabel: { formatter: axisDollars } },
		series: [
			{
				type: 'bar',
				name: 'open',
				data: sums,
				barMaxWidth: 56,
				label: { show: true, position: 'top', formatter: (p) => formatCents(Number(p.value)) }
			}
		]
	});
</script>

<Page title="Aging" sub="{formatCents(open)} open of {data.rows.length} customers" pages={pagesOf('Know')} current="/know/aging">
	{#if open > 0}<section class="sheet mb-3 p-3">
			<h2>Open by days past due</h2>
			<Chart {option} height={220} label="Open amounts by age: {AGES.map((a, n) => `${a} ${formatCents(sums[n] ?? 0)}`).join(', ')}" />
		</section>{/if}
	<DataTable name="aging" rows={data.rows} {columns} href={(r) => `/win/customers/${r.id}`} empty="Nobody owes anything.">
		{#snippet cell(r)}<a class="link" href="/win/customers/{r.id}">{r.name}</a>{/snippet}
	</DataTable>
</Page>
