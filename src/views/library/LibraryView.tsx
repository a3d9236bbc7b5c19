import { useState } from 'react';
import { formatPieces, formatRequirementFile } from '@/core/files';
import { ruleTitle, setLabel, type Component, type Level, type RequirementSet } from '@/core/requirements';
import { schemeComponent, componentMax, schemeMax } from '@/core/marks';
import { schemeOf } from '@/core/requirements';
import { formatBars, formatTime } from '@/core/music';
import { formatDay } from '@/core/time';
import { removeSet, type ReadyState } from '@/store';
import { Button, Confirm, Empty, PageLine, Section, Table, TempoMark, classes } from '@/ui';
import { StudioPage } from '../shell/StudioPage';
import { saveFile } from '../shell/save-file';
import { ImportRequirementDialog } from './parts/ImportRequirementDialog';
import { PastePiecesDialog } from './parts/PastePiecesDialog';
import { RequirementDialog } from './parts/RequirementDialog';
import { PieceDialog } from './parts/PieceDialog';
import css from './LibraryView.module.css';

export const LibraryView = () => <StudioPage>{(ready) => <Library ready={ready} />}</StudioPage>;

function Library({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const sets = [...studio.sets.values()].sort((a, b) =>
    a.name < b.name ? -1 : a.name > b.name ? 1 : a.edition.from < b.edition.from ? 1 : -1,
  );
  const [setId, pickSet] = useState<string | null>(null);
  const set = sets.find((each) => each.id === setId) ?? sets[0];
  const [levelId, pickLevel] = useState<string | null>(null);
  const level = set?.levels.find((each) => each.id === levelId) ?? set?.levels[0];
  const [dialog, setDialog] = useState<'none' | 'type' | 'import' | 'remove'>('none');
  const close = () => setDialog('none');
  const used = set ? [...studio.goals.values()].filter((goal) => goal.setId === set.id).length : 0;
  return (
    <>
      <PageLine
        title="Library"
        sub={`${sets.length} ${sets.length === 1 ? 'requirement' : 'requirements'}, ${studio.pieces.size} pieces`}
        end={
          <>
            <Button onClick={() => setDialog('type')}>Type a requirement</Button>
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
            <div className={css.acts}>
              <Button
                onClick={() =>
                  saveFile(
                    `${set.id}.requirement.json`,
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
      {dialog === 'type' && (
        <RequirementDialog
          studio={studio}
          today={now.day}
          onClose={close}
          onMade={(id) => {
            pickSet(id);
            close();
          }}
        />
      )}
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

function LevelDetail({
  ready,
  set,
  level,
}: {
  readonly ready: ReadyState;
  readonly set: RequirementSet;
  readonly level: Level;
}) {
  const scheme = schemeOf(set, level);
  return (
    <>
      <div className={css.two}>
        <Section title="Rules" end={`${level.rules.length}`}>
          <ul>
            {level.rules.map((rule) => (
              <li key={rule.id} className={css.line}>
                {ruleTitle(rule, level)}
              </li>
            ))}
          </ul>
          {level.rules.length === 0 && <p className={css.soft}>No rules stated.</p>}
        </Section>
        <Section title="Marks" end={`${schemeMax(scheme)} in all`}>
          <ul>
            {level.components.map((component) => {
              const marked = schemeComponent(scheme, component.id);
              return (
                <li key={component.id} className={css.line}>
                  <b>{component.letter}</b> {component.name}:{' '}
                  {marked
                    ? `${componentMax(marked)}, ${marked.criteria.map((each) => each.name.toLowerCase()).join('; ')}`
                    : 'not marked'}
                </li>
              );
            })}
            {scheme.awards.map((award) => (
              <li key={award.id} className={css.line}>
                {award.name} {award.total}
                {award.eachAtLeast === null ? '' : `, at least ${award.eachAtLeast} in each`}
              </li>
            ))}
          </ul>
        </Section>
      </div>
      {level.components.map((component) => (
        <ComponentDetail key={component.id} ready={ready} set={set} level={level} component={component} />
      ))}
    </>
  );
}

function ComponentDetail({
  ready,
  set,
  level,
  component,
}: {
  readonly ready: ReadyState;
  readonly set: RequirementSet;
  readonly level: Level;
  readonly component: Component;
}) {
  const [pasting, setPasting] = useState(false);
  const [editing, edit] = useState<string | null>(null);
  const { source } = component;
  const { pieces } = ready.studio;
  const words =
    source.kind === 'list'
      ? `${source.pieceIds.length} pieces, choose ${source.min === source.max ? source.min : `${source.min} to ${source.max}`}`
      : source.kind === 'own choice'
        ? 'own choice'
        : source.kind === 'excerpt'
          ? 'excerpt'
          : 'prepared';
  const piece = editing === null ? undefined : pieces.get(editing);
  return (
    <div className={css.component}>
      <Section title={`${component.letter}. ${component.name}`} end={words}>
        {source.kind === 'list' && (
          <>
            {source.pieceIds.length === 0 ? (
              <p className={css.soft}>The list is empty.</p>
            ) : (
              <Table
                label={`${component.name}, pieces`}
                head={['Piece', 'Composer', 'Time', 'Key, metre', 'Bars', 'Tempo', 'Facts']}
                tight
              >
                {source.pieceIds.flatMap((id) => {
                  const each = pieces.get(id);
                  return each
                    ? [
                        <tr key={id}>
                          <th scope="row">
                            <b>{each.title}</b>
                          </th>
                          <td>{each.composer}</td>
                          <td>{each.seconds === null ? '–' : formatTime(each.seconds)}</td>
                          <td>{[each.key, each.metre].filter(Boolean).join(', ') || '–'}</td>
                          <td>{each.bars ?? '–'}</td>
                          <td>{each.tempo ? <TempoMark {...each.tempo} /> : '–'}</td>
                          <td>
                            <Button look="quiet" label={`Change ${each.title}`} onClick={() => edit(id)}>
                              Change
                            </Button>
                          </td>
                        </tr>,
                      ]
                    : [];
                })}
              </Table>
            )}
            <div className={css.acts}>
              <Button onClick={() => setPasting(true)}>Paste a list</Button>
              <Button
                disabled={source.pieceIds.length === 0}
                onClick={() =>
                  saveFile(
                    `${set.id}-${level.id}-${component.id}.csv`,
                    formatPieces(source.pieceIds.flatMap((id) => pieces.get(id) ?? [])),
                    'text/csv',
                  )
                }
              >
                Save the list as CSV
              </Button>
            </div>
          </>
        )}
        {source.kind === 'prepared' && <p>{source.items.join(', ') || 'nothing listed'}</p>}
        {source.kind === 'own choice' && <p>Any piece of the library, under the rules of the level.</p>}
        {source.kind === 'excerpt' && (
          <p>
            {pieces.get(source.pieceId)?.title}, bars {formatBars(source.bars)}
            {source.tempo ? (
              <>
                {', '}
                <TempoMark {...source.tempo} />
              </>
            ) : null}
          </p>
        )}
      </Section>
      {pasting && (
        <PastePiecesDialog set={set} level={level} component={component} onClose={() => setPasting(false)} />
      )}
      {piece && <PieceDialog piece={piece} onClose={() => edit(null)} />}
    </div>
  );
}
