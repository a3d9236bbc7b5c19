import { useState, type ReactNode } from 'react';
import { drawnIn, drawSection, type RunStart, type RunThrough } from '@/core/runs';
import { sectionsOf, type Piece } from '@/core/repertoire';
import { instrumentOn, type Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { newId, keepRun, type ReadyState } from '@/store';
import { PageLine } from '../shell/PageLine';
import { say } from '../shell/say';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { Evidence } from './parts/Evidence';
import { RunDetails } from './parts/RunDetails';
import { RunPad } from './parts/RunPad';
import { RunList } from './parts/RunList';
import { Starts } from './parts/Starts';
import { StudentAndPiece, WhoPlays } from './StudentAndPiece';
import { runsOfPiece, runWords, tapsOf } from './run-model';
import { useTimedRun } from './use-timed-run';
import css from './RunView.module.css';

export const RunView = () => <StudioPage>{(ready) => <RunOf ready={ready} />}</StudioPage>;

const RunOf = ({ ready }: { readonly ready: ReadyState }) => (
  <StudentAndPiece ready={ready} title="Run-through" what="to play through">
    {(student, piece, pickers) => (
      <RunPage
        key={`${student.id} ${piece.id}`}
        ready={ready}
        student={student}
        piece={piece}
        pickers={pickers}
      />
    )}
  </StudentAndPiece>
);

/** A piece played through: what is pressed while it sounds, and what all runs so far say. */
function RunPage({
  ready: { studio, now },
  student,
  piece,
  pickers,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly piece: Piece;
  readonly pickers: ReactNode;
}) {
  const timed = useTimedRun(`${student.id}.${piece.id}`);
  const runs = runsOfPiece(studio, student.id, piece.id);
  const sections = sectionsOf(piece);
  const [start, setStart] = useState<RunStart>({ kind: 'beginning' });
  /** The run whose details are asked. */
  const [open, show] = useState<string | null>(null);
  // What is said of one run holds for the next until it is changed.
  const [before] = runs;
  const isOn = timed.run !== null;
  const begin = () => {
    timed.begin(start);
    show(null);
    say('It sounds');
  };
  const end = () => {
    const done = timed.end();
    if (!done) return;
    const { seconds, slips, stops, taps } = done;
    const run: Omit<RunThrough, 'place'> = {
      id: newId(),
      studentId: student.id,
      pieceId: piece.id,
      day: now.day,
      start: done.start,
      seconds,
      slips,
      stops,
      tempo: null,
      ...tapsOf(taps),
      ...(before?.day === now.day && sameConditions(before)),
    };
    say(`Kept: ${runWords({ ...run, place: 1 }).join(', ')}`);
    show(run.id);
    void keepRun(run);
  };
  const draw = () => {
    const section = drawSection(sections, drawnIn(runs), Math.random);
    if (!section) return;
    setStart({ kind: 'cold', section });
    say(inTerms`Start at bar ${section.from}`);
  };
  useKeys(
    isOn
      ? {
          s: () => timed.press('slip'),
          d: () => timed.press('stop'),
          a: () => timed.press('over'),
          f: end,
          b: timed.tap,
        }
      : { s: begin, r: draw },
  );
  const shown = runs.find(({ id }) => id === open);
  return (
    <>
      <PageLine
        title={piece.title}
        sub={
          <WhoPlays student={student}>
            {instrumentOn(student, now.day)}
            {piece.bars === null ? '' : inTerms`, ${piece.bars} bars`}
          </WhoPlays>
        }
        end={pickers}
      />
      <div className={css.grid}>
        <div>
          <RunPad
            timed={timed}
            start={start}
            sections={sections}
            bars={piece.bars ?? 0}
            onStart={setStart}
            onBegin={begin}
            onEnd={end}
            onDraw={draw}
          />
          {shown && !isOn && <RunDetails key={shown.id} run={shown} words={studio.settings.ownWords ?? []} />}
        </div>
        <div className={css.side}>
          <Evidence studio={studio} runs={runs} sections={sections} />
          <Starts sections={sections} runs={runs} />
          <RunList studio={studio} runs={runs} open={open} onOpen={show} />
        </div>
      </div>
    </>
  );
}

const sameConditions = ({ memory, alone, listeners, room, playedOn, clothes, routine }: RunThrough) => ({
  ...(memory && { memory }),
  ...(alone !== undefined && { alone }),
  ...(listeners && { listeners }),
  ...(room && { room }),
  ...(playedOn && { playedOn }),
  ...(clothes && { clothes }),
  ...(routine && { routine }),
});
