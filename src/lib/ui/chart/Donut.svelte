<script lang="ts">
	import Chart from './Chart.svelte';
	import type { ChartOption } from './theme';
	/** Shares of a whole as a ring with its words beside it; pattern and order tell them apart, color only helps. */
	interface Props {
		parts: { name: string; value: number }[];
		label: string;
		height?: number;
	}
	let { parts, label, height = 120 }: Props = $props();
	const sum = $derived(parts.reduce((n, p) => n + p.value, 0));
	const share = (value: number) => `${Math.round((100 * value) / (sum || 1))} %`;
	const option = $derived<ChartOption>({
		tooltip: { trigger: 'item', valueFormatter: (v) => share(Number(v)) },
		legend: {
			orient: 'vertical',
			left: height + 12,
			top: 'middle',
			itemWidth: 12,
			itemHeight: 12,
			itemGap: 6,
			formatter: (name) => `${name}  ${share(parts.find((p) => p.name === name)?.value ?? 0)}`,
			selectedMode: false
		},
		series: [
			{
				type: 'pie',
				radius: ['52%', '96%'],
				center: [height / 2, '50%'],
				label: { show: false },
				emphasis: { scale: false },
				data: parts.map(({ name, value }) => ({ name, value }))
			}
		]
	});
</script>

{#if parts.length > 1}<Chart {option} {height} label="{label}: {parts.map((p) => `${p.name} ${share(p.value)}`).join(', ')}" />{/if}
