import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { formatCsv, practiceOfStudent } from '@/core/files';
import { isReported, type HandedCard } from '@/core/plan';
import { cardsToReport, practiceTable } from '@/core/register';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Button, Empty, Section, TextField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { fileName, saveFile } from '../shell/save-file';
import { StudioPage } from '../shell/StudioPage';
import { useLooked } from '../shell/view-state';
import { EnterCard } from './parts/EnterCard';
import css from './CardsView.module.css';

const PastePracticeDialog = lazy(() =>
  import('./parts/PastePracticeDialog').then((part) => ({ default: part.PastePracticeDialog })),
);

export const CardsView = () => <StudioPage>{(ready) => <Cards ready={ready} />}</StudioPage>;

interface Waiting {
  readonly card: HandedCard;
  readonly name: string;
}

/** Cards that came back: one after the other by name, line by line as they stand on paper. */
function Cards({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const [looked, look] = useLooked('card');
  const [words, setWords] = useState('');
  const [isPasting, paste] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  const waiting = useMemo(
    () =>
      [...studio.students.values()]
        .filter(({ archivedOn }) => archivedOn === null)
        .sort((a, b) => a.name.localeCompare(b.name, 'en'))
        .flatMap(({ id, name }) =>
          cardsToReport(studio, id, now.day).map((card): Waiting => ({ card, name })),
        ),
    [studio, now.day],
  );
  const found = waiting.filter(({ name }) =>
    name.toLocaleLowerCase('en').includes(words.trim().toLocaleLowerCase('en')),
  );
  const card = looked === null ? undefined : studio.cards.get(looked);
  const student = card && studio.students.get(card.studentId);
  const toSearch = () => {
    setWords('');
    // Selected: who types on before the field is drawn empty types in place of what stands there.
    const field = list.current?.querySelector('input');
    field?.focus();
    field?.select();
  };
  return (
    <>
      <PageLine
        title="Returned cards"
        sub={`${waiting.length} handed out and not entered`}
        end={
          <>
            <Button onClick={() => paste(true)}>Paste practice</Button>
            <Button
              onClick={() =>
                saveFile(
                  fileName(['Practice', now.day], 'csv'),
                  formatCsv(practiceTable(studio)),
                  'text/csv;charset=utf-8',
                )
              }
            >
              Save practice as CSV
            </Button>
          </>
        }
      />
      <div className={css.page}>
        <div ref={list} className={css.list}>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              const [first] = found;
              if (first) look(first.card.id);
            }}
          >
            <TextField
              label="Student"
              type="search"
              value={words}
              hint="Type a part of the name, then Enter."
              first
              onChange={setWords}
            />
          </form>
          <ul aria-label="Cards to enter">
            {found.map(({ card: each, name }) => (
              <li key={each.id}>
                <button
                  type="button"
                  className={css.card}
                  aria-current={each.id === looked}
                  onClick={() => look(each.id)}
                >
                  <b>{name}</b>
                  <span>
                    {formatDay(each.from, 'short')} to {formatDay(each.to, 'short')}, {each.lines.length}{' '}
                    {each.lines.length === 1 ? 'line' : 'lines'}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {waiting.length === 0 && <p className={css.soft}>Every card that was handed out is entered.</p>}
          {waiting.length > 0 && found.length === 0 && <p className={css.soft}>No card of that name.</p>}
        </div>
        {card && student ? (
          <EnterCard
            key={card.id}
            ready={ready}
            card={card}
            name={student.name}
            isEntered={isReported(card, practiceOfStudent(studio, student.id))}
            onKept={() => {
              look(null);
              toSearch();
            }}
          />
        ) : (
          <Section title="Card">
            <Empty title="No card picked">
              <p>Pick a card at the left. What is printed and handed out stands there until it is entered.</p>
            </Empty>
          </Section>
        )}
      </div>
      <Suspense>
        {isPasting && <PastePracticeDialog studio={studio} today={now.day} onClose={() => paste(false)} />}
      </Suspense>
    </>
  );
}
