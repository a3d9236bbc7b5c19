import { OWN_POINTS, ownWordsOf, type OwnWords } from '@/core/marks';
import { isClean, LISTENERS, PLAYED_ON, ROOMS, type RunThrough } from '@/core/runs';
import { changeRun } from '@/store';
import { Button, CheckField, FieldRow, Section, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { runWords, tapsWords } from '../run-model';
import css from './RunDetails.module.css';

const NOT_SAID = { value: '', label: 'not said' } as const;
const options = (all: readonly string[]) => [NOT_SAID, ...all.map((value) => ({ value, label: value }))];

/** What a teacher says of a run once it is over; every answer is kept as it is given. */
export function RunDetails({
  run,
  words,
}: {
  readonly run: RunThrough;
  readonly words: readonly OwnWords[];
}) {
  const change = (part: Parameters<typeof changeRun>[1]) => void changeRun(run.id, part);
  const choice = (
    label: string,
    name: 'memory' | 'harmony' | 'listeners' | 'room' | 'playedOn' | 'clothes' | 'routine' | 'alone',
    all: readonly string[],
  ) => (
    <SelectField
      label={label}
      value={run[name] ?? ''}
      options={options(all)}
      onChange={(value) => change({ [name]: value === '' ? undefined : value })}
    />
  );
  const ownMark = (label: string, name: 'ownMark' | 'ownMarkAfter') => (
    <SelectField
      label={label}
      value={run[name] === undefined ? '' : String(run[name])}
      options={[
        NOT_SAID,
        ...Array.from({ length: OWN_POINTS + 1 }, (_, mark) => {
          const said = ownWordsOf(words, mark);
          return { value: String(mark), label: said === null ? String(mark) : `${mark}: ${said}` };
        }),
      ]}
      onChange={(value) => change({ [name]: value === '' ? undefined : Number(value) })}
    />
  );
  return (
    <Section title="How it went" end={runWords(run).slice(0, 4).join(', ')}>
      <div className={css.asks}>
        <div role="group" aria-label="One tempo" className={css.ask}>
          <span>One tempo{run.taps ? ` (${tapsWords(run.taps)})` : ''}</span>
          {(['kept', 'not kept'] as const).map((tempo) => (
            <Button
              key={tempo}
              pressed={run.tempo === tempo}
              onClick={() => change({ tempo: run.tempo === tempo ? null : tempo })}
            >
              {tempo}
            </Button>
          ))}
        </div>
        <CheckField
          label="Free passages left out"
          checked={run.freeLeftOut === true}
          onChange={(checked) => change({ freeLeftOut: checked ? true : undefined })}
        />
        <CheckField
          label="Clean"
          checked={isClean(run)}
          onChange={(checked) =>
            change({
              clean: checked === (run.slips.length === 0 && run.stops.length === 0) ? undefined : checked,
            })
          }
        />
      </div>
      <FieldRow>
        {choice('Memory', 'memory', ['from memory', 'from the music'])}
        {choice('One hand or voice alone', 'alone', [
          'left hand',
          'right hand',
          'the melody',
          'the accompaniment',
        ])}
        {choice('Harmony', 'harmony', ['named', 'not named'])}
      </FieldRow>
      <FieldRow>
        {choice('Before', 'listeners', LISTENERS)}
        {choice('Room', 'room', ROOMS)}
        {choice('On', 'playedOn', PLAYED_ON)}
        {choice('Clothes', 'clothes', ['of the day', 'everyday'])}
        {choice('Stage routine', 'routine', ['rehearsed', 'left out'])}
      </FieldRow>
      <Words key={run.id} run={run} onChange={change} />
      <FieldRow>
        {ownMark('Own mark of ten', 'ownMark')}
        {ownMark('After listening back', 'ownMarkAfter')}
      </FieldRow>
    </Section>
  );
}

function Words({
  run,
  onChange,
}: {
  readonly run: RunThrough;
  readonly onChange: (part: Parameters<typeof changeRun>[1]) => void;
}) {
  const form = useDraft<null>(`run/${run.id}`, 'How a run went', null);
  const [listenedFor, setListenedFor] = form.field('listenedFor', run.listenedFor ?? '');
  const [heard, setHeard] = form.field('heard', run.heard ?? '');
  const said = (text: string) => (text.trim() === '' ? undefined : text.trim());
  const isNew = said(listenedFor) !== run.listenedFor || said(heard) !== run.heard;
  return (
    <form
      className={css.asks}
      onSubmit={(event) => {
        event.preventDefault();
        onChange({ listenedFor: said(listenedFor), heard: said(heard) });
        form.drop();
      }}
    >
      <TextField label="One thing listened for" value={listenedFor} onChange={setListenedFor} />
      <TextField label="What was heard of it" value={heard} onChange={setHeard} />
      <Button type="submit" disabled={!isNew}>
        Note
      </Button>
    </form>
  );
}
