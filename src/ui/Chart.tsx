import type { EChartsType } from 'echarts/core';
import { useEffect, useState } from 'react';
import type { ChartBand, ChartData, ChartPoint } from './chart-data';
import { Glyph, type GlyphName } from './Glyph';
import { Roving } from './Roving';
import { Table } from './Table';
import { useWidth } from './use-width';
import css from './Chart.module.css';

const HEIGHT = 220;
/** With days named above it. */
const HIGHER = 250;

interface Placed {
  readonly point: ChartPoint;
  readonly glyph: GlyphName;
  readonly left: number;
  readonly top: number;
}

/**
 * Values over time: axes and lines are drawn by the charting library, which is loaded when a chart is first shown; the
 * points are the studio's own signs and take the focus. What they say stands in a table behind the drawing.
 */
export function Chart({ label, data }: { readonly label: string; readonly data: ChartData }) {
  const [frame, width] = useWidth<HTMLDivElement>(0);
  const [placed, place] = useState<readonly Placed[]>([]);
  const [said, say] = useState('');
  const [failed, fail] = useState(false);
  useEffect(() => {
    const into = frame.current?.querySelector<HTMLElement>('[data-drawing]');
    if (!into || width === 0) return undefined;
    let chart: EChartsType | null = null;
    let over = false;
    import('./chart-draw').then(
      ({ openChart, drawChart, placeOf }) => {
        if (over) return;
        const drawn = openChart(into);
        chart = drawn;
        drawChart(drawn, data);
        place(
          data.series.flatMap(({ points, glyph }) =>
            glyph === null
              ? []
              : points.map((point) => ({ point, glyph, ...placeOf(drawn, point.x, point.y) })),
          ),
        );
      },
      () => fail(true),
    );
    return () => {
      over = true;
      chart?.dispose();
    };
  }, [frame, width, data]);
  const table = (
    <Table label={`${label}, as a table`} head={data.table.head} tight>
      {data.table.rows.map((row, at) => (
        <tr key={at}>
          {row.map((cell, column) => (
            <td key={column}>{cell}</td>
          ))}
        </tr>
      ))}
    </Table>
  );
  if (failed) return table;
  return (
    <figure className={css.root} aria-label={label}>
      <div ref={frame} className={css.frame} style={{ blockSize: data.uprights ? HIGHER : HEIGHT }}>
        <div data-drawing className={css.drawing} aria-hidden="true" />
        <Roving>
          <ul className={css.points} aria-label={`Points of ${label}`}>
            {placed.map(({ point, glyph, left, top }, at) => (
              <li key={at} style={{ insetInlineStart: left, insetBlockStart: top }}>
                <button
                  type="button"
                  aria-label={point.say}
                  onFocus={() => say(point.say)}
                  onMouseEnter={() => say(point.say)}
                >
                  <Glyph name={glyph} />
                </button>
              </li>
            ))}
          </ul>
        </Roving>
      </div>
      <figcaption className={css.caption}>
        <span className={css.key}>
          {data.series.map(({ name, glyph }) => (
            <span key={name}>
              {glyph ? <Glyph name={glyph} /> : <Swatch look="line" />} {name}
            </span>
          ))}
          {(data.bands ?? []).map(({ name, look }) => (
            <span key={name}>
              <Swatch look={look} /> {name}
            </span>
          ))}
        </span>
        <span className={css.said}>{said}</span>
      </figcaption>
      <details className={css.behind}>
        <summary>As a table</summary>
        {table}
      </details>
    </figure>
  );
}

/** What a bare line or a range looks like. */
const Swatch = ({ look }: { readonly look: ChartBand['look'] | 'line' }) => (
  <svg width={22} height={10} aria-hidden="true" className={css.swatch} data-look={look}>
    {look === 'line' ? <path d="M0 5H22" /> : <rect width={22} height={10} />}
  </svg>
);
