import { lazy, Suspense, useMemo, useState } from 'react';
import { findingsOf, paceOf, runHeard, type Heard } from '@/core/listening';
import type { Piece } from '@/core/repertoire';
import { MATCHING } from '@/core/taps';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import { keepRun, newId, type ReadyState } from '@/store';
import { Button, ErrorSay, Glyph, LinkButton, Loading, Section } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { hrefOf } from '../../shell/addresses';
import { say } from '../../shell/say';
import { useKeys } from '../../shell/use-keys';
import { capital } from '../../shell/words';
import { claimsOf, INPUT_WORDS, tempoChart } from '../listen-model';
import { useKeepTake } from '../use-keep-take';
import type { HeardOf } from '../use-listening';
import { Compare } from './Compare';
import { Findings } from './Findings';
import { Strip } from './Strip';
import css from './Result.module.css';

const Chart = lazy(() => import('@/ui/Chart').then((part) => ({ default: part.Chart })));
const OnThePage = lazy(() => import('./OnThePage').then((part) => ({ default: part.OnThePage })));

/** What was heard of one take: the bars as they came, findings, what can be said, what cannot. */
export function Result({
  ready: { which, now },
  student,
  piece,
  score,
  heard,
  of,
  place,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly piece: Piece;
  readonly score: ScoreAnswer | null;
  readonly heard: Heard;
  readonly of: HeardOf;
  /** Seconds of the take that are heard again now; null while nothing is. */
  readonly place: number | null;
}) {
  const unit = piece.tempo?.unit ?? 'q';
  const findings = useMemo(() => findingsOf(heard), [heard]);
  const pace = useMemo(() => paceOf(heard.bars, MATCHING), [heard]);
  const chart = useMemo(() => pace && tempoChart(heard.bars, pace, MATCHING, unit), [heard, pace, unit]);
  const [bar, select] = useState<number | null>(null);
  const [kept, keep] = useState(false);
  const canRun = heard.bars.length > 0 && heard.input !== 'many voices';
  const keepAsRun = () => {
    if (!canRun || kept) return;
    keep(true);
    say('Kept as a run-through');
    void keepRun({
      id: newId(),
      studentId: student.id,
      pieceId: piece.id,
      day: now.day,
      ...runHeard(heard, { isWhole: of.bars === null, tolerance: MATCHING }),
    });
  };
  const { take, keepIt, trouble } = useKeepTake({ which, student, piece, heard, of, now });
  const soundingBar = place === null ? -1 : heard.bars.findLastIndex(({ at }) => at <= place + 0.05);
  useKeys({ r: keepAsRun, ...(keepIt && { k: keepIt }) });
  return (
    <>
      {heard.bars.length > 0 && (
        <Section
          title="As heard"
          end={`${of.source === 'simulated' ? 'simulated player' : INPUT_WORDS[heard.input]}, ${take ? `take of ${formatDay(take.day, 'short')}, ${take.time}` : now.time}`}
        >
          <Strip
            heard={heard}
            findings={findings}
            unit={unit}
            selected={bar}
            sounding={soundingBar}
            onSelect={select}
          />
        </Section>
      )}
      <div className={css.grid}>
        <div className={css.side}>
          <Findings heard={heard} findings={findings} student={student} piece={piece} today={now.day} />
          <div className={css.acts}>
            {keepIt && (
              <Button keyName="K" onClick={keepIt}>
                Keep this take
              </Button>
            )}
            {take && (
              <span>
                <Glyph name="tick" /> a kept take
              </span>
            )}
            {canRun &&
              (kept ? (
                <span>
                  <Glyph name="tick" /> kept as a run-through of {formatDay(now.day, 'short')}
                </span>
              ) : (
                <Button keyName="R" onClick={keepAsRun}>
                  Keep as a run-through
                </Button>
              ))}
            <LinkButton href={hrefOf('/run', { student: student.id, piece: piece.id })}>
              Run-throughs
            </LinkButton>
          </div>
          {trouble !== '' && <ErrorSay title={trouble} />}
          <Section title="What can be said">
            <ul className={css.claims}>
              {claimsOf(heard, pace, MATCHING, unit).map(({ title, reason }) => (
                <li key={title}>
                  <b>{title}</b>
                  <span>{reason}</span>
                </li>
              ))}
            </ul>
          </Section>
          {score && heard.bars.length > 0 && <Compare heard={heard} score={score} />}
          <Section title="What is not said, and why">
            <ul className={css.claims}>
              {heard.refused.map(({ what, why }) => (
                <li key={what}>
                  <b>{inTerms(capital(what))}</b>
                  <span>{inTerms(`${capital(why)}.`)}</span>
                </li>
              ))}
            </ul>
          </Section>
        </div>
        <div className={css.main}>
          {chart && (
            <Section title="Tempo" end={inTerms('bars in the order they came')}>
              <Suspense fallback={<Loading what="Drawing the tempo" />}>
                <Chart label="Tempo" data={chart} />
              </Suspense>
            </Section>
          )}
          {score && (heard.bars.length > 0 || heard.rhythm) && (
            <Suspense fallback={<Loading what="Engraving the page" />}>
              <OnThePage score={score} findings={findings} selected={bar} onSelect={select} />
            </Suspense>
          )}
        </div>
      </div>
    </>
  );
}
