/** The parts of Apache ECharts that our charts use; loaded when the first one is shown. */
import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import {
	GridComponent,
	LegendComponent,
	MarkAreaComponent,
	MarkLineComponent,
	TooltipComponent
} from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([
	BarChart,
	LineChart,
	ScatterChart,
	GridComponent,
	LegendComponent,
	MarkAreaComponent,
	MarkLineComponent,
	TooltipComponent,
	SVGRenderer
]);
export { init };
