import { useState } from 'react';
import { climb, type Play } from '@/core/card';
import { inTerms } from '@/core/terms';
import { Button, Roving, Section, SelectField } from '@/ui';
import { NumberField } from '../../shell/NumberField';
import { useKeys } from '../../shell/use-keys';
import { FASTEST, rungsOf, SLOWEST, type Ladder } from '../metronome-model';
import css from './LadderPad.module.css';

const RUNGS = { fewest: 2, most: 24 };

/** Rungs by equal ratio: up after so many clean times, down after two slips in a row, or up by itself. */
export function LadderPad({
  tempo,
  wish,
  rung,
  clean,
  onGo,
  onLeave,
}: {
  readonly tempo: number;
  readonly wish: Ladder | null;
  readonly rung: number;
  /** Clean times in a row before it goes up. */
  readonly clean: number;
  readonly onGo: (ladder: Ladder, rung: number, tempo: number) => void;
  readonly onLeave: () => void;
}) {
  const [planned, plan] = useState<Ladder>({ from: 66, to: 96, rungs: 7, barsEach: 0 });
  const [begun, begin] = useState(0);
  const [plays, say] = useState<readonly Play[]>([]);
  const ladder = wish ?? planned;
  const rungs = rungsOf(ladder);
  const go = (next: Ladder, at: number) => {
    begin(at);
    say([]);
    onGo(next, at, rungsOf(next)[at] ?? tempo);
  };
  const change = (what: Partial<Ladder>) => {
    const next = { ...ladder, ...what };
    plan(next);
    if (wish) go(next, 0);
  };
  const play = (how: Play) => {
    if (!wish) return;
    const next = [...plays, how];
    const at = climb(rungs.length, begun, next, clean);
    if (at === rung) say(next);
    else go(ladder, at);
  };
  useKeys(wish ? { c: () => play('clean'), s: () => play('slip') } : {});
  const inARow = plays.length - 1 - plays.lastIndexOf('slip');
  return (
    <Section title="Ladder" end={wish ? `rung ${rung + 1} of ${rungs.length}` : 'rungs by equal ratio'}>
      <div className={css.fields}>
        <NumberField
          label="From"
          value={ladder.from}
          min={SLOWEST}
          max={FASTEST}
          whole
          onTake={(from) => change({ from })}
        />
        <NumberField
          label="To"
          value={ladder.to}
          min={SLOWEST}
          max={FASTEST}
          whole
          onTake={(to) => change({ to })}
        />
        <NumberField
          label="Tempos"
          value={ladder.rungs}
          min={RUNGS.fewest}
          max={RUNGS.most}
          whole
          onTake={(count) => change({ rungs: count })}
        />
        <SelectField
          label="Up"
          value={String(ladder.barsEach)}
          options={[
            { value: '0', label: `after ${clean} clean times` },
            ...[2, 4, 8, 16].map((bars) => ({
              value: String(bars),
              label: inTerms(`by itself after ${bars} bars`),
            })),
          ]}
          onChange={(value) => change({ barsEach: Number(value) })}
        />
        {wish ? (
          <Button onClick={onLeave}>Leave the ladder</Button>
        ) : (
          <Button onClick={() => go(planned, 0)}>Go to the first rung</Button>
        )}
      </div>
      <Roving>
        <ol className={css.rungs} aria-label="Rungs">
          {rungs.map((each, at) => (
            <li key={at}>
              <button
                type="button"
                className={css.rung}
                aria-pressed={wish !== null && at === rung}
                aria-label={`Rung ${at + 1}, ${Math.round(each)} a minute`}
                onClick={() => go(ladder, at)}
              >
                {Math.round(each)}
              </button>
            </li>
          ))}
        </ol>
      </Roving>
      {wish?.barsEach === 0 && (
        <div className={css.fields}>
          <Button keyName="C" onClick={() => play('clean')}>
            Clean
          </Button>
          <Button keyName="S" onClick={() => play('slip')}>
            Slip
          </Button>
          <p className={css.said} role="status">
            {Math.max(0, inARow)} of {clean} clean in a row
          </p>
        </div>
      )}
    </Section>
  );
}
