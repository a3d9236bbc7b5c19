import { useMemo, useRef, useState } from 'react';
import { effortFigure } from '@/core/effort';
import { tempoOfTaps } from '@/core/playback';
import { inTerms } from '@/core/terms';
import type { ReadyState } from '@/store';
import { Button, ErrorSay, SelectField, TextField } from '@/ui';
import { NumberField } from '../shell/NumberField';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import {
  beatWords,
  clickAt,
  FASTEST,
  HEARD,
  HEARD_WORDS,
  ladderTrack,
  minuteOf,
  patternsOf,
  SLOWEST,
  trackOf,
  turned,
  type Ladder,
  type LadderTrack,
  type Metronome,
} from './metronome-model';
import { LadderPad } from './parts/LadderPad';
import { Pulses } from './parts/Pulses';
import { useFollowing, useSound } from './use-sound';
import css from './MetronomeView.module.css';

export const MetronomeView = () => <StudioPage>{(ready) => <MetronomePage ready={ready} />}</StudioPage>;

/** Clicks in any metre, by hand or up a ladder of tempos; a tempo found by tapping. */
function MetronomePage({ ready: { studio } }: { readonly ready: ReadyState }) {
  const sounding = useSound();
  const [metronome, set] = useState<Metronome>({ perMinute: 72, metres: '4/4', heard: 'beats' });
  const [wish, setWish] = useState<Ladder | null>(null);
  const [rung, climbTo] = useState(0);
  const [click, show] = useState(-1);
  const [saving, save] = useState(false);
  const taps = useRef<number[]>([]);
  /** What sounds now, and the rung it began on. */
  const track = useRef<{ readonly of: LadderTrack; readonly from: number } | null>(null);
  const patterns = useMemo(() => patternsOf(metronome), [metronome]);
  const isWrong = patterns.length === 0;
  const isOn = sounding.state !== 'silent';
  const clicks = useMemo(() => (isWrong ? [] : trackOf(metronome).clicks), [isWrong, metronome]);

  const sound = (what: Metronome, ladder: Ladder | null, from: number) => {
    if (patternsOf(what).length === 0) return;
    const next =
      ladder && ladder.barsEach > 0 ? ladderTrack(what, ladder, from) : { ...trackOf(what), rungs: [0] };
    track.current = { of: next, from };
    void sounding.start(next);
  };
  const change = (what: Partial<Metronome>) => {
    const next = { ...metronome, ...what };
    set(next);
    if (isOn) sound(next, wish, rung);
  };
  const turnTo = (perMinute: number) =>
    change({ perMinute: Math.min(FASTEST, Math.max(SLOWEST, Math.round(perMinute))) });
  const stop = () => {
    sounding.stop();
    show(-1);
  };
  const startOrStop = () => (isOn ? stop() : sound(metronome, wish, rung));
  const goTo = (ladder: Ladder, at: number, tempo: number) => {
    const next = { ...metronome, perMinute: tempo };
    setWish(ladder);
    climbTo(at);
    set(next);
    if (isOn) sound(next, ladder, at);
  };
  useFollowing(sounding, (place) => {
    const now = track.current;
    if (!now) return;
    const at = clickAt(now.of.clicks, place);
    // A ladder's bars are those of the metronome, over and over.
    show(at < 0 || clicks.length === 0 ? -1 : at % clicks.length);
    const on = now.from + now.of.rungs.findLastIndex((begins) => begins <= place + 1e-3);
    if (wish && wish.barsEach > 0 && on > rung) climbTo(on);
  });
  const tap = (at: number) => {
    taps.current = [...taps.current.slice(-12), at / 1000];
    const tempo = tempoOfTaps(taps.current);
    if (tempo !== null) turnTo(tempo);
  };
  const nextGroups = turned(metronome);
  const keep = async () => {
    save(true);
    const { keepAsRecording } = await import('./keep-as-recording');
    const onLadder = wish !== null && wish.barsEach > 0;
    await keepAsRecording(onLadder ? ladderTrack(metronome, wish, 0) : minuteOf(metronome), [
      'Metronome',
      metronome.metres,
      onLadder ? `${wish.from} to ${wish.to}` : `at ${Math.round(metronome.perMinute)}`,
    ]);
    save(false);
  };
  useKeys({
    p: startOrStop,
    b: () => tap(performance.now()),
    ArrowUp: () => turnTo(metronome.perMinute + 1),
    ArrowDown: () => turnTo(metronome.perMinute - 1),
    ...(nextGroups !== null && { g: () => change({ metres: nextGroups }) }),
  });
  return (
    <>
      <PageLine title="Metronome" sub="Nothing of it is kept, and nothing becomes a mark." />
      <div className={css.page}>
        <section className={css.tempo} aria-label="Tempo">
          <p className={css.figure}>
            <b>{Math.round(metronome.perMinute)}</b>
            <span>{beatWords(patterns)} a minute</span>
          </p>
          <div className={css.acts}>
            <Button label="One slower" onClick={() => turnTo(metronome.perMinute - 1)}>
              −
            </Button>
            <Button label="One faster" onClick={() => turnTo(metronome.perMinute + 1)}>
              +
            </Button>
            <NumberField
              key={Math.round(metronome.perMinute)}
              label="Tempo"
              value={Math.round(metronome.perMinute)}
              min={SLOWEST}
              max={FASTEST}
              whole
              onTake={turnTo}
            />
          </div>
          <div className={css.acts}>
            <Button look="do" keyName="P" disabled={isWrong} onClick={startOrStop}>
              {isOn ? 'Stop' : 'Start'}
            </Button>
            <button
              type="button"
              className={css.tap}
              onPointerDown={({ timeStamp, button }) => button === 0 && tap(timeStamp)}
              onKeyDown={(event) => {
                if (event.key !== ' ' && event.key !== 'Enter') return;
                event.preventDefault();
                if (!event.repeat) tap(event.timeStamp);
              }}
            >
              Tap the beat here, or press B
            </button>
          </div>
          <Button disabled={isWrong || saving} onClick={() => void keep()}>
            {saving ? 'Saving' : 'Save as a recording'}
          </Button>
          {sounding.trouble !== '' && <ErrorSay title={sounding.trouble} />}
        </section>
        <section className={css.metre} aria-label={inTerms('Metre')}>
          <Pulses patterns={patterns} clicks={clicks} sounding={click} />
          <div className={css.fields}>
            <TextField
              label={inTerms('Metre')}
              hint={inTerms('4/4, 2+2+3/8; several bars with commas')}
              value={metronome.metres}
              error={isWrong ? inTerms('As 4/4 or 2+2+3/8, at most 16 bars with commas.') : undefined}
              onChange={(metres) => change({ metres })}
            />
            <SelectField
              label="Heard"
              value={metronome.heard}
              options={HEARD.map((value) => ({ value, label: HEARD_WORDS[value] }))}
              onChange={(value) => change({ heard: HEARD.find((each) => each === value) ?? 'beats' })}
            />
            {nextGroups !== null && (
              <Button keyName="G" onClick={() => change({ metres: nextGroups })}>
                Turn the groups to {nextGroups}
              </Button>
            )}
          </div>
        </section>
      </div>
      <LadderPad
        tempo={metronome.perMinute}
        wish={wish}
        rung={rung}
        clean={effortFigure(studio.settings.effort, 'cleanTimes')}
        onGo={goTo}
        onLeave={() => {
          setWish(null);
          if (isOn) sound(metronome, null, 0);
        }}
      />
    </>
  );
}
