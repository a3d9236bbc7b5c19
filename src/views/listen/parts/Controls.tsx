import { useRef, useState } from 'react';
import { formatBars, type BarRange } from '@/core/music';
import { SIMULATED, type SimulatedName } from '@/core/performer';
import type { Playback } from '@/core/playback';
import { inTerms } from '@/core/terms';
import { Button, ErrorSay, Progress, SelectField } from '@/ui';
import type { Captured } from '@/workers/listen.job';
import { clockWords } from '../../run/run-model';
import type { AskedBars } from '@/core/register';
import { barsWords } from '../listen-model';
import { SOURCES, type Capture, type Source } from '../use-capture';
import type { Listening } from '../use-listening';
import css from './Controls.module.css';

/** What to listen to, and with what. */
export interface Wish {
  readonly source: Source;
  readonly bars: BarRange | null;
  /** Id of the part; null for the first with notes. */
  readonly part: string | null;
  /** Bars counted in before it is listened to. */
  readonly countIn: number;
}

const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  keyboard: 'keyboard by MIDI',
  'one voice': 'microphone, one voice',
  'many voices': 'microphone, many voices',
  taps: 'taps of the beat',
  rhythm: 'taps of the rhythm',
};

/** The input, the bars, and the one press that begins; a level and a clock while it sounds. */
export function Controls({
  wish,
  onWish,
  sections,
  asked,
  parts,
  hasScore,
  capture,
  listening,
  onBegin,
  onListen,
  onCancel,
}: {
  readonly wish: Wish;
  readonly onWish: (wish: Wish) => void;
  readonly sections: readonly BarRange[];
  /** Bars that requirements ask for. */
  readonly asked: readonly AskedBars[];
  readonly parts: Playback['parts'];
  readonly hasScore: boolean;
  readonly capture: Capture;
  readonly listening: Listening;
  readonly onBegin: () => void;
  readonly onListen: (captured: Captured) => void;
  readonly onCancel: () => void;
}) {
  const { state, trouble } = capture;
  const [unread, tell] = useState('');
  if (state.kind === 'on') return <Sounding capture={capture} state={state} />;
  if (state.kind === 'counting')
    return (
      <div className={css.line} role="group" aria-label="Listening">
        <b className={css.clock}>Counting in</b>
        <Button look="do" keyName="L" onClick={capture.stop}>
          Stop
        </Button>
      </div>
    );
  if (listening.kind === 'listening')
    return <Progress what="Listening to it" share={listening.share} onCancel={onCancel} />;
  const ranges = [...asked.map(({ bars }) => bars), ...sections];
  const rangeOf = (value: string) => ranges.find((range) => formatBars(range) === value) ?? null;
  const playable = parts.filter(({ notes }) => notes > 0);
  return (
    <>
      <div className={css.line}>
        <SelectField
          label="With"
          value={wish.source}
          options={SOURCES.filter((source) => hasScore || source === 'taps').map((source) => ({
            value: source,
            label: SOURCE_WORDS[source],
          }))}
          onChange={(value) => onWish({ ...wish, source: SOURCES.find((each) => each === value) ?? 'taps' })}
        />
        {hasScore && (
          <SelectField
            label={inTerms('Bars')}
            value={wish.bars ? formatBars(wish.bars) : ''}
            options={[
              { value: '', label: 'the whole piece' },
              ...asked.map(({ bars, what }) => ({
                value: formatBars(bars),
                label: inTerms(`asked for: bars ${formatBars(bars)}, ${what}`),
              })),
              ...sections.map((section) => ({
                value: formatBars(section),
                label: barsWords(section),
              })),
            ]}
            onChange={(value) => onWish({ ...wish, bars: rangeOf(value) })}
          />
        )}
        {playable.length > 1 && (
          <SelectField
            label="Part"
            value={wish.part ?? playable[0]?.id ?? ''}
            options={playable.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(part) => onWish({ ...wish, part })}
          />
        )}
        {hasScore && (
          <SelectField
            label="Count in"
            value={String(wish.countIn)}
            options={[0, 1, 2].map((count) => ({
              value: String(count),
              label: count === 0 ? 'not' : inTerms(count === 1 ? '1 bar' : `${count} bars`),
            }))}
            onChange={(value) => onWish({ ...wish, countIn: Number(value) })}
          />
        )}
        <Button look="do" keyName="L" disabled={state.kind === 'opening'} onClick={onBegin}>
          Listen
        </Button>
        {hasScore && <FromFile source={wish.source} onListen={onListen} onTrouble={tell} />}
        {hasScore && <Simulated onListen={onListen} />}
      </div>
      {trouble !== '' && <ErrorSay title={trouble} />}
      {unread !== '' && <ErrorSay title={unread} />}
      {listening.kind === 'refused' && <ErrorSay title={listening.words} />}
    </>
  );
}

