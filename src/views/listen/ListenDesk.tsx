import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import type { Heard } from '@/core/listening';
import { askedOfTake } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { ErrorSay, Loading } from '@/ui';
import { useKeys } from '../shell/use-keys';
import type { ScoreAnswer } from '@/workers/score.job';
import { useScore } from '../score/use-score';
import { playTrack } from '../sound/play-model';
import { countedInBy, useSound } from '../sound/use-sound';
import { PLAIN_PLAY, usePlayback } from '../sound/use-playback';
import { Controls, type Wish } from './parts/Controls';
import { useCapture } from './use-capture';
import { useListening } from './use-listening';
import { useTakes } from './use-takes';
import css from './ListenDesk.module.css';

const Result = lazy(() => import('./parts/Result').then((part) => ({ default: part.Result })));
const Takes = lazy(() => import('./parts/Takes').then((part) => ({ default: part.Takes })));
const ConsentDialog = lazy(() =>
  import('./parts/ConsentDialog').then((part) => ({ default: part.ConsentDialog })),
);
const PlayIt = lazy(() => import('../sound/parts/PlayIt').then((part) => ({ default: part.PlayIt })));

/** Clicks that count in, and nothing else. */
const COUNTED = { muted: new Set<number>(), clicks: false, loop: false };

interface Given {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly piece: Piece;
  /** Told whether a take is being played. */
  readonly onPlaying?: (isPlaying: boolean) => void;
}

/** One piece of one student listened to: what was played, what was heard of it, what is kept. A piece without a score can be tapped. */
export function ListenDesk(given: Given) {
  const score = given.ready.studio.scores.get(given.piece.scoreId ?? '');
  return score ? <Read {...given} textId={score.textId} /> : <Desk {...given} score={null} />;
}
function Read({ textId, ...given }: Given & { readonly textId: string }) {
  const reading = useScore(textId);
  if (reading.kind === 'reading') return <Loading what="Reading the score" />;
  return <Desk {...given} score={reading.kind === 'ready' ? reading.answer : null} />;
}

function Desk({ ready, student, piece, score, onPlaying }: Given & { readonly score: ScoreAnswer | null }) {
  const xml = score?.xml ?? null;
  const unit = piece.tempo?.unit ?? 'q';
  const { listening, listen, look, cancel } = useListening();
  const [wish, setWish] = useState<Wish>({
    source: xml === null ? 'taps' : 'keyboard',
    bars: null,
    part: null,
    countIn: 0,
  });
  /** What was heard of other bars or another part than those chosen now. */
  const [passed, passOver] = useState<Heard | null>(null);
  /** The takes of a rhythm so far, of these bars: a series that cannot be read forgets none of them. */
  const tapped = useRef<NonNullable<Heard['rhythm']>['takes']>([]);
  const [play, setPlay] = useState(PLAIN_PLAY);
  const [along, goAlong] = useState(false);
  const { takes, isUnreadable } = useTakes(ready.which);
  const [place, followTo] = useState<number | null>(null);
  /** What goes on once somebody has agreed to a recording. */
  const [asking, ask] = useState<(() => void) | null>(null);
  const sounding = useSound();
  const prepared = usePlayback(xml, wish.bars, wish.countIn, play, unit);
  const asked = { part: wish.part, bars: wish.bars, repeats: true, ending: null };
  const capture = useCapture((captured) => {
    sounding.stop();
    const heard = listening.kind === 'heard' && listening.heard !== passed ? listening.heard : null;
    if (heard?.rhythm) tapped.current = heard.rhythm.takes;
    listen(xml, asked, captured.input === 'rhythm' ? { ...captured, earlier: tapped.current } : captured);
  });
  const change = (next: Wish) => {
    if (next.part !== wish.part || next.bars !== wish.bars) {
      tapped.current = [];
      if (listening.kind === 'heard') passOver(listening.heard);
    }
    setWish(next);
  };
  const isOn = capture.state.kind === 'on' || capture.state.kind === 'counting';
  useEffect(() => {
    onPlaying?.(isOn);
    // The piece may go while it is played: another tab took it away.
    return () => onPlaying?.(false);
  }, [onPlaying, isOn]);
  const requirement = useMemo(
    () => askedOfTake(ready.studio, student.id, piece.id),
    [ready.studio, student.id, piece.id],
  );
  const mayRecord = (then: () => void) => {
    if (student.recordingAgreed) then();
    else ask(() => then);
  };
  const begin = () => {
    if (wish.source === 'one voice' || wish.source === 'many voices') mayRecord(beginNow);
    else beginNow();
  };
  const beginNow = () => {
    // What is counted in, or sounds along, is begun with the take.
    if (xml === null || (wish.countIn === 0 && !along)) capture.begin(wish.source);
    else
      capture.begin(wish.source, async () => {
        const playback = await prepared.current();
        if (!playback) return;
        const counted = { ...playback, notes: [], seconds: playback.countedIn };
        await countedInBy(
          sounding,
          along ? playTrack(playback, { ...play, loop: false }) : playTrack(counted, COUNTED),
          playback.countedIn,
        );
      });
  };
  const stop = () => {
    sounding.stop();
    capture.stop();
  };
  useKeys({
    l: () => (isOn ? stop() : listening.kind === 'listening' ? undefined : begin()),
    ...(isOn && { b: capture.tap }),
  });
  return (
    <>
      <Controls
        wish={wish}
        onWish={change}
        sections={score?.work.chunks.map(({ bars }) => bars) ?? []}
        asked={requirement.bars}
        parts={prepared.playback?.parts ?? []}
        hasScore={score !== null}
        capture={{ ...capture, stop }}
        onBegin={begin}
        listening={listening}
        onListen={(captured) => {
          if (captured.input === 'file') mayRecord(() => listen(xml, asked, captured));
          else listen(xml, asked, captured);
        }}
        onCancel={cancel}
      />
      {listening.kind === 'heard' && (
        <Suspense fallback={<Loading what="Putting it together" />}>
          <Result
            ready={ready}
            student={student}
            piece={piece}
            score={score}
            heard={listening.heard}
            of={listening}
            place={place}
          />
        </Suspense>
      )}
      {xml !== null && (
        <Suspense fallback={<Loading what="Preparing the sound" />}>
          <PlayIt
            title={piece.title}
            tempo={piece.tempo}
            bars={wish.bars}
            wish={play}
            onWish={setPlay}
            prepared={prepared}
            sounding={sounding}
            isListening={isOn}
            along={along}
            onAlong={goAlong}
          />
        </Suspense>
      )}
      {isUnreadable && <ErrorSay title="The takes of this browser cannot be read. Reload the page." />}
      {takes && (
        <Suspense fallback={<Loading what="Reading the takes" />}>
          <Takes
            ready={ready}
            student={student}
            piece={piece}
            takes={takes}
            asked={requirement}
            onLook={look}
            onPlace={followTo}
          />
        </Suspense>
      )}
      {asking && (
        <Suspense fallback={null}>
          <ConsentDialog
            student={student}
            today={ready.now.day}
            onAgreed={() => {
              ask(null);
              asking();
            }}
            onClose={() => ask(null)}
          />
        </Suspense>
      )}
      <p className={css.foot}>
        The measurement stands beside the mark and never makes it. Tried with a simulated player only. Nothing
        leaves this browser.
      </p>
    </>
  );
}
