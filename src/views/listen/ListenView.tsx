import { useState, type ReactNode } from 'react';
import type { Piece } from '@/core/repertoire';
import { instrumentOn, type Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { Loading } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import type { ScoreAnswer } from '@/workers/score.job';
import { StudentAndPiece, WhoPlays } from '../run/StudentAndPiece';
import { useScore } from '../score/use-score';
import { Controls, type Wish } from './parts/Controls';
import { Result } from './parts/Result';
import { useCapture } from './use-capture';
import { useListening } from './use-listening';
import css from './ListenView.module.css';

export const ListenView = () => <StudioPage>{(ready) => <ListenOf ready={ready} />}</StudioPage>;

const ListenOf = ({ ready }: { readonly ready: ReadyState }) => (
  <StudentAndPiece ready={ready} title="Listen" what="to listen to" preferred={hasScore}>
    {(student, piece, pickers) => (
      <WithScore
        key={`${student.id} ${piece.id}`}
        ready={ready}
        student={student}
        piece={piece}
        pickers={pickers}
      />
    )}
  </StudentAndPiece>
);
const hasScore = ({ scoreId }: Piece): boolean => scoreId !== undefined;

interface Given {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly piece: Piece;
  readonly pickers: ReactNode;
}

/** Waits until the piece's score is read; a piece without one can be tapped. */
function WithScore(given: Given) {
  const score = given.ready.studio.scores.get(given.piece.scoreId ?? '');
  return score ? <Read {...given} textId={score.textId} /> : <ListenPage {...given} score={null} />;
}
function Read({ textId, ...given }: Given & { readonly textId: string }) {
  const reading = useScore(textId);
  if (reading.kind === 'reading')
    return (
      <>
        <PageLine title={given.piece.title} end={given.pickers} />
        <Loading what="Reading the score" />
      </>
    );
  return <ListenPage {...given} score={reading.kind === 'ready' ? reading.answer : null} />;
}

/** One piece of one student listened to: what was played, what was heard of it, what is kept. */
function ListenPage({
  ready,
  student,
  piece,
  pickers,
  score,
}: Given & { readonly score: ScoreAnswer | null }) {
  const xml = score?.xml ?? null;
  const { listening, listen, cancel } = useListening();
  const [wish, setWish] = useState<Wish>({ source: xml === null ? 'taps' : 'keyboard', bars: null });
  const asked = { part: null, bars: wish.bars, repeats: true, ending: null };
  const capture = useCapture((captured) => listen(xml, asked, captured));
  const isOn = capture.state.kind === 'on';
  useKeys({
    l: () =>
      isOn ? capture.stop() : listening.kind === 'listening' ? undefined : capture.begin(wish.source),
    ...(isOn && { b: () => capture.tap(performance.now()) }),
  });
  return (
    <>
      <PageLine
        title={piece.title}
        sub={<WhoPlays student={student}>{instrumentOn(student, ready.now.day)}</WhoPlays>}
        end={pickers}
      />
      <Controls
        wish={wish}
        onWish={setWish}
        sections={score?.work.chunks.map(({ bars }) => bars) ?? []}
        hasScore={score !== null}
        capture={capture}
        listening={listening}
        onListen={(captured) => listen(xml, asked, captured)}
        onCancel={cancel}
      />
      {listening.kind === 'heard' && (
        <Result
          ready={ready}
          student={student}
          piece={piece}
          score={score}
          heard={listening.heard}
          isSimulated={listening.simulated}
          isWhole={listening.isWhole}
        />
      )}
      <p className={css.foot}>
        The measurement stands beside the mark and never makes it. Tried with a simulated player only. Nothing
        leaves this browser.
      </p>
    </>
  );
}