function Sounding({
  capture,
  state,
}: {
  readonly capture: Capture;
  readonly state: Extract<Capture['state'], { kind: 'on' }>;
}) {
  const { source, seconds, level, count } = state;
  return (
    <div className={css.line} role="group" aria-label="Listening" data-keeps="false">
      <b className={css.clock}>{clockWords(seconds)}</b>
      {source === 'taps' || source === 'rhythm' || source === 'keyboard' ? (
        <span>{source === 'keyboard' ? `${count} notes` : `${count} taps`}</span>
      ) : (
        <span
          className={css.level}
          role="meter"
          aria-label="Level"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(100 * level)}
          data-clipped={level >= 0.985}
        >
          <span style={{ '--level': Math.min(1, level) } as React.CSSProperties} />
        </span>
      )}
      {(source === 'taps' || source === 'rhythm') && (
        <button
          type="button"
          className={css.tap}
          onPointerDown={({ timeStamp }) => capture.tap(timeStamp)}
          onKeyDown={(event) => {
            if (event.key !== ' ' || event.repeat) return;
            event.preventDefault();
            capture.tap(event.timeStamp);
          }}
        >
          Tap the {source === 'taps' ? 'beat' : 'rhythm'} here, or with the space bar
        </button>
      )}
      <Button look="do" keyName="L" onClick={capture.stop}>
        Stop
      </Button>
    </div>
  );
}

/** A recording or a MIDI file in place of what is played now. */
function FromFile({
  source,
  onListen,
  onTrouble,
}: {
  readonly source: Source;
  readonly onListen: (captured: Captured) => void;
  /** Why a file cannot be read; empty when one is. */
  readonly onTrouble: (words: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".wav,.mid,.midi,audio/wav,audio/midi"
        aria-label="A recording or a MIDI file"
        hidden
        onChange={({ currentTarget }) => {
          const [file] = currentTarget.files ?? [];
          currentTarget.value = '';
          if (!file) return;
          onTrouble('');
          file.arrayBuffer().then(
            (bytes) =>
              onListen({
                input: 'file',
                bytes: new Uint8Array(bytes),
                voices: source === 'many voices' ? 'many' : 'one',
              }),
            () => onTrouble(`${file.name} cannot be read. Copy it to this device, then open it again.`),
          );
        }}
      />
      <Button onClick={() => input.current?.click()}>Open a recording</Button>
    </>
  );
}

const isSimulated = (value: string): value is SimulatedName => value in SIMULATED;

/** A simulated player, so that the listening can be seen without an instrument. */
function Simulated({ onListen }: { readonly onListen: (captured: Captured) => void }) {
  const [take, next] = useState(1);
  return (
    <SelectField
      label="Simulated player"
      value=""
      options={[
        { value: '', label: 'choose how it plays' },
        ...Object.entries(SIMULATED).map(([value, { name }]) => ({ value, label: name })),
      ]}
      onChange={(value) => {
        if (!isSimulated(value)) return;
        onListen({ input: 'simulated', player: value, seed: take });
        next(take + 1);
      }}
    />
  );
}
