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
  /** The sign of its points, which can be looked at one by one; null for a bare line. */
  readonly glyph: GlyphName | null;
  /** By x, rising. */
  readonly points: readonly ChartPoint[];
  readonly dashed?: boolean;
}
/** A range along the axis, drawn as a tint: the narrower, the darker. */
export interface ChartBand {
  readonly name: string;
  readonly look: 'wide' | 'narrow';
  /** By x, rising. */
  readonly points: readonly { readonly x: number; readonly from: number; readonly to: number }[];
}
export interface ChartData {
  readonly x: ChartAxis;
  readonly y: ChartAxis;
  readonly series: readonly ChartSeries[];
  readonly bands?: readonly ChartBand[];
  /** Lines from top to bottom, as a day: the heavy one is the event. */
  readonly uprights?: readonly { readonly at: number; readonly label: string; readonly heavy: boolean }[];
  /** Lines across at a height, as an award: the heavy one is the aim. */
  readonly lines: readonly { readonly at: number; readonly label: string; readonly heavy: boolean }[];
  readonly table: { readonly head: readonly string[]; readonly rows: readonly (readonly string[])[] };
}
