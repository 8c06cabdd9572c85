import type { BarSeriesOption, LineSeriesOption } from 'echarts/charts';
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components';
import type { ComposeOption } from 'echarts/core';

export type ChartOption = ComposeOption<
	BarSeriesOption | LineSeriesOption | GridComponentOption | LegendComponentOption | TooltipComponentOption
>;

const color = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

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
		color: [primary, accent, second, error],
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
