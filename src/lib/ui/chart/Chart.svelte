<script lang="ts">
	import type { EChartsType } from 'echarts/core';
	import { chartTheme, type ChartOption } from './theme';
	/** A chart, drawn as SVG in the page's own colors. Its figures stand in a table beside it; the sentence says what is seen. */
	let { option, label, height = 280 }: { option: ChartOption; label: string; height?: number } = $props();
	let box: HTMLDivElement | undefined = $state();
	let chart: EChartsType | undefined;
	// Drawn again whenever its figures change; the engine is loaded with the first chart of a page.
	$effect(() => {
		const now = option;
		const at = box;
		if (!at) return;
		let gone = false;
		void import('./engine').then(({ echarts }) => {
			if (gone) return;
			chart ??= echarts.init(at, chartTheme(), { renderer: 'svg' });
			chart.setOption({ aria: { enabled: true, label: { description: label } }, animation: false, ...now }, true);
		});
		return () => {
			gone = true;
		};
	});
	$effect(() => {
		const at = box;
		if (!at) return;
		const watch = new ResizeObserver(() => chart?.resize());
		watch.observe(at);
		return () => {
			watch.disconnect();
			chart?.dispose();
			chart = undefined;
		};
	});
</script>

<div bind:this={box} class="w-full" style="height: {height}px" role="img" aria-label={label}></div>
