import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { demandsHad, repertoireOf } from '@/core/register';
import { ANY_PIECE, type Relation, type ShelfQuery } from '@/core/shelf';
import { initials, shortName, type Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { Button, Empty, LinkButton, Loading, Section, SelectField, TextField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { useLooked } from '../shell/view-state';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { usePrinting } from '../shell/use-printing';
import { useSettled } from '../shell/use-settled';
import { Facets } from './parts/Facets';
import { NewPieces } from './parts/NewPieces';
import { PiecePanel } from './parts/PiecePanel';
import { ShelfList } from './parts/ShelfList';
import { lookedUp } from './shelf-model';
import { useShelf } from './use-shelf';
import css from './RepertoireView.module.css';

const OwnRepertoire = lazy(() =>
  import('./parts/OwnRepertoire').then((part) => ({ default: part.OwnRepertoire })),
);

export const RepertoireView = () => <StudioPage>{(ready) => <Repertoire ready={ready} />}</StudioPage>;

/** Every piece of the studio, looked up by words and by what it is; beside it what one of them asks of one student. */
function Repertoire({ ready }: { readonly ready: ReadyState }) {
  const { studio } = ready;
  const [studentId, setStudent] = useLooked('student');
  const student = studio.students.get(studentId ?? '');
  const printing = usePrinting();
  const [looked, showOwn] = useLooked('own');
  const own = looked !== null;
  const students = [...studio.students.values()].filter(({ archivedOn }) => archivedOn === null);
  const mine = student ? repertoireOf(studio, student.id).length : 0;
  return (
    <>
      <PageLine
        title="Repertoire"
        sub={
          student && own
            ? `${printing && studio.settings.initialsOnPaper ? initials(student.name) : student.name}, ${student.instrument}`
            : `${studio.pieces.size} ${studio.pieces.size === 1 ? 'piece' : 'pieces'}`
        }
        end={
          <>
            <SelectField
              label="For"
              value={student?.id ?? ''}
              options={[
                { value: '', label: 'no student' },
                ...students.map(({ id, name }) => ({ value: id, label: name })),
              ]}
              onChange={(id) => setStudent(id === '' ? null : id)}
            />
            <NewPieces studio={studio} />
            <LinkButton href="/scores">Scores</LinkButton>
          </>
        }
      />
      {student && (
        <div className={css.turn} role="group" aria-label="Show">
          <Button pressed={!own} onClick={() => showOwn(null)}>
            All pieces
          </Button>
          <Button pressed={own} onClick={() => showOwn('1')}>
            {shortName(student.name)}’s own, {String(mine)}
          </Button>
        </div>
      )}
      {student && own ? (
        <Suspense fallback={<Loading what="Loading the repertoire" />}>
          <OwnRepertoire key={student.id} ready={ready} student={student} />
        </Suspense>
      ) : (
        <Shelf key={student?.id} ready={ready} student={student ?? null} />
      )}
    </>
  );
}

/** Milliseconds without a key after which typing rests. */
const RESTS = 150;

function Shelf({ ready, student }: { readonly ready: ReadyState; readonly student: Student | null }) {
  const { studio } = ready;
  const shelved = useShelf(studio);
  const [text, setText] = useState('');
  const [query, ask] = useState<ShelfQuery>(() => ({
    ...ANY_PIECE,
    instrument: [...shelved.instruments.values()].find((each) => each === student?.instrument) ?? null,
  }));
  const [pickedId, pick] = useLooked('piece');
  const had = useMemo(
    () =>
      student
        ? demandsHad(
            studio,
            student,
            shelved.demands.map(({ value }) => value),
          )
        : null,
    [studio, student, shelved],
  );
  const found = useMemo(() => lookedUp(shelved, text, query, had), [shelved, text, query, had]);
  const at = found.findIndex(({ piece }) => piece.id === pickedId);
  // While words are typed the list answers each key; what is beside it follows when the typing rests.
  const first = useSettled(found[0]?.piece.id ?? null, RESTS);
  const item = shelved.shelf.get(pickedId ?? first ?? '') ?? found[0];
  const lookNear = useCallback((as: Relation, pieceId: string) => {
    setText('');
    ask({ ...ANY_PIECE, near: { pieceId, as } });
  }, []);
  const step = (by: number) => {
    const next = found[Math.min(found.length - 1, Math.max(0, at + by))];
    if (next) pick(next.piece.id);
  };
  useKeys({
    j: () => step(1),
    k: () => step(-1),
    // Nothing picked, the arrows scroll.
    ...(at >= 0 && { ArrowDown: () => step(1), ArrowUp: () => step(-1) }),
    f: () => document.querySelector<HTMLInputElement>('input[type="search"]')?.focus(),
  });
  if (studio.pieces.size === 0)
    return (
      <Empty title="No piece yet">
        <p>Pieces come with an imported requirement, are pasted from a table, or added one by one.</p>
        <LinkButton href="/library" keyName="7">
          Library
        </LinkButton>
      </Empty>
    );
  return (
    <div className={css.grid}>
      <div>
        <div className={css.find}>
          <div className={css.wide}>
            <TextField
              label="Find"
              type="search"
              value={text}
              onChange={setText}
              placeholder="title, composer, demand, character"
            />
          </div>
          <Facets studio={studio} shelved={shelved} query={query} withStudent={had !== null} onAsk={ask} />
        </div>
        <Section
          title="On the shelf"
          end={`${found.length} of ${studio.pieces.size} pieces, ${text.trim() === '' ? 'by level' : 'nearest first'}`}
        >
          {found.length === 0 ? (
            <Empty title="No piece matches">
              <Button
                onClick={() => {
                  setText('');
                  ask(ANY_PIECE);
                }}
              >
                Show all pieces
              </Button>
            </Empty>
          ) : (
            <ShelfList
              items={found}
              sets={studio.sets}
              had={had}
              selectedId={item?.piece.id ?? null}
              onSelect={pick}
            />
          )}
        </Section>
      </div>
      <aside aria-label="The selected piece" className={css.panel}>
        {item && (
          <PiecePanel
            key={item.piece.id}
            ready={ready}
            shelf={shelved.shelf}
            item={item}
            student={student}
            had={had}
            onNear={lookNear}
            onPick={pick}
          />
        )}
      </aside>
    </div>
  );
}
