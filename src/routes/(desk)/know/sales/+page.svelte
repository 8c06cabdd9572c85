<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { formatCents, formatRate } from '$lib/core/money';
	import { showPerSize, type SalesRow } from '$lib/core/sales';
	import { monthEnd } from '$lib/core/time';
	import Chart from '$lib/ui/chart/Chart.svelte';
	import { axisDollars, type ChartOption } from '$lib/ui/chart/theme';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { downloadCsv } from '$lib/ui/tables/download';
	import { withParams } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const words = { kind: 'Kind of work', source: 'Source', estimator: 'Estimator', reason: 'Reason lost' } as const;
	const reason = $derived(data.by === 'reason');
	const most = $derived(Math.max(1, ...data.report.rows.map((r) => Math.max(r.wonWorth + r.lostWorth + r.openWorth, 1))));
	const set = (changes: Record<string, string | null>) =>
		goto(withParams(page.url.search, changes), { replaceState: true, keepFocus: true, noScroll: true });
	const trend = $derived(reason ? [] : data.report.trend);
	const months = $derived(
		trend.map((m) => new Date(`${m.month}-15`).toLocaleDateString('en-US', { month: 'short', year: '2-digit', timeZone: 'UTC' }))
	);
	const byMonth = $derived<ChartOption>({
		grid: { left: 8, right: 8, top: 34, bottom: 6, containLabel: true },
		legend: { top: 0, left: 0 },
		tooltip: { trigger: 'axis' },
		xAxis: { type: 'category', data: months },
		yAxis: [
			{ type: 'value', axisLabel: { formatter: axisDollars } },
			{ type: 'value', min: 0, max: 100, axisLabel: { formatter: '{value} %' }, splitLine: { show: false } }
		],
		series: [
			...(['won', 'lost', 'open'] as const).map((state) => ({
				...{ type: 'bar' as const, name: state, stack: 'worth', barMaxWidth: 34 },
				data: trend.map((m) => m.row[`${state}Worth`]),
				tooltip: { valueFormatter: (v: unknown) => formatCents(Number(v)) }
			})),
			{
				...{ type: 'line', name: 'win rate', yAxisIndex: 1, symbol: 'circle', symbolSize: 6 },
				data: trend.map((m) => (m.row.winRate === null ? null : m.row.winRate / 10_000)),
				tooltip: { valueFormatter: (v: unknown) => (v === null ? 'nothing decided' : `${Math.round(Number(v))} %`) }
			}
		]
	});
	/** One month alone: its first day to its last. */
	function openMonth(month: string | undefined) {
		if (month) void set({ from: `${month}-01`, to: monthEnd(`${month}-01`) });
	}
	const days = (n: number | null) => (n === null ? '' : `${n}`);
	const amount = (n: number) => (n / 100).toFixed(2);
	function save() {
		downloadCsv(
			`sales-by-${data.by}.csv`,
			[words[data.by], 'Jobs', 'Open', 'Won', 'Lost', 'Open worth', 'Won worth', 'Lost worth', 'Win rate', 'Days to decide'],
			[...data.report.rows, data.report.all].map((r) => [
				r.name,
				r.count,
				r.open,
				r.won,
				r.lost,
				amount(r.openWorth),
				amount(r.wonWorth),
				amount(r.lostWorth),
				formatRate(r.winRate),
				days(r.daysToDecide)
			])
		);
	}
</script>

