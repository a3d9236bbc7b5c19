import { lazy, Suspense, useState } from 'react';
import { formatRequirementFile, goalsOfSet } from '@/core/files';
import { editionBefore, setLabel } from '@/core/requirements';
import { formatDay } from '@/core/time';
import { removeSet, type ReadyState } from '@/store';
import { Button, Confirm, Empty, LinkButton, Section, classes } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { fileName, saveFile } from '../shell/save-file';
import { hrefOf } from '../shell/addresses';
import { useLooked } from '../shell/view-state';
import { CopyDialog } from './parts/CopyDialog';
import { ImportRequirementDialog } from './parts/ImportRequirementDialog';
import { EditionDifferences } from './parts/EditionDifferences';
import { LevelDetail } from './parts/LevelDetail';
import css from './LibraryView.module.css';

const PastePiecesDialog = lazy(() =>
  import('./parts/PastePiecesDialog').then((part) => ({ default: part.PastePiecesDialog })),
);

export const LibraryView = () => <StudioPage>{(ready) => <Library ready={ready} />}</StudioPage>;

function Library({ ready }: { readonly ready: ReadyState }) {
  const { studio } = ready;
  const sets = [...studio.sets.values()].sort((a, b) =>
    a.name < b.name ? -1 : a.name > b.name ? 1 : a.edition.from < b.edition.from ? 1 : -1,
  );
  const [setId, pickSet] = useLooked('set');
  const set = sets.find((each) => each.id === setId) ?? sets[0];
  const [levelId, pickLevel] = useLooked('level');
  const level = set?.levels.find((each) => each.id === levelId) ?? set?.levels[0];
  const [dialog, setDialog] = useState<'none' | 'copy' | 'import' | 'remove' | 'lists'>('none');
  const earlier = set && editionBefore(set, sets);
  const close = () => setDialog('none');
  const used = set ? goalsOfSet(studio, set.id).length : 0;
  return (
    <>
      <PageLine
        title="Library"
        sub={`${sets.length} ${sets.length === 1 ? 'requirement' : 'requirements'}, ${studio.pieces.size} pieces`}
        end={
          <>
            <LinkButton href="/repertoire">Repertoire</LinkButton>
            <LinkButton href="/scores">Scores</LinkButton>
            <LinkButton href="/placements">Placements side by side</LinkButton>
            <LinkButton href="/requirement">New requirement</LinkButton>
            <Button onClick={() => setDialog('import')}>Import a file</Button>
          </>
        }
      />
      {!set || !level ? (
        <Empty title="No requirement yet">
          <p>
            A requirement is what an exam level, a festival class or an audition asks for. Type a small one,
            or import a requirement file; its lists can be pasted from a table afterwards.
          </p>
        </Empty>
      ) : (
        <div className={css.grid}>
          <nav aria-label="Requirements">
            <ul>
              {sets.map((each) => (
                <li key={each.id}>
                  <button
                    type="button"
                    className={classes(css.pick, each.id === set.id && css.picked)}
                    data-selected={each.id === set.id}
                    aria-pressed={each.id === set.id}
                    onClick={() => {
                      pickSet(each.id);
                      pickLevel(null);
                    }}
                  >
                    <b>{each.name}</b>
                    <span>
                      {each.kind}, {each.instrument}, {each.edition.name}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </nav>
          <div>
            <Section
              title={setLabel(set)}
              end={`valid ${formatDay(set.edition.from, 'written')} to ${formatDay(set.edition.overlapTo ?? set.edition.to, 'written')}${set.edition.overlapTo ? ', overlap included' : ''}`}
            >
              <p className={css.soft}>
                {set.sessions
                  .map(
                    (each) =>
                      `${each.name} ${formatDay(each.day, 'written')}${each.entryCloses ? `, entry closes ${formatDay(each.entryCloses, 'short')}` : ''}`,
                  )
                  .join(' · ')}
              </p>
              <div className={css.levels} role="group" aria-label="Level">
                {set.levels.map((each) => (
                  <Button key={each.id} pressed={each.id === level.id} onClick={() => pickLevel(each.id)}>
                    {each.name}
                  </Button>
                ))}
              </div>
            </Section>
            <LevelDetail key={`${set.id}${level.id}`} ready={ready} set={set} level={level} />
            {earlier && <EditionDifferences before={earlier} after={set} pieces={studio.pieces} />}
            <div className={css.acts}>
              <LinkButton href={hrefOf('/requirement', { id: set.id, level: level.id })}>
                Change this requirement
              </LinkButton>
              <Button onClick={() => setDialog('copy')}>Copy this requirement</Button>
              {set.levels.some(({ components }) =>
                components.some(({ source }) => source.kind === 'list'),
              ) && <Button onClick={() => setDialog('lists')}>Paste all lists</Button>}
              <Button
                onClick={() =>
                  saveFile(
                    fileName([set.name, set.instrument, set.edition.name], 'requirement.json'),
                    formatRequirementFile(set, studio.pieces),
                    'application/json',
                  )
                }
              >
                Save as a requirement file
              </Button>
              <Button onClick={() => setDialog('remove')}>Remove this requirement</Button>
            </div>
          </div>
        </div>
      )}
      {dialog === 'lists' && set && (
        <Suspense fallback={null}>
          <PastePiecesDialog set={set} place={null} library={studio.pieces} onClose={close} />
        </Suspense>
      )}
      {dialog === 'copy' && set && <CopyDialog set={set} onClose={close} />}
      {dialog === 'import' && (
        <ImportRequirementDialog
          studio={studio}
          onClose={close}
          onTaken={(id) => {
            pickSet(id);
            close();
          }}
        />
      )}
      {dialog === 'remove' && set && (
        <Confirm
          title={`Remove ${setLabel(set)}?`}
          action="Remove it"
          onClose={close}
          onConfirm={() => {
            void removeSet(set.id);
            close();
          }}
        >
          <p>
            {used === 0
              ? 'No goal uses it.'
              : `${used} ${used === 1 ? 'goal uses' : 'goals use'} it and cannot be shown without it.`}{' '}
            Its pieces stay in the library. Undo brings it back.
          </p>
        </Confirm>
      )}
    </>
  );
}
