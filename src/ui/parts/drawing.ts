/** What charts are drawn with: all their kinds, fetched once, by the first page that shows one. */
import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

register([BarChart, LineChart, ScatterChart]);
register([GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

export { init } from 'echarts/core';
