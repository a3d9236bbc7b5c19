import { CustomChart, LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as withParts, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { ChartAxis, ChartBand, ChartData } from './chart-data';

withParts([CustomChart, LineChart, GridComponent, MarkLineComponent, SVGRenderer]);

/** Inner margins in px: room for the figures at the left, the days below and the names of the lines at the right. */
const MARGINS = { left: 34, right: 96, top: 14, bottom: 32 };
/** Of the names at the right: px of a letter, about, and most room for one. */
const [LETTER, MOST_ROOM] = [7.2, 200];
/** Above it, where days are named there. */
const NAMED = 30;
/** How dark a range is: where a narrow one lies within a wide one, both tints add up. */
const TINT = { wide: 0.13, narrow: 0.2 } as const;
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
      grid: { ...MARGINS, right: roomFor(data), ...(data.uprights && { top: NAMED }) },
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
        ...(y.step !== undefined && { interval: y.step }),
        axisLabel: { ...TICK, formatter: y.say },
        splitLine: { lineStyle: { color: 'var(--hair)' } },
      },
      series: [
        ...(data.bands ?? []).map(drawBand),
        ...data.series.map(({ name, points, dashed }) => ({
          type: 'line' as const,
          name,
          data: points.map((point) => [point.x, point.y]),
          symbol: 'none',
          lineStyle: { color: 'var(--ink)', width: 1.5, type: dashed ? [4, 4] : ('solid' as const) },
        })),
        {
          type: 'line' as const,
          name: 'lines',
          data: [],
          markLine: {
            silent: true,
            symbol: 'none',
            data: [
              ...data.lines.map((line) => ({
                yAxis: line.at,
                name: line.label,
                lineStyle: { color: 'var(--ink)', width: line.heavy ? 2.5 : 1, type: 'solid' as const },
              })),
              ...(data.uprights ?? []).map((line) => ({
                xAxis: line.at,
                name: line.label,
                lineStyle: { color: 'var(--ink)', width: line.heavy ? 4 : 2, type: 'solid' as const },
                label: { position: 'end' as const },
              })),
            ],
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

/** A range as one shape, in the ink of the page. */
const drawBand = ({ name, look, points }: ChartBand) => ({
  type: 'custom' as const,
  name,
  silent: true,
  data: [points.flatMap(({ x, from, to }) => [x, from, to])],
  renderItem: (_: unknown, api: { coord: (at: number[]) => number[] }) => ({
    type: 'polygon' as const,
    shape: {
      points: [
        ...points.map(({ x, from }) => api.coord([x, from])),
        ...[...points].reverse().map(({ x, to }) => api.coord([x, to])),
      ],
    },
    style: { fill: 'var(--ink)', opacity: TINT[look] },
  }),
});

/** Room at the right for the longest name of a line, about as wide as it is drawn. */
const roomFor = ({ lines }: ChartData): number =>
  Math.min(MOST_ROOM, Math.max(MARGINS.right, ...lines.map(({ label }) => LETTER * label.length + LETTER)));

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
