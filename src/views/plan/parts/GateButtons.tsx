import type { Plan, PlanItem } from '@/core/plan';
import { formatDay } from '@/core/time';
import { GlyphShape } from '@/ui';
import { weekOf, type Geometry } from '../stave-model';
import css from './GateButtons.module.css';

/** The gates as real buttons over the picture, each where its stage ends. */
export function GateButtons({
  plan,
  geometry,
  onGate,
}: {
  readonly plan: Plan;
  readonly geometry: Geometry;
  readonly onGate: (componentId: string, stage: PlanItem['gates'][number]['stage']) => void;
}) {
  return plan.items.map((item, line) => {
    const y = geometry.lineY(line);
    return item.gates.map((gate) => {
      const x = geometry.x(gate.passedOn === null ? gate.lastWeek + 1 : weekOf(plan, gate.passedOn));
      if (x <= geometry.past + (gate.passedOn === null ? 0 : 8)) return null;
      const waiting = gate.passedOn === null && gate.lastWeek + 1 <= plan.now;
      const was = gate.movedFrom === null ? -1 : plan.grid.findIndex((week) => week.from === gate.movedFrom);
      const ghost = was >= 0 && gate.passedOn === null ? geometry.x(was) : null;
      return (
        <span key={`${item.componentId}${gate.stage}`}>
          <svg
            className={css.picture}
            width={geometry.width}
            height={1}
            aria-hidden="true"
            style={{ insetBlockStart: y }}
          >
            {ghost !== null && (
              <>
                <g transform={`translate(${ghost} -16)`}>
                  <GlyphShape name="gate moved" />
                </g>
                <path d={`M${ghost}-22V-27H${x}V-23`} className={css.arrow} />
              </>
            )}
            <path d={`M${x}-11V10`} className={gate.passedOn === null ? css.bar : css.past} />
          </svg>
          <button
            type="button"
            className={css.gate}
            style={{ insetInlineStart: x - 15, insetBlockStart: y - 36 }}
            aria-label={`${item.letter}, gate of ${gate.stage}, ${formatDay(gate.day, 'written')}, ${gate.passedOn ? 'passed' : waiting ? 'due' : 'to come'}`}
            onClick={() => onGate(item.componentId, gate.stage)}
          >
            <svg width={14} height={14} viewBox="-7 -7 14 14" aria-hidden="true">
              <GlyphShape name={gate.passedOn ? 'tick' : waiting ? 'gate waiting' : 'gate'} />
            </svg>
          </button>
        </span>
      );
    });
  });
}
