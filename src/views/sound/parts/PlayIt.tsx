import { useState } from 'react';
import { formatBars, groupingsOf, type BarRange, type Tempo } from '@/core/music';
import { inTerms } from '@/core/terms';
import { Button, CheckField, ErrorSay, LinkButton, Loading, Section, SelectField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { NumberField } from '../../shell/NumberField';
import { say } from '../../shell/say';
import { useKeys } from '../../shell/use-keys';
import { inUnit } from '../../listen/listen-model';
import { playTrack, unitWords } from '../play-model';
import type { PlayWish, Prepared } from '../use-playback';
import { useFollowing, type Sounding } from '../use-sound';
import css from './PlayIt.module.css';

/** The parts of a passage to be heard: which, how fast, in a loop, with clicks; kept as a recording for home. */
export function PlayIt({
  title,
  tempo,
  bars,
  wish,
  onWish,
  prepared: { playback, isWrong, current },
  sounding,
  isListening,
  along,
  onAlong,
}: {
  /** Of the piece, for the name of a file. */
  readonly title: string;
  readonly tempo: Tempo | null;
  readonly bars: BarRange | null;
  readonly wish: PlayWish;
  readonly onWish: (wish: PlayWish) => void;
  readonly prepared: Prepared;
  readonly sounding: Sounding;
  /** A take is being listened to: what sounds is started and stopped with it. */
  readonly isListening: boolean;
  /** What is heard goes on sounding while a take is listened to. */
  readonly along: boolean;
  readonly onAlong: (along: boolean) => void;
}) {
  const unit = tempo?.unit ?? 'q';
  const [bar, show] = useState<string>('');
  const [saving, save] = useState(false);
  const isOn = sounding.state !== 'silent';
  const change = (what: Partial<PlayWish>) => onWish({ ...wish, ...what });
  const start = async () => {
    const now = await current();
    if (now) await sounding.start(playTrack(now, wish));
  };
  useKeys(isListening ? {} : { p: () => (isOn ? sounding.stop() : void start()) });
  useFollowing(sounding, (place) => {
    const now = playback?.bars.findLast(({ at }) => at <= place + 1e-3);
    show(now ? inTerms(`bar ${now.number}`) : 'counting in');
  });
  const keep = async () => {
    save(true);
    const now = await current();
    const { keepAsRecording } = await import('../keep-as-recording');
    const heard = (now?.parts ?? []).filter((_, at) => !wish.muted.has(at)).map(({ name }) => name);
    if (!now) say('This passage cannot be played.');
    else
      await keepAsRecording(playTrack(now, { ...wish, loop: false }), [
        title,
        heard.join(' and '),
        bars ? inTerms(`bars ${formatBars(bars)}`) : undefined,
        `at ${Math.round(atTempo)}`,
      ]);
    save(false);
  };
  if (isWrong) return <ErrorSay title="This passage cannot be played." />;
  if (!playback) return <Loading what="Preparing the sound" />;
  const atTempo = wish.perMinute ?? inUnit(playback.printed, unit);
  const [odd] = playback.oddCounts;
  return (
    <Section title="Play it" end={isOn ? bar : unitWords(atTempo, unit)}>
      <div className={css.fields}>
        <fieldset className={css.parts}>
          <legend>Parts heard</legend>
          {playback.parts.map(({ name, notes }, at) =>
            notes === 0 ? null : (
              <CheckField
                key={at}
                label={name}
                checked={!wish.muted.has(at)}
                onChange={(heard) => {
                  const muted = new Set(wish.muted);
                  if (heard) muted.delete(at);
                  else muted.add(at);
                  change({ muted });
                }}
              />
            ),
          )}
        </fieldset>
        <NumberField
          key={atTempo}
          label={`Tempo, ${unitWords(null, unit)}`}
          value={Math.round(atTempo)}
          min={10}
          max={400}
          whole
          onTake={(perMinute) => change({ perMinute })}
        />
        {odd !== undefined && (
          <SelectField
            label={`Groups of ${odd}`}
            value={(wish.grouping ?? groupingsOf(odd)[0] ?? []).join('+')}
            options={groupingsOf(odd).map((groups) => ({ value: groups.join('+'), label: groups.join('+') }))}
            onChange={(value) => change({ grouping: value.split('+').map(Number) })}
          />
        )}
      </div>
      <div className={css.fields}>
        <CheckField label="In a loop" checked={wish.loop} onChange={(loop) => change({ loop })} />
        <CheckField label="With clicks" checked={wish.clicks} onChange={(clicks) => change({ clicks })} />
        <CheckField
          label="Click the smallest pulse"
          checked={wish.smallPulse}
          onChange={(smallPulse) => change({ smallPulse })}
        />
        <CheckField label="Goes on while listening" checked={along} onChange={onAlong} />
      </div>
      <div className={css.fields}>
        <Button
          keyName={isListening ? undefined : 'P'}
          disabled={isListening}
          onClick={() => (isOn ? sounding.stop() : void start())}
        >
          {isOn ? 'Stop playing' : 'Play'}
        </Button>
        <Button disabled={saving} onClick={() => void keep()}>
          {saving ? 'Saving' : 'Save as a recording'}
        </Button>
        <LinkButton href={hrefOf('/metronome')}>Metronome</LinkButton>
      </div>
      {sounding.trouble !== '' && <ErrorSay title={sounding.trouble} />}
    </Section>
  );
}
