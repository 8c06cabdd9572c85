import { BarChart, LineChart, PieChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

/** The parts of the chart engine that are used; loaded only where a chart is. */
echarts.use([
	BarChart,
	LineChart,
	PieChart,
	AriaComponent,
	GridComponent,
	LegendComponent,
	MarkLineComponent,
	TooltipComponent,
	SVGRenderer
]);
export { echarts };
