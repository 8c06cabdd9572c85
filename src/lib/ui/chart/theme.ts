import type { BarSeriesOption, LineSeriesOption, PieSeriesOption } from 'echarts/charts';
import type { GridComponentOption, LegendComponentOption, MarkLineComponentOption, TooltipComponentOption } from 'echarts/components';
import type { ComposeOption } from 'echarts/core';

export type ChartOption = ComposeOption<
	| BarSeriesOption
	| LineSeriesOption
	| PieSeriesOption
	| GridComponentOption
	| LegendComponentOption
	| MarkLineComponentOption
	| TooltipComponentOption
>;

/** The first is plain; what comes after is hatched one way, the other way, dotted: told apart in print and without color. */
const DECALS = [
	{ symbol: 'none' },
	{ symbol: 'rect', symbolSize: 1, dashArrayX: [1, 0], dashArrayY: [2, 4], rotation: Math.PI / 4, color: 'rgba(255,255,255,0.55)' },
	{ symbol: 'rect', symbolSize: 1, dashArrayX: [1, 0], dashArrayY: [2, 4], rotation: -Math.PI / 4, color: 'rgba(255,255,255,0.55)' },
	{
		symbol: 'circle',
		symbolSize: 0.6,
		dashArrayX: [
			[0, 6],
			[3, 3]
		],
		dashArrayY: [4, 2],
		color: 'rgba(255,255,255,0.6)'
	},
	{ symbol: 'none' }
];

/** One of the page's own colors, as it is now. */
export const color = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** The page's own colors and type, as they are where it is drawn: day or night. */
export function chartTheme(): object {
	const [text, line, primary, accent, second, error] = [
		'--color-base-content',
		'--color-base-300',
		'--color-primary',
		'--color-accent',
		'--color-secondary',
		'--color-error'
	].map(color);
	const axis = {
		axisLine: { lineStyle: { color: line } },
		axisLabel: { color: text },
		splitLine: { lineStyle: { color: line } },
		axisTick: { show: false }
	};
	return {
		color: [primary, accent, second, error, line],
		aria: { decal: { decals: DECALS } },
		textStyle: { fontFamily: 'Public Sans Variable, system-ui, sans-serif', color: text },
		legend: { textStyle: { color: text } },
		categoryAxis: axis,
		valueAxis: axis
	};
}

/** Whole dollars on an axis: nobody reads cents there. @example axisDollars(1_234_500) // '12.3k' */
export const axisDollars = (n: number): string => {
	const dollars = n / 100;
	return Math.abs(dollars) >= 1000 ? `${Math.round(dollars / 100) / 10}k` : String(Math.round(dollars));
};

/** Says when the page changes between day and night. @returns stop */
export function watchTheme(changed: () => void): () => void {
	const root = new MutationObserver(changed);
	root.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
	const system = matchMedia('(prefers-color-scheme: dark)');
	system.addEventListener('change', changed);
	return () => {
		root.disconnect();
		system.removeEventListener('change', changed);
	};
}
