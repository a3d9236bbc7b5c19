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
  /** Its stage is done, or its own day has come, and nobody has said that it is passed. */
  readonly waiting: boolean;
}

/** Gates of one lesson stand so far apart that a finger hits each. */
const APART = 23;

/** The gates in the drawing, each where its stage ends; those of one lesson beside each other. */
const gatesOf = (plan: Plan, geometry: Geometry): PlacedGate[] =>
  plan.items.flatMap((item) => {
    let before = -Infinity;
    return item.gates.flatMap((gate): PlacedGate[] => {
      const own = geometry.x(gate.passedOn === null ? gate.lastWeek + 1 : weekOf(plan, gate.passedOn));
      if (own <= geometry.past + (gate.passedOn === null ? 0 : 8)) return [];
      const x = gate.passedOn === null ? Math.max(own, before + APART) : own;
      before = gate.passedOn === null ? x : before;
      const waiting = gate.passedOn === null && gate.lastWeek + 1 <= plan.now;
      return [{ item, gate, x, y: geometry.lineY(item.id), waiting }];
    });
  });

interface Part {
  readonly plan: Plan;
  readonly geometry: Geometry;
}

/** The gates as they are drawn in the picture: one set by hand has a foot as well, one that follows the plan does not. */
export const GateShapes = ({ plan, geometry }: Part) => (
  <>
    {gatesOf(plan, geometry).map(({ item, gate, x, y, waiting }) => (
      <g key={`${item.id}${gate.stage}`} transform={`translate(${x} ${y})`}>
        <path d={gate.set ? 'M0-11V11M-5 11H5' : 'M0-11V10'} className={barOf(gate)} />
        <g transform="translate(0 -16)">
          <GlyphShape
            name={gate.passedOn ? 'tick' : waiting ? 'gate waiting' : gate.set ? 'gate set' : 'gate'}
          />
        </g>
      </g>
    ))}
  </>
);

const barOf = (gate: Gate) => (gate.passedOn !== null ? css.past : gate.set ? css.set : css.bar);

/** The gates as real buttons over the picture. */
export const GateButtons = ({
  plan,
  geometry,
  onGate,
}: Part & { readonly onGate: (itemId: string, stage: Gate['stage']) => void }) =>
  gatesOf(plan, geometry).map(({ item, gate, x, y, waiting }) => (
    <button
      key={`${item.id}${gate.stage}`}
      type="button"
      className={css.gate}
      style={{ insetInlineStart: x - 15, insetBlockStart: y - 36 }}
      aria-label={`${item.letter}, ${gateName(gate.stage)}, ${formatDay(gate.day, 'written')}, ${gate.passedOn ? 'passed' : `${gate.set ? 'set by hand, ' : ''}${waiting ? 'due' : 'to come'}`}`}
      onClick={() => onGate(item.id, gate.stage)}
    />
  ));
