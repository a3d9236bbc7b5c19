import { demandWords } from '@/core/skills';
import { useState } from 'react';
import type { KeptScore } from '@/core/score';
import { formatBars } from '@/core/music';
import { fingeringPlace, shapeWords, type ShapingPlan } from '@/core/shaping';
import { formatDay, type CalendarDay } from '@/core/time';
import { namePlace, noteAtBar, removeNote } from '@/store';
import { Button, Section, TextField } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { barName, barsFrom, barWords, likeWords, placeWords, playedBars } from '../score-model';
import css from '../ScoreView.module.css';

/** Letters of a place's own name, and of a note. */
const MOST_LETTERS = 60;
const MOST_OF_NOTE = 1_000;

/** One bar: how hard, like which, what it asks for, what the teacher wrote at it. */
export function BarPanel({
  score,
  answer,
  bar,
  shaping,
  today,
}: {
  readonly score: KeptScore;
  readonly answer: ScoreAnswer;
  readonly bar: number;
  /** How the student whose score it is shapes and fingers it. */
  readonly shaping: readonly ShapingPlan[];
  readonly today: CalendarDay;
}) {
  const [text, setText] = useState('');
  const number = answer.layout.bars[bar]?.number ?? 0;
  const name = barName(answer, bar);
  const asks = answer.demands.filter(({ bars }) => bars.includes(bar));
  const chunk = answer.chunks.find(({ from, to }) => from <= bar && bar <= to);
  const trap = answer.traps.find((each) => each.bar === bar);
  const times = playedBars(answer).filter((each) => each === bar).length;
  const place = placeWords(answer, bar, score.places);
  const own = score.places?.find((each) => each.bar === number)?.name ?? '';
  const [named, setNamed] = useState(own);
  const isLong = named.trim().length > MOST_LETTERS;
  const isLongNote = text.trim().length > MOST_OF_NOTE;
  const notes = score.notes.flatMap((note, at) => (note.bar === number ? [{ note, at }] : []));
  return (
    <Section
      title={name.replace(/^./, (first) => first.toUpperCase())}
      end={`difficulty ${Math.round((answer.difficulty[bar] ?? 0) * 100)} of 100`}
    >
      {place !== '' && <p>{place}</p>}
      <p>
        {likeWords(answer, bar)};{' '}
        {times === 0 ? 'not asked for' : times === 1 ? 'played once' : `played ${times} times`}
        {chunk ? `; worked on in ${barWords(answer, barsFrom(chunk.from, chunk.to))}` : ''}.
      </p>
      {trap && <p>One note away from {barName(answer, trap.of)}: easily taken for it.</p>}
      {asks.length > 0 && (
        <p className={css.soft}>Asks for {asks.map((each) => demandWords(each.name)).join(', ')}.</p>
      )}
      {shaping.map(({ id, marks, fingerings }) => (
        <ul key={id} className={css.list}>
          {marks
            .filter(({ bars: { from, to } }) => from <= number && number <= to)
            .map((mark) => (
              <li key={mark.id}>
                <b>{formatBars(mark.bars)}</b> {shapeWords(mark)}
              </li>
            ))}
          {fingerings
            .filter((each) => each.bar === number)
            .map((each) => (
              <li key={each.id}>
                {fingeringPlace(each)}: {[each.notes, each.fingers].filter(Boolean).join(' – ')}
              </li>
            ))}
        </ul>
      ))}
      <ul className={css.list}>
        {notes.map(({ note, at }) => (
          <li key={at}>
            {note.text} <span className={css.soft}>{formatDay(note.day, 'short')}</span>{' '}
            <Button look="quiet" onClick={() => void removeNote(score.id, at)}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <form
        className={css.acts}
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() === '' || isLongNote) return;
          void noteAtBar(score.id, { bar: number, day: today, text: text.trim() }).then(
            (kept) => kept && setText(''),
          );
        }}
      >
        <TextField
          label={`Note at ${name}`}
          value={text}
          onChange={setText}
          error={isLongNote ? `At most ${MOST_OF_NOTE} letters.` : undefined}
        />
        <Button type="submit" disabled={text.trim() === '' || isLongNote}>
          Keep the note
        </Button>
      </form>
      <form
        className={css.acts}
        onSubmit={(event) => {
          event.preventDefault();
          if (!isLong) void namePlace(score.id, number, named.trim());
        }}
      >
        <TextField
          label={`Own name of ${name}`}
          value={named}
          onChange={setNamed}
          placeholder="the gull tune"
          error={isLong ? `At most ${MOST_LETTERS} letters.` : undefined}
        />
        <Button type="submit" disabled={named.trim() === own || isLong}>
          {named.trim() === '' && own !== '' ? 'Remove the name' : 'Keep the name'}
        </Button>
      </form>
    </Section>
  );
}
