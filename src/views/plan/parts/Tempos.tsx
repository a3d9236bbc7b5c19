import type { PlanItem } from '@/core/plan';
import { NoteShape } from '@/ui';
import type { Geometry } from '../stave-model';
import css from './PreparationStave.module.css';

/** Tempo aimed at by the end of each week, over the line; a figure is not said twice. */
export function Tempos({ item, geometry }: { readonly item: PlanItem; readonly geometry: Geometry }) {
  const { tempo } = item;
  if (!tempo) return null;
  let said = 0;
  return item.tempos.map((value, at) => {
    const rounded = Math.round(value);
    const room = geometry.weekWidth >= 54 || at % 2 === 0;
    if (rounded === said || !room || !item.weeks.slice(at).some((minutes) => minutes > 0)) return null;
    said = rounded;
    const middle = geometry.today + (at + 0.5) * geometry.weekWidth;
    return at === 0 ? (
      <g key={at}>
        <g transform={`translate(${middle - 24} -24) scale(.86)`}>
          <NoteShape unit={tempo.unit} />
        </g>
        <text x={middle - 11} y={-11} className={css.tempo}>
          = {rounded}
        </text>
      </g>
    ) : (
      <text key={at} x={middle} y={-11} textAnchor="middle" className={css.tempo}>
        {rounded}
      </text>
    );
  });
}
