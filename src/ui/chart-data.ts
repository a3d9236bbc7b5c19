import type { GlyphName } from './Glyph';

export interface ChartAxis {
  readonly from: number;
  readonly to: number;
  /** Between two figures; about a fifth of the axis when left out. */
  readonly step?: number;
  readonly say: (value: number) => string;
}
export interface ChartPoint {
  readonly x: number;
  readonly y: number;
  /** The whole point in words: "12 of 24, teacher, 2 December 2026". */
  readonly say: string;
}
export interface ChartSeries {
  readonly name: string;
  readonly glyph: GlyphName;
  /** By x, rising. */
  readonly points: readonly ChartPoint[];
  readonly dashed?: boolean;
}
export interface ChartData {
  readonly x: ChartAxis;
  readonly y: ChartAxis;
  readonly series: readonly ChartSeries[];
  /** Lines across at a height, as an award: the heavy one is the aim. */
  readonly lines: readonly { readonly at: number; readonly label: string; readonly heavy: boolean }[];
  readonly table: { readonly head: readonly string[]; readonly rows: readonly (readonly string[])[] };
}
