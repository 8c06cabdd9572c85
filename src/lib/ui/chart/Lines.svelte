<script lang="ts">
	import Chart from './Chart.svelte';
	import type { ChartOption } from './theme';
	/** A few lines over the same steps. */
	interface Line {
		name: string;
		values: number[];
		dashed?: boolean;
	}
	interface Props {
		lines: Line[];
		labels: string[];
		/** A figure in full, and shorter on the axis. */
		show: (n: number) => string;
		axis?: (n: number) => string;
		height?: number;
		/** It holds until it changes: a cost, a rate. */
		steps?: boolean;
	}
	let { lines, labels, show, axis, height = 190, steps = false }: Props = $props();
	const option = $derived<ChartOption>({
		grid: { left: 6, right: 18, top: lines.length > 1 ? 30 : 12, bottom: 4, containLabel: true },
		...(lines.length > 1 ? { legend: { top: 0, left: 0 } } : {}),
		tooltip: { trigger: 'axis', valueFormatter: (v) => show(Number(v)) },
		xAxis: { type: 'category', data: labels },
		yAxis: { type: 'value', axisLabel: { formatter: (n: number) => (axis ?? show)(n) }, splitNumber: 3 },
		series: lines.map((l) => ({
			...{ type: 'line' as const, name: l.name, data: l.values, symbol: l.dashed ? 'none' : 'circle', symbolSize: 6 },
			lineStyle: { type: l.dashed ? ('dashed' as const) : ('solid' as const), width: 2 },
			...(steps ? { step: 'end' as const } : {})
		}))
	});
	const table = $derived({
		head: ['', ...lines.map((l) => l.name)],
		rows: labels.map((l, n) => [l, ...lines.map((x) => show(x.values[n] ?? 0))])
	});
</script>

<Chart
	{option}
	{height}
	{table}
	label={lines.map((l) => `${l.name}: ${l.values.map((v, n) => `${labels[n]} ${show(v)}`).join(', ')}`).join('. ')}
/>
