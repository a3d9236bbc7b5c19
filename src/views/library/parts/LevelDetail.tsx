import { inTerms } from '@/core/terms';
import { lazy, Suspense, useState } from 'react';
import { componentMax, schemeComponent, schemeMax, type MarkScheme } from '@/core/marks';
import { formatBars } from '@/core/music';
import {
  listedPieces,
  ruleTitle,
  schemeOf,
  type Component,
  type ComponentSource,
  type Level,
  type RequirementSet,
} from '@/core/requirements';
import { gradePieces, setList, type ReadyState } from '@/store';
import { Button, Section, Table, TempoMark } from '@/ui';
import { fileName } from '../../shell/save-file';
import { PieceDialog } from './PieceDialog';
import { PieceTable } from './PieceTable';
import css from '../LibraryView.module.css';

const PastePiecesDialog = lazy(() =>
  import('./PastePiecesDialog').then((part) => ({ default: part.PastePiecesDialog })),
);
const PasteGradedDialog = lazy(() =>
  import('./PastePiecesDialog').then((part) => ({ default: part.PasteGradedDialog })),
);

/** A level as it stands: rules, marks, and what every component is chosen from. */
export function LevelDetail({
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
                {award.name} {award.total > 0 && award.total}
                {award.eachAtLeast === null ? '' : `, at least ${award.eachAtLeast} in each`}
                {Object.entries(award.passes).map(
                  ([id, mark]) =>
                    `, ${level.components.find((each) => each.id === id)?.letter ?? id} ${mark}`,
                )}
              </li>
            ))}
            {schemeWords(scheme).map((line) => (
              <li key={line} className={css.line}>
                {line}
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
  const listed = listedPieces(component, set);
  const piece = editing === null ? undefined : pieces.get(editing);
  return (
    <div className={css.component}>
      <Section
        title={`${component.letter}. ${component.name}`}
        end={sourceWords(source, listed?.length ?? 0)}
      >
        {listed && (
          <>
            <PieceTable
              label={`${component.name}, pieces`}
              pieces={listed.flatMap((id) => pieces.get(id) ?? [])}
              library={pieces}
              grades={
                source.kind === 'catalogue'
                  ? new Map(set.catalogue.map((each) => [each.pieceId, each.rank]))
                  : null
              }
              numbers={source.kind === 'list' ? (source.numbers ?? {}) : {}}
              onFacts={edit}
              onOrder={(ids) => void setList(set.id, level.id, component.id, ids)}
              onGrade={(pieceId, rank) => void gradePieces(set.id, [{ pieceId, rank }])}
            />
            <div className={css.acts}>
              <Button onClick={() => setPasting(true)}>
                {source.kind === 'list' ? 'Paste a list' : 'Paste graded pieces'}
              </Button>
              <Button
                disabled={listed.length === 0}
                onClick={() =>
                  void import('../save-pieces').then(({ savePieces }) =>
                    savePieces(
                      fileName(
                        [set.name, set.instrument, set.edition.name, level.name, component.name],
                        'csv',
                      ),
                      listed.flatMap((id) => pieces.get(id) ?? []),
                      source.kind === 'list' ? (source.numbers ?? null) : null,
                    ),
                  )
                }
              >
                Save the list as CSV
              </Button>
            </div>
          </>
        )}
        {source.kind === 'prepared' && <p>{source.items.join(', ') || 'nothing listed'}</p>}
        {source.kind === 'scales' && (
          <Table
            label={`${component.name}, rows`}
            head={['Key', 'Form', 'Octaves', 'Tempo', 'Articulation', 'Hands']}
            tight
          >
            {source.rows.map((row) => (
              <tr key={row.id}>
                <th scope="row">{row.key}</th>
                <td>{row.form}</td>
                <td>{row.octaves}</td>
                <td>{row.tempo ? <TempoMark {...row.tempo} /> : '–'}</td>
                <td>{row.articulation || '–'}</td>
                <td>{row.hands || '–'}</td>
              </tr>
            ))}
          </Table>
        )}
        {source.kind === 'own choice' && (
          <p>Any piece for the student’s instrument, under the rules of the level.</p>
        )}
        {source.kind === 'excerpt' && (
          <p>
            {pieces.get(source.pieceId)?.title}
            {inTerms(', bars ')}
            {excerptPlace(source)}
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
        <Suspense fallback={null}>
          {source.kind === 'catalogue' ? (
            <PasteGradedDialog set={set} onClose={() => setPasting(false)} />
          ) : (
            <PastePiecesDialog
              set={set}
              place={{ level, component }}
              library={pieces}
              onClose={() => setPasting(false)}
            />
          )}
        </Suspense>
      )}
      {piece && <PieceDialog piece={piece} onClose={() => edit(null)} />}
    </div>
  );
}

const counts = ({ min, max }: { readonly min: number; readonly max: number }) =>
  min === max ? String(min) : `${min} to ${max}`;

function sourceWords(source: ComponentSource, listed: number): string {
  switch (source.kind) {
    case 'list':
      return `${listed} pieces, choose ${counts(source)}`;
    case 'catalogue':
      return `catalogue, grade ${counts({ min: source.fromRank, max: source.toRank })}: ${listed} pieces, choose ${counts(source)}`;
    case 'own choice':
      return `own choice, ${counts(source)}`;
    case 'scales':
      return `${source.rows.length} rows, ${source.drawn} drawn`;
    case 'excerpt':
    case 'prepared':
      return source.kind;
  }
}

const beat = (value: number | null) => (value === null ? '' : ` beat ${value}`);
const excerptPlace = ({ bars, fromBeat, toBeat }: Extract<ComponentSource, { kind: 'excerpt' }>) =>
  fromBeat === null && toBeat === null
    ? formatBars(bars)
    : `${bars.from}${beat(fromBeat)} to ${bars.to}${beat(toBeat)}`;

/** What the scheme does besides adding up: weights, judges, ratings, seats. */
function schemeWords({ totalling, panel, outcome, awards }: MarkScheme): string[] {
  const rounding = (way: string, places: number) =>
    `rounded ${way} to ${places === 0 ? 'whole marks' : `${places} decimals`}`;
  return [
    ...(totalling.kind === 'weighted'
      ? [
          `weighted ${Object.values(totalling.weights).join(' : ')}, out of ${totalling.outOf}, ${rounding(totalling.rounding.way, totalling.rounding.places)}`,
        ]
      : []),
    ...(panel
      ? [
          outcome.kind === 'ratings'
            ? `${panel.judges} judges; their ratings by a table of ${outcome.table.length} panels, from ${awards[0]?.name ?? ''} to ${awards.at(-1)?.name ?? ''}`
            : `${panel.judges} judges: ${panel.by}${panel.by === 'trimmed mean' ? `, ${panel.drop} dropped at each end` : ''}, ${rounding(panel.rounding.way, panel.rounding.places)}`,
        ]
      : []),
    ...(outcome.kind === 'seats'
      ? [`${outcome.seats} seats for the highest totals; ties ${outcome.ties}`]
      : []),
  ];
}
