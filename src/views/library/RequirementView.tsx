import { lazy, Suspense, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { editionBefore, type RequirementSet } from '@/core/requirements';
import { newId, openedStudio, readDraft, type ReadyState } from '@/store';
import { Button, Confirm, Empty, ErrorSay, KeyCap, KeyHint, LinkButton } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { goTo, hrefOf, queryOf } from '../shell/addresses';
import { useKeys } from '../shell/use-keys';
import { mirror } from '../shell/looked';
import type { Draft, DraftLevel } from './draft';
import { freshLevel } from './draft-lists';
import { AboutFields } from './parts/AboutFields';
import { EditionDifferences } from './parts/EditionDifferences';
import { LevelActs } from './parts/LevelActs';
import { LevelCheck } from './parts/LevelCheck';
import { LevelFields } from './parts/LevelFields';
import { MarksFields } from './parts/MarksFields';
import { PartTabs } from './parts/PartTabs';
import { SessionFields } from './parts/SessionFields';
import { partName, partOfField, partsOf, wrongParts, type Part } from './parts-of-draft';
import { useTypedRequirement } from './use-typed-requirement';
import css from './RequirementView.module.css';

const PasteAllLists = lazy(() =>
  import('./parts/PasteAllLists').then((part) => ({ default: part.PasteAllLists })),
);

export const RequirementView = () => <StudioPage>{(ready) => <Requirement ready={ready} />}</StudioPage>;

function Requirement({ ready }: { readonly ready: ReadyState }) {
  const [id] = useState(() => queryOf('id'));
  const saved = id === null ? null : (ready.studio.sets.get(id) ?? null);
  // A copy is typed before it is a requirement of the studio.
  const [isTyped] = useState(() => {
    const which = openedStudio();
    return id === null || (which !== null && readDraft(which, `set/${id}`) !== null);
  });
  if (!saved && !isTyped)
    return (
      <>
        <PageLine title="Requirement" />
        <Empty title="This requirement is no longer in the library">
          <LinkButton href="/library">Library</LinkButton>
        </Empty>
      </>
    );
  return <Typed ready={ready} id={id} saved={saved} />;
}

/** A requirement as it is typed: its parts at the left, one of them at a time. */
function Typed({
  ready: { studio, now },
  id,
  saved,
}: {
  readonly ready: ReadyState;
  readonly id: string | null;
  readonly saved: RequirementSet | null;
}) {
  /** The level looked at, which the library then shows. */
  const shown = useRef<string | undefined>(undefined);
  const { draft, setDraft, before, title, library, set, problems, form, ...typing } = useTypedRequirement(
    studio,
    now.day,
    id,
    saved,
    (kept) => goTo('/library', { set: kept.id, level: shown.current }),
  );
  const drafted = useMemo(() => ({ ...studio, pieces: library }), [studio, library]);
  const [tried, setTried] = useState(0);
  const [discarding, setDiscarding] = useState(false);
  const [chosen, setChosen] = useState<Part>(() => {
    const level = queryOf('level');
    const asked = queryOf('part') ?? (level === null ? null : `level/${level}`);
    return (asked ?? (before || draft.copyOf !== null ? '' : 'about')) as Part;
  });
  const earlier = set ? editionBefore(set, studio.sets.values()) : undefined;
  const parts = partsOf(draft, earlier !== undefined);
  const part = parts.includes(chosen) ? chosen : (parts[1] ?? 'about');
  const select = (next: Part) => {
    setChosen(next);
    mirror('part', next);
    // A long part begins at its top.
    const leaf = document.getElementById('part');
    if (leaf && leaf.getBoundingClientRect().top < 0) leaf.scrollIntoView();
  };
  const at = draft.levels.findIndex((each) => part === `level/${each.id}`);
  const level = draft.levels[at];

  const problem = (field: string) => (tried > 0 ? problems[field] : undefined);
  const change = (changed: Partial<Draft>) => setDraft({ ...draft, ...changed });
  const changeLevel = (changed: Partial<DraftLevel>) =>
    level && change({ levels: draft.levels.with(at, { ...level, ...changed }) });
  const addLevel = (made: DraftLevel, place: number) => {
    change({ levels: draft.levels.toSpliced(place, 0, made) });
    select(`level/${made.id}`);
  };
  const moveLevel = (levelId: string, to: number) => {
    const moved = draft.levels.find((each) => each.id === levelId);
    if (!moved || to < 0 || to >= draft.levels.length) return;
    change({ levels: draft.levels.filter((each) => each !== moved).toSpliced(to, 0, moved) });
  };
  const nextRank = 1 + Math.max(0, ...draft.levels.map(({ rank }) => Number(rank) || 0));

  const save = () => {
    setTried(tried + 1);
    const [field] = Object.keys(problems);
    if (set) typing.save();
    else if (field !== undefined && !wrongParts(draft, problems).has(part)) select(partOfField(draft, field));
  };
  useEffect(() => {
    // What is wrong is gone to, once it is said.
    if (tried > 0) document.querySelector<HTMLElement>('#part [aria-invalid="true"]')?.focus();
  }, [tried]);
  const saveNow = useRef(save);
  useLayoutEffect(() => {
    saveNow.current = save;
    shown.current = level?.id;
  });
  useEffect(() => {
    // Also while a field is typed in.
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 's') return;
      event.preventDefault();
      if (document.querySelector('dialog[open]') === null) saveNow.current();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
  const step = (by: number) => {
    const next = parts[parts.indexOf(part) + by];
    if (next) select(next);
  };
  useKeys({ j: () => step(1), k: () => step(-1) });

  const { typed, kept: isKept } = form.dialog;
  const many = Object.keys(problems).length;
  return (
    <>
      <PageLine
        title={title}
        sub={typed ? 'not saved yet; every key is kept in this browser' : before ? 'as saved' : ''}
        end={<LinkButton href={hrefOf('/library', { set: before?.id })}>Library</LinkButton>}
      />
      {typed && !isKept && (
        <ErrorSay title="This browser has no room to keep what you type">
          <p>Save before you leave this page.</p>
        </ErrorSay>
      )}
      {isKept?.restored && typed && draft.copyOf === null && (
        <p className={css.restored} role="note">
          This was typed before and not saved.
        </p>
      )}
      <div className={css.grid}>
        <div className={css.side}>
          <div className={css.acts}>
            <Button look="do" onClick={save}>
              Save the requirement
            </Button>
            {typed && (
              <Button look="quiet" onClick={() => setDiscarding(true)}>
                Discard what was typed
              </Button>
            )}
          </div>
          {tried > 0 && !set && (
            <p className={css.problem} role="alert">
              {many} {many === 1 ? 'field needs' : 'fields need'} fixing. {partOfFirst(draft, problems)}
            </p>
          )}
          <PartTabs
            draft={draft}
            parts={parts}
            selected={part}
            wrong={tried > 0 ? wrongParts(draft, problems) : new Set()}
            onSelect={select}
            onMove={moveLevel}
          />
          <div className={css.acts}>
            <Button
              onClick={() => addLevel(freshLevel(draft.levels, newId(), nextRank), draft.levels.length)}
            >
              Add a level
            </Button>
            <span className={css.keys}>
              <KeyHint>
                <KeyCap name="Ctrl" /> <KeyCap name="S" /> saves, <KeyCap name="J" /> <KeyCap name="K" /> the
                next part, the one before
              </KeyHint>
            </span>
          </div>
        </div>
        <div role="tabpanel" id="part" aria-labelledby={`tab-${part}`} className={css.part}>
          <h2>{partName(draft, part)}</h2>
          {part === 'about' && <AboutFields draft={draft} problem={problem} onChange={change} />}
          {level && (
            <>
              <LevelActs
                level={level}
                at={at}
                count={draft.levels.length}
                onCopy={() =>
                  addLevel(
                    { ...level, id: newId(), name: `${level.name} copy`, rank: String(nextRank) },
                    at + 1,
                  )
                }
                onMove={(to) => moveLevel(level.id, to)}
                onRemove={() => {
                  const next = draft.levels[at === 0 ? 1 : at - 1];
                  change({ levels: draft.levels.filter((each) => each !== level) });
                  if (next) select(`level/${next.id}`);
                }}
              />
              <LevelCheck draft={draft} levelId={level.id} studio={drafted} />
              <LevelFields
                key={level.id}
                level={level}
                set={draft}
                id={id ?? 'new'}
                studio={drafted}
                problem={(field) => problem(`levels.${at}.${field}`)}
                onChange={changeLevel}
                onEveryLevel={(every) =>
                  change({ levels: draft.levels.map((each) => ({ ...each, ...every })) })
                }
                onDraft={setDraft}
              />
            </>
          )}
          {part === 'paste' && (
            <Suspense fallback={null}>
              <PasteAllLists
                id={id ?? 'new'}
                draft={draft}
                library={library}
                onTaken={(next) => {
                  setDraft(next);
                  const filled = next.levels[0];
                  if (filled) select(`level/${filled.id}`);
                }}
              />
            </Suspense>
          )}
          {part === 'marks' && (
            <MarksFields
              marks={draft.marks}
              problem={(field) => problem(field === '' ? 'marks' : `marks.${field}`)}
              onChange={(changed) => change({ marks: { ...draft.marks, ...changed } })}
            />
          )}
          {part === 'sessions' && (
            <SessionFields
              sessions={draft.sessions}
              problem={(field) => problem(`sessions.${field}`)}
              onChange={(sessions) => change({ sessions })}
            />
          )}
          {part === 'compare' && earlier && set && (
            <EditionDifferences open before={earlier} after={set} pieces={library} />
          )}
        </div>
      </div>
      {discarding && (
        <Confirm
          title="Discard what was typed?"
          action="Discard it"
          onClose={() => setDiscarding(false)}
          onConfirm={() => {
            form.drop();
            setDiscarding(false);
            if (!before && id !== null) goTo('/library');
          }}
        >
          <p>
            {before
              ? 'The requirement stays as it was saved.'
              : 'Nothing of this requirement was saved; all of it goes.'}
          </p>
        </Confirm>
      )}
      {typing.asking}
    </>
  );
}

/** What is wrong first, and where. */
function partOfFirst(draft: Draft, problems: Readonly<Record<string, string>>): string {
  const [first] = Object.entries(problems);
  return first ? `${partName(draft, partOfField(draft, first[0]))}: ${first[1]}` : '';
}
