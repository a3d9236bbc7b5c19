import type { Plan } from '@/core/plan';
import { formatDay } from '@/core/time';
import { GlyphShape } from '@/ui';
import { gatesOfItem, type Gate, type PlacedGate } from '../placed-gates';
import type { Geometry } from '../stave-model';
import css from './GateButtons.module.css';
import { gateName } from '../../shell/words';

const gatesOf = (plan: Plan, geometry: Geometry): PlacedGate[] =>
  plan.items.flatMap((item) => gatesOfItem(plan, item, geometry));

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
