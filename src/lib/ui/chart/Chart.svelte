<script lang="ts">
	import type { EChartsType } from 'echarts/core';
	import { chartTheme, watchTheme, type ChartOption } from './theme';
	/**
	 * A chart, drawn as SVG in the page's own colors, by day and by night. Its parts are told apart by pattern as well as color. The sentence says what is
	 * seen; the figures can be read as a table, unless the page shows them beside it anyway.
	 */
	interface Props {
		option: ChartOption;
		label: string;
		height?: number;
		/** Its figures as a table, shown in its place when asked for. */
		table?: { head: string[]; rows: (string | number)[][] };
		/** What a click on a part opens: by its place in its row, and the name of the row. */
		onpick?: (at: number, series: string) => void;
	}
	let { option, label, height = 280, table, onpick }: Props = $props();
	let box: HTMLDivElement | undefined = $state();
	let asTable = $state(false);
	let seen = $state(false);
	let night = $state(0);
	let chart: EChartsType | undefined;
	function forget() {
		chart?.dispose();
		chart = undefined;
	}
	// The engine is loaded when a chart of the page comes into sight: one below the fold costs nothing.
	$effect(() => {
		const at = box;
		if (!at || seen) return;
		const watch = new IntersectionObserver((e) => (seen ||= e.some((x) => x.isIntersecting)), { rootMargin: '200px' });
		watch.observe(at);
		return () => watch.disconnect();
	});
	$effect(() => watchTheme(() => (forget(), (night += 1))));
	// Drawn again whenever its figures change, and anew in other colors.
	$effect(() => {
		const [now, at] = [option, box];
		void night;
		if (!at || !seen) return;
		let gone = false;
		void import('./engine').then(({ echarts }) => {
			if (gone) return;
			if (!chart) {
				chart = echarts.init(at, chartTheme(), { renderer: 'svg' });
				chart.on('click', (e) => onpick?.(e.dataIndex, e.seriesName ?? ''));
			}
			chart.setOption({ aria: { enabled: true, label: { description: label }, decal: { show: true } }, animation: false, ...now }, true);
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
			forget();
		};
	});
</script>

{#if table}<p class="as no-print">
		<button type="button" class="link" aria-pressed={asTable} onclick={() => (asTable = !asTable)}
			>{asTable ? 'As a chart' : 'As a table'}</button
		>
	</p>{/if}
{#if table && asTable}<div class="overflow-x-auto pt-6">
		<table class="grid-table" aria-label={label}>
			<thead
				><tr
					>{#each table.head as h, n (n)}<th class:num={n > 0}>{h}</th>{/each}</tr
				></thead
			>
			<tbody
				>{#each table.rows as row, n (n)}<tr
						>{#each row as c, m (m)}<td class:num={m > 0}>{c}</td>{/each}</tr
					>{/each}</tbody
			>
		</table>
	</div>{:else}<div bind:this={box} class="w-full" class:picks={onpick} style="height: {height}px" role="img" aria-label={label}></div>{/if}

<style>
	/* On the line of the legend, which stands on the left. */
	.as {
		position: relative;
		z-index: 1;
		height: 0;
		text-align: right;
	}
	.picks :global(path) {
		cursor: pointer;
	}
</style>
