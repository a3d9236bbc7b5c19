import { useMemo, useState } from 'react';
import { shownIn, type HandedLine, type RhythmGate } from '@/core/plan';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Button, PrintFrame } from '@/ui';
import { useIncipits } from '../use-incipits';
import css from './GateSheet.module.css';

/** A rhythm gate for home: each rhythm with its notes where a score has them, and a box for each step. */
export function GateSheet({
  ready: { studio },
  gate,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly gate: RhythmGate;
  readonly nameOf: (name: string) => string;
}) {
  const lines = useMemo(
    () =>
      gate.extracts.flatMap(({ bars: [bar] }, at): HandedLine[] =>
        bar === undefined
          ? []
          : [
              {
                line: at,
                goalId: null,
                componentId: null,
                pieceId: gate.pieceId,
                day: gate.setOn,
                minutes: 1,
                title: '',
                what: '',
                how: '',
                listenFor: '',
                bars: { from: bar, to: bar },
              },
            ],
      ),
    [gate],
  );
  const [isDoubled, double] = useState(false);
  const incipits = useIncipits(studio, lines, { isDoubled });
  return (
    <>
      {lines.length > 0 && (
        <p className={css.choice}>
          <Button pressed={isDoubled} onClick={() => double(!isDoubled)}>
            Doubled values
          </Button>
        </p>
      )}
      <PrintFrame
        size="A4"
        title={`Rhythm before the score: ${studio.pieces.get(gate.pieceId)?.title ?? ''}`}
        sub={`${nameOf(studio.students.get(gate.studentId)?.name ?? '')} · set ${formatDay(gate.setOn, 'written')} · tick a box when it goes alone, three times in a row; playing after somebody is not alone`}
      >
        <table className={css.grid}>
          <thead>
            <tr>
              <th scope="col">Rhythm</th>
              {gate.steps.map((step) => (
                <th key={step} scope="col">
                  {step}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {gate.extracts.map((extract, at) => {
              const svg = incipits.get(at);
              return (
                <tr key={extract.id}>
                  <th scope="row">
                    {extract.words}
                    {svg !== undefined && svg !== '' && (
                      <span className={css.notes} dangerouslySetInnerHTML={{ __html: svg }} />
                    )}
                    {extract.bars.length > 0 && (
                      <small>{inTerms('It stands in the score. Mark every bar: ')}…………………</small>
                    )}
                  </th>
                  {gate.steps.map((step) => {
                    const how = shownIn(gate, extract.id, step);
                    return (
                      <td key={step}>
                        <span className={css.box}>{how === 'alone' ? '✓' : ''}</span>
                        {how === 'with teacher' ? 'with teacher' : ''}
                      </td>
                    );
                  })}
                </tr>
              );
            })}
          </tbody>
        </table>
        <p className={css.line}>How it went, from who listened: ……………………………………………………</p>
      </PrintFrame>
    </>
  );
}
