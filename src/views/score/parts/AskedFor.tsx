import { inTerms } from '@/core/terms';
import { useMemo, useState } from 'react';
import { noteLength, parseBars, formatBars } from '@/core/music';
import { askedOfScore } from '@/core/register';
import { PLAIN_X_RAY, type XRayOptions } from '@/core/score';
import type { Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { Button, CheckField, Section, SelectField, TextField } from '@/ui';
import css from '../ScoreView.module.css';

const ENDINGS = ['as printed', 'the first', 'the second', 'the third'] as const;
type EndingName = (typeof ENDINGS)[number];

/** What an event asks of the piece: bars, repeats, ending, tempo. A requirement that names the piece fills it in. */
export function AskedFor({
  ready,
  scoreId,
  student,
  wrong,
  onAsk,
}: {
  readonly ready: ReadyState;
  readonly scoreId: string;
  readonly student: Student | null;
  /** Why the bars last asked for cannot be. */
  readonly wrong: string | null;
  readonly onAsk: (options: XRayOptions) => void;
}) {
  const { studio, now } = ready;
  const studentId = student?.id ?? null;
  const requirements = useMemo(
    () => askedOfScore(studio, scoreId, studentId, now.day),
    [studio, scoreId, studentId, now.day],
  );
  const [bars, setBars] = useState('');
  const [repeats, setRepeats] = useState(true);
  const [onReturn, setReturn] = useState(false);
  const [ending, setEnding] = useState<EndingName>('as printed');
  const [onward, setOnward] = useState(false);
  const [from, setFrom] = useState('');
  const range = parseBars(bars);
  const named = requirements.find(({ id }) => id === from);
  const error =
    bars.trim() !== '' && !range
      ? inTerms`Write them as 9–24; “${bars.trim()}” is not a range of bars.`
      : (wrong ?? undefined);
  const ask = (event: { preventDefault: () => void }) => {
    event.preventDefault();
    if (bars.trim() !== '' && !range) return;
    const same = named?.bars && range && formatBars(named.bars) === formatBars(range) ? named : null;
    onAsk({
      ...PLAIN_X_RAY,
      repeats,
      repeatsOnReturn: onReturn,
      ending: ending === 'as printed' ? null : ENDINGS.indexOf(ending),
      tempo: named?.tempo ? named.tempo.perMinute * 4 * noteLength(named.tempo.unit) : null,
      passage: range
        ? { bars: range, fromBeat: same?.fromBeat ?? null, toBeat: same?.toBeat ?? null, onward }
        : null,
    });
  };
  return (
    <Section title="What an event asks for">
      <form className={css.acts} onSubmit={ask}>
        {requirements.length > 0 && (
          <SelectField
            label="Requirement"
            value={from}
            options={[
              { value: '', label: 'none' },
              ...requirements.map(({ id, label }) => ({ value: id, label })),
            ]}
            onChange={(id) => {
              const found = requirements.find((each) => each.id === id);
              setFrom(id);
              setBars(found?.bars ? formatBars(found.bars) : '');
            }}
          />
        )}
        <TextField
          label={inTerms('Bars')}
          value={bars}
          onChange={setBars}
          placeholder="the whole piece"
          {...(error !== undefined && { error })}
        />
        <SelectField
          label="Ending"
          value={ending}
          options={ENDINGS.map((value) => ({ value, label: value }))}
          onChange={(value) => setEnding(value as EndingName)}
        />
        <SelectField
          label={inTerms('Bars mean')}
          value={onward ? 'onward' : 'alone'}
          options={[
            { value: 'alone', label: inTerms('these bars') },
            { value: 'onward', label: 'from here, as performed' },
          ]}
          onChange={(value) => setOnward(value === 'onward')}
        />
        <CheckField label="repeats are played" checked={repeats} onChange={setRepeats} />
        <CheckField label="repeats are played on the return" checked={onReturn} onChange={setReturn} />
        <Button type="submit">Apply</Button>
        <Button
          look="quiet"
          onClick={() => {
            setFrom('');
            setBars('');
            setRepeats(true);
            setReturn(false);
            setEnding('as printed');
            setOnward(false);
            onAsk(PLAIN_X_RAY);
          }}
        >
          As printed
        </Button>
      </form>
      {named && named.said.length > 0 && (
        <ul className={css.list}>
          {named.said.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </Section>
  );
}
