import type { Plan, PlanItem } from '@/core/plan';
import { formatDay } from '@/core/time';
import { GlyphShape } from '@/ui';
import { weekOf, type Geometry } from '../stave-model';
import css from './GateButtons.module.css';
import { gateName } from '../../shell/words';

type Gate = PlanItem['gates'][number];
interface PlacedGate {
  readonly item: PlanItem;
  readonly gate: Gate;
  readonly x: number;
  readonly y: number;
  /** Passed by now in the plan, and not said to be passed. */
  readonly waiting: boolean;
  /** Where the gate stood before it was moved; null where it was not, or stands outside the drawing. */
  readonly ghost: number | null;
}

/** The gates in the drawing, each where its stage ends. */
const gatesOf = (plan: Plan, geometry: Geometry): PlacedGate[] =>
  plan.items.flatMap((item, line) =>
    item.gates.flatMap((gate): PlacedGate[] => {
      const x = geometry.x(gate.passedOn === null ? gate.lastWeek + 1 : weekOf(plan, gate.passedOn));
      if (x <= geometry.past + (gate.passedOn === null ? 0 : 8)) return [];
      const was = gate.movedFrom === null ? -1 : plan.grid.findIndex((week) => week.from === gate.movedFrom);
      return [
        {
          item,
          gate,
          x,
          y: geometry.lineY(line),
          waiting: gate.passedOn === null && gate.lastWeek + 1 <= plan.now,
          ghost: was >= 0 && gate.passedOn === null ? geometry.x(was) : null,
        },
      ];
    }),
  );

interface Part {
  readonly plan: Plan;
  readonly geometry: Geometry;
}

/** The gates as they are drawn in the picture. */
export const GateShapes = ({ plan, geometry }: Part) => (
  <>
    {gatesOf(plan, geometry).map(({ item, gate, x, y, waiting, ghost }) => (
      <g key={`${item.componentId}${gate.stage}`} transform={`translate(0 ${y})`}>
        {ghost !== null && (
          <>
            <g transform={`translate(${ghost} -16)`}>
              <GlyphShape name="gate moved" />
            </g>
            <path d={`M${ghost}-22V-27H${x}V-23`} className={css.arrow} />
          </>
        )}
        <path d={`M${x}-11V10`} className={gate.passedOn === null ? css.bar : css.past} />
        <g transform={`translate(${x} -16)`}>
          <GlyphShape name={gate.passedOn ? 'tick' : waiting ? 'gate waiting' : 'gate'} />
        </g>
      </g>
    ))}
  </>
);

/** The gates as real buttons over the picture. */
export const GateButtons = ({
  plan,
  geometry,
  onGate,
}: Part & { readonly onGate: (componentId: string, stage: Gate['stage']) => void }) =>
  gatesOf(plan, geometry).map(({ item, gate, x, y, waiting }) => (
    <button
      key={`${item.componentId}${gate.stage}`}
      type="button"
      className={css.gate}
      style={{ insetInlineStart: x - 15, insetBlockStart: y - 36 }}
      aria-label={`${item.letter}, ${gateName(gate.stage)}, ${formatDay(gate.day, 'written')}, ${gate.passedOn ? 'passed' : waiting ? 'due' : 'to come'}`}
      onClick={() => onGate(item.componentId, gate.stage)}
    />
  ));