{#snippet line(r: SalesRow)}
	<td class="num">{r.count}</td>
	{#if !reason}<td class="num">{r.won}</td><td class="num">{r.lost}</td><td class="num">{formatRate(r.winRate, 0)}</td><td class="num"
			>{formatCents(r.wonWorth)}</td
		>{/if}
	<td class="num">{formatCents(r.lostWorth)}</td>
	{#if !reason}<td class="num">{formatCents(r.openWorth)}</td>{/if}
	<td class="num">{days(r.daysToDecide)}</td>
	{#if !reason}<td class="quiet size">{r.perSize.slice(0, 2).map(showPerSize).join('; ')}</td>{/if}
{/snippet}

<Page title="Sales" sub="Jobs asked for in these days, and what became of them" pages={pagesOf('Know')} current="/know/sales">
	{#snippet actions()}<button type="button" class="btn" onclick={save}>Export CSV</button>{/snippet}
	<div class="mb-4 flex flex-wrap items-end gap-4">
		<nav class="by" aria-label="By">
			{#each Object.entries(words) as [key, word] (key)}<a
					href={withParams(page.url.search, { by: key })}
					aria-current={data.by === key ? 'true' : undefined}>{word}</a
				>{/each}
		</nav>
		<Field label="From"><input class="input" type="date" value={data.from} onchange={(e) => set({ from: e.currentTarget.value })} /></Field
		><Field label="to"><input class="input" type="date" value={data.to} onchange={(e) => set({ to: e.currentTarget.value })} /></Field>
	</div>
	<dl class="sums">
		<div>
			<dt class="quiet">Asked for</dt>
			<dd class="figure">{data.report.all.count}</dd>
		</div>
		{#if !reason}<div>
				<dt class="quiet">Won</dt>
				<dd class="figure">{data.report.all.won} · {formatCents(data.report.all.wonWorth)}</dd>
			</div>
			<div>
				<dt class="quiet">Win rate</dt>
				<dd class="figure">{formatRate(data.report.all.winRate, 0)} by count, {formatRate(data.report.all.winRateByMoney, 0)} by money</dd>
			</div>{/if}
		<div>
			<dt class="quiet">Lost</dt>
			<dd class="figure">{data.report.all.lost} · {formatCents(data.report.all.lostWorth)}</dd>
		</div>
		<div>
			<dt class="quiet">Days to decide, the middle</dt>
			<dd class="figure">{days(data.report.all.daysToDecide) || '–'}</dd>
		</div>
	</dl>
	{#if trend.length > 1}<section class="sheet mb-4 p-3" aria-label="By month">
			<h2>By the month they were asked for</h2>
			<Chart
				option={byMonth}
				height={250}
				label="Sales by month: {trend
					.map((m, n) => `${months[n]} ${m.row.count} asked for, ${formatCents(m.row.wonWorth)} won, ${formatCents(m.row.lostWorth)} lost`)
					.join('; ')}"
				table={{
					head: ['Month', 'Asked for', 'Won', 'Lost', 'Won worth', 'Lost worth', 'Open worth', 'Win rate'],
					rows: trend.map((m, n) => [
						months[n] ?? '',
						...[m.row.count, m.row.won, m.row.lost],
						...[formatCents(m.row.wonWorth), formatCents(m.row.lostWorth), formatCents(m.row.openWorth), formatRate(m.row.winRate, 0)]
					])
				}}
				onpick={(at) => openMonth(trend[at]?.month)}
			/>
			<p class="quiet">A click on a month shows its jobs alone. What was asked for lately is not decided yet.</p>
		</section>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>{words[data.by]}</th><th style="width: 16%"><span class="sr-only">Won, lost and open as a bar</span></th><th class="num"
						>Jobs</th
					>{#if !reason}<th class="num">Won</th><th class="num">Lost</th><th class="num">Win rate</th><th class="num">Won worth</th>{/if}<th
						class="num">Lost worth</th
					>{#if !reason}<th class="num">Open worth</th>{/if}<th class="num">Days</th>{#if !reason}<th>Price by size, of won</th>{/if}</tr
				></thead
			>
			<tbody
				>{#each data.report.rows as r (r.name)}<tr
						><td>{r.name}</td><td
							><span class="bar" title="{formatCents(r.wonWorth)} won, {formatCents(r.lostWorth)} lost, {formatCents(r.openWorth)} open"
								><b style:width="{(100 * r.wonWorth) / most}%"></b><i style:width="{(100 * r.lostWorth) / most}%"></i><u
									style:width="{(100 * r.openWorth) / most}%"
								></u></span
							></td
						>{@render line(r)}</tr
					>{:else}<tr><td colspan="11">Nothing was {reason ? 'lost' : 'asked for'} in these days.</td></tr>{/each}</tbody
			>
			<tfoot><tr class="font-bold"><td>All</td><td></td>{@render line(data.report.all)}</tr></tfoot>
		</table>
	</div>
	<p class="quiet mt-2">Bars: won filled, lost hatched, open as an outline. Amounts are without tax.</p>
</Page>

<style>
	.by {
		display: flex;
		gap: 14px;
		padding-bottom: 6px;
	}
	.by a {
		text-decoration: none;
		color: var(--quiet);
		border-bottom: 2px solid transparent;
	}
	.by a[aria-current] {
		color: inherit;
		font-weight: 600;
		border-color: var(--color-primary);
	}
	.sums {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 36px;
		margin-bottom: 16px;
	}
	.sums dd {
		font-size: 1.15rem;
		font-weight: 600;
	}
	.bar {
		display: flex;
		height: 12px;
	}
	.bar :is(i, b, u)[style*='width: 0%'] {
		display: none;
	}
	.bar b {
		background: var(--color-primary);
	}
	.bar i {
		background: repeating-linear-gradient(135deg, var(--color-error) 0 2px, transparent 2px 5px);
		border: 1px solid var(--color-error);
	}
	.bar u {
		border: 1px solid var(--color-neutral);
	}
	.size {
		white-space: nowrap;
	}
</style>
