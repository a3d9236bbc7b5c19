import type { Plan, PlanItem } from '@/core/plan';
import { NoteShape } from '@/ui';
import { besideGates, gatesOfItem } from '../placed-gates';
import type { Geometry } from '../stave-model';
import css from './PreparationStave.module.css';

/** What a digit takes, and the note and the sign of the first figure. */
const DIGIT = 8.5;
const NOTE = 30;
/** Weeks narrower than this say every other figure. */
const WIDE = 54;

/** Tempo aimed at by the end of each week, over the line beside its gates; a figure is not said twice. */
export function Tempos({
  plan,
  item,
  geometry,
}: {
  readonly plan: Plan;
  readonly item: PlanItem;
  readonly geometry: Geometry;
}) {
  const { tempo } = item;
  if (!tempo) return null;
  const gates = gatesOfItem(plan, item, geometry).map(({ x }) => x);
  let said = 0;
  return item.tempos.map((value, at) => {
    const rounded = Math.round(value);
    const room = geometry.weekWidth >= WIDE || at % 2 === 0;
    if (rounded === said || !room || !item.weeks.slice(at).some((minutes) => minutes > 0)) return null;
    const isFirst = said === 0;
    const from = geometry.today + at * geometry.weekWidth;
    const width = String(rounded).length * DIGIT + (isFirst ? NOTE : 0);
    // The first figure, with its note, may reach into a week that says none.
    const weeks = isFirst && geometry.weekWidth < WIDE ? 2 : 1;
    const middle = besideGates(gates, { from: from + 2, to: from + weeks * geometry.weekWidth - 2 }, width);
    if (middle === null) return null;
    said = rounded;
    return isFirst ? (
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
