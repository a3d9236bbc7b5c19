import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as withParts, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { ChartAxis, ChartData } from './chart-data';

withParts([LineChart, GridComponent, MarkLineComponent, SVGRenderer]);

/** Inner margins in px: room for the figures at the left, the days below and the names of the lines at the right. */
const MARGINS = { left: 34, right: 96, top: 14, bottom: 32 };
const TICK = { fontFamily: 'Alegreya Sans', fontSize: 13.5, color: 'var(--ink-2)' };

/** The drawing alone: it never takes the focus, nor moves. */
export const openChart = (into: HTMLElement): EChartsType => init(into, null, { renderer: 'svg' });

/** Draws the data; colours are the page's own tokens, so that dark and paper need no drawing of their own. */
export function drawChart(chart: EChartsType, data: ChartData): void {
  const { x, y } = data;
  chart.setOption(
    {
      animation: false,
      silent: true,
      grid: MARGINS,
      xAxis: {
        type: 'value',
        min: x.from,
        max: x.to,
        interval: stepOf(x),
        axisLabel: { ...TICK, formatter: x.say, hideOverlap: true, margin: 12 },
        axisLine: { lineStyle: { color: 'var(--line)' } },
        axisTick: { lineStyle: { color: 'var(--line)' } },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: y.from,
        max: y.to,
        axisLabel: { ...TICK, formatter: y.say },
        splitLine: { lineStyle: { color: 'var(--hair)' } },
      },
      series: [
        ...data.series.map(({ name, points, dashed }) => ({
          type: 'line' as const,
          name,
          data: points.map((point) => [point.x, point.y]),
          symbol: 'none',
          lineStyle: { color: 'var(--ink)', width: 1.5, type: dashed ? [2, 4] : ('solid' as const) },
        })),
        {
          type: 'line' as const,
          name: 'lines',
          data: [],
          markLine: {
            silent: true,
            symbol: 'none',
            data: data.lines.map((line) => ({
              yAxis: line.at,
              name: line.label,
              lineStyle: { color: 'var(--ink)', width: line.heavy ? 2.5 : 1, type: 'solid' as const },
            })),
            label: {
              ...TICK,
              color: 'var(--ink)',
              fontWeight: 700,
              position: 'end' as const,
              formatter: '{b}',
            },
          },
        },
      ],
    },
    true,
  );
}

/** About five steps over the axis. */
const stepOf = ({ from, to, step }: ChartAxis): number => step ?? Math.max(1, Math.ceil((to - from) / 5));

/** Where a point stands in the drawing, in px from its left and top. */
export function placeOf(
  chart: EChartsType,
  x: number,
  y: number,
): { readonly left: number; readonly top: number } {
  const [left = 0, top = 0] = chart.convertToPixel({ gridIndex: 0 }, [x, y]);
  return { left, top };
}
