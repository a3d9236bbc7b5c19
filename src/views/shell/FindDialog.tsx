import { useId, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { findIn, type Findable } from '@/core/register';
import { redo, saveSettings, undo, type ReadyState } from '@/store';
import { Dialog } from '@/ui';
import { goTo } from './addresses';
import { saveStudio } from './save-studio';
import { say } from './say';
import { VIEW_HELP } from './view-help';
import { VIEWS } from './views-table';
import css from './FindDialog.module.css';

/** Shown at once; more words narrow them. */
const MOST = 12;

interface Act {
  readonly kind: 'view' | 'action';
  readonly title: string;
  readonly sub: string;
  readonly run: () => void;
}
const action = (title: string, sub: string, run: () => void): Act => ({ kind: 'action', title, sub, run });
const acts = (ready: ReadyState): readonly Act[] => [
  ...VIEWS.filter(({ path }) => !['/print', '/kit', '/requirement'].includes(path)).map(
    ({ name, path }): Act => ({
      kind: 'view',
      title: name,
      sub: VIEW_HELP[path] ?? '',
      run: () => goTo(path),
    }),
  ),
  action('Add a student', 'new', () => goTo('/students', { ask: 'add' })),
  action('Paste a table of students', 'import', () => goTo('/students', { ask: 'paste' })),
  action('Timetable', 'lessons of everyone, term', () => goTo('/students', { ask: 'timetable' })),
  action('New requirement', 'type an exam, a festival class or an audition', () => goTo('/requirement')),
  action('Set a goal', 'enter a student for an exam, festival or audition', () =>
    goTo('/programme', { ask: 'goal' }),
  ),
  action('Print the day', 'today’s lessons', () => goTo('/print', { sheet: 'day' })),
  action(
    'Back up',
    'save the studio file, without a passphrase',
    () => void saveStudio(ready, '').then(() => say('The studio file is saved.')),
  ),
  action('First steps', 'show again what was skipped', () => void saveSettings({ skippedSteps: [] })),
  action('Undo', 'the last action', () => void undo()),
  action('Redo', 'what was undone', () => void redo()),
];

function open(item: Findable | Act): void {
  switch (item.kind) {
    case 'view':
    case 'action':
      item.run();
      break;
    case 'student':
      goTo('/student', { student: item.id });
      break;
    case 'requirement':
      goTo('/library', { set: item.id });
      break;
    case 'level':
      goTo('/library', { set: item.setId, level: item.id });
      break;
    case 'piece':
      goTo('/repertoire', { piece: item.id });
      break;
    case 'score':
      goTo('/scores', { score: item.id });
      break;
  }
}

/** Finds students, pieces, requirements, levels, views and actions by any of their words. */
export function FindDialog({ ready, onClose }: { readonly ready: ReadyState; readonly onClose: () => void }) {
  const id = useId();
  const [words, type] = useState('');
  const [at, point] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const found = useMemo(() => findIn(ready.studio, words, acts(ready), MOST), [ready, words]);
  useLayoutEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [at, found]);
  const take = (item: Findable | Act | undefined) => {
    if (!item) return;
    onClose();
    open(item);
  };
  return (
    <Dialog title="Find" onClose={onClose} typed={false}>
      <input
        className={css.words}
        type="text"
        role="combobox"
        aria-label="A student, piece, requirement, level, view or action"
        aria-expanded={found.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={found[at] ? `${id}-${at}` : undefined}
        autoComplete="off"
        placeholder="a name, a title, what you want to do"
        value={words}
        onChange={(event) => {
          type(event.target.value);
          point(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            point(Math.min(found.length - 1, Math.max(0, at + (event.key === 'ArrowDown' ? 1 : -1))));
          } else if (event.key === 'Enter') {
            event.preventDefault();
            take(found[at]);
          }
        }}
      />
      <div ref={list} id={`${id}-list`} role="listbox" aria-label="Found" className={css.found}>
        {found.map((item, place) => (
          // The keys of the list are those of the field.
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events
          <div
            key={place}
            id={`${id}-${place}`}
            role="option"
            tabIndex={-1}
            aria-selected={place === at}
            className={css.item}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => take(item)}
          >
            <span className={css.kind}>{item.kind}</span>
            <b>{item.title}</b>
            <span className={css.sub}>{item.sub}</span>
          </div>
        ))}
      </div>
      <p className={css.none} role="status">
        {words.trim() !== '' && found.length === 0 ? 'Nothing has all of these words.' : ''}
        {found.length === MOST ? `The first ${MOST}; more words narrow them.` : ''}
      </p>
    </Dialog>
  );
}
