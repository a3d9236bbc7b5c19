import { useState } from 'react';
import type { Tempo } from '@/core/music';
import { MATCHING, measureTaps, tempoDifference, type TapMeasure } from '@/core/taps';
import { Button, Dialog, Table, TempoMark } from '@/ui';
import css from './TapTempo.module.css';

const PASSAGES = ['First passage', 'Second passage'] as const;

/**
 * Every beat tapped by key, mouse or finger while it sounds: tempo, drift and spread, and two passages beside each other.
 * Nothing of it is kept, and nothing becomes a mark.
 */
export function TapTempo({
  tempo,
  onClose,
}: {
  /** The written tempo of what is played. */
  readonly tempo: Tempo | null;
  readonly onClose: () => void;
}) {
  const [taps, setTaps] = useState<readonly (readonly number[])[]>([[], []]);
  const [passage, setPassage] = useState(0);
  // The time of the event, not of when it is drawn.
  const tap = (event: { readonly timeStamp: number }) =>
    setTaps(taps.map((each, at) => (at === passage ? [...each, event.timeStamp / 1000] : each)));
  const found = taps.map(measureTaps);
  const [first, second] = found;
  const apart = first && second && tempoDifference(first, second);
  const count = taps[passage]?.length ?? 0;
  return (
    <Dialog title="Tap the tempo" onClose={onClose} typed={false}>
      <div className={css.passages} role="group" aria-label="Passage">
        {PASSAGES.map((name, at) => (
          <Button key={name} pressed={at === passage} onClick={() => setPassage(at)}>
            {name}
          </Button>
        ))}
        <Button
          disabled={count === 0}
          onClick={() => setTaps(taps.map((each, at) => (at === passage ? [] : each)))}
        >
          Begin again
        </Button>
      </div>
      <button
        type="button"
        data-first="true"
        className={css.area}
        onPointerDown={(event) => event.button === 0 && tap(event)}
        onKeyDown={(event) => {
          if (event.key !== ' ' && event.key !== 'Enter') return;
          event.preventDefault();
          if (!event.repeat) tap(event);
        }}
      >
        Tap every beat here, or press Space
        <span>{count === 0 ? 'no tap yet' : `${count} ${count === 1 ? 'tap' : 'taps'}`}</span>
      </button>
      <Table label="What was tapped" head={['Figure', ...PASSAGES]}>
        {ROWS.map(([name, words]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {found.map((each, at) => (
              <td key={PASSAGES[at]}>{words(each)}</td>
            ))}
          </tr>
        ))}
        {tempo && (
          <tr>
            <th scope="row">
              Of the written <TempoMark unit={tempo.unit} perMinute={tempo.perMinute} />, if that note was
              tapped
            </th>
            {found.map(({ perMinute }, at) => (
              <td key={PASSAGES[at]}>
                {perMinute === null ? '–' : `${Math.round((100 * perMinute) / tempo.perMinute)} %`}
              </td>
            ))}
          </tr>
        )}
      </Table>
      <p className={css.words}>
        {apart
          ? `The second passage is ${apartWords(apart.percent)}; within ${MATCHING} % counts as the same tempo.`
          : 'Leave out what is meant to be free. Nothing of this becomes a mark.'}
      </p>
    </Dialog>
  );
}

const about = ({ about: is }: TapMeasure, words: string): string => (is ? `about ${words}` : words);
const onePlace = (value: number): string => value.toFixed(1).replace('-', '−');

const ROWS: readonly (readonly [string, (found: TapMeasure) => string])[] = [
  [
    'Beats a minute',
    (found) =>
      found.perMinute === null
        ? 'from four beats on'
        : found.about
          ? `about ${Math.round(found.perMinute)}`
          : found.perMinute.toFixed(1),
  ],
  ['Drift', driftWords],
  [
    'Spread of the taps',
    (found) => (found.spread === null ? '–' : about(found, `± ${Math.round(found.spread)} ms`)),
  ],
  ['Not counted', oddWords],
];

function driftWords(found: TapMeasure): string {
  const { drift } = found;
  if (!drift) return 'from 18 beats on';
  const range = `${onePlace(drift.from)} to ${onePlace(drift.to)} % a minute`;
  if (!drift.told) return `none to speak of (${range})`;
  return about(
    found,
    `${onePlace(Math.abs(drift.percent))} % a minute ${drift.percent > 0 ? 'faster' : 'slower'} (${range})`,
  );
}

function oddWords({ bounces, strays, leftOut }: TapMeasure): string {
  const all = [
    bounces > 0 ? `${bounces} double` : '',
    strays > 0 ? `${strays} beside the beat` : '',
    leftOut > 0 ? `${leftOut} left out` : '',
  ].filter(Boolean);
  return all.length === 0 ? 'nothing' : all.join(', ');
}

const apartWords = (percent: number): string =>
  `${Math.abs(percent).toFixed(1)} % ${percent >= 0 ? 'faster' : 'slower'}`;
