import { inTerms } from '@/core/terms';
import { lazy, Suspense, useState } from 'react';
import type { Piece } from '@/core/repertoire';
import { Button, Combobox, FieldRow, SelectField, TextField } from '@/ui';
import type { DraftComponent } from '../draft';
import { DescriptorGrid } from './DescriptorGrid';
import { DraftList } from './DraftList';
import css from './Typed.module.css';

const PasteOneList = lazy(() => import('./PasteOneList').then((part) => ({ default: part.PasteOneList })));

const SOURCES = [
  { value: 'list', label: 'chosen from a list' },
  { value: 'catalogue', label: 'chosen from the catalogue' },
  { value: 'own choice', label: 'own choice' },
  { value: 'excerpt', label: 'an excerpt' },
  { value: 'scales', label: 'a scale table' },
  { value: 'prepared', label: 'prepared work or tests' },
];

/** Fields that are typed as text. */
type TextName = {
  [Name in keyof DraftComponent]: DraftComponent[Name] extends string ? Name : never;
}[keyof DraftComponent];

const OPTIONAL: readonly TextName[] = ['bands', 'fromBeat', 'toBeat'];

/** A component: what it is chosen from, and the criteria it is marked by. */
export function ComponentFields({
  component,
  weighted,
  id,
  library,
  problem,
  onChange,
  onPieces,
  onMove,
  onRemove,
}: {
  readonly component: DraftComponent;
  readonly weighted: boolean;
  /** Names the component among all that are typed. */
  readonly id: string;
  /** Every piece there is, those typed here among them. */
  readonly library: ReadonlyMap<string, Piece>;
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (part: Partial<DraftComponent>) => void;
  /** Pieces that are new or changed, with what becomes of the list. */
  readonly onPieces: (pieces: readonly Piece[], part: Partial<DraftComponent>) => void;
  /** One place earlier (-1) or later (1). */
  readonly onMove: (step: -1 | 1) => void;
  readonly onRemove: (() => void) | undefined;
}) {
  const [words, setWords] = useState(false);
  const [pasting, setPasting] = useState(false);
  const { source } = component;
  const chooses = source === 'list' || source === 'own choice' || source === 'catalogue';
  const field = (name: TextName, label: string, hint?: string, rows?: number) => (
    <TextField
      key={name}
      required={!OPTIONAL.includes(name)}
      label={label}
      hint={hint}
      {...(rows !== undefined && { rows })}
      value={component[name]}
      onChange={(value) => onChange({ [name]: value })}
      error={problem(name)}
    />
  );
  return (
    <div className={css.item}>
      <FieldRow>
        {field('letter', 'Letter')}
        {field('name', 'Component')}
        <SelectField
          label="What"
          value={source}
          options={SOURCES}
          onChange={(value) => onChange({ source: value as DraftComponent['source'] })}
        />
        {source === 'catalogue' && [field('fromRank', 'From grade'), field('toRank', 'To grade')]}
        {chooses && [field('min', 'At least'), field('max', 'At most')]}
        {source === 'excerpt' && (
          <>
            <Combobox
              required
              label="Piece"
              value={component.pieceId}
              options={[...library.values()].map((piece) => ({
                value: piece.id,
                label: `${piece.title}, ${piece.composer}`,
              }))}
              onChange={(pieceId) => onChange({ pieceId })}
            />
            <TextField
              required
              label={inTerms('Bars')}
              value={component.bars}
              onChange={(bars) => onChange({ bars })}
              error={problem('bars') ?? problem('pieceId')}
            />
            {field('fromBeat', 'From beat', 'empty: from the barline')}
            {field('toBeat', 'To beat', 'empty: to the barline')}
          </>
        )}
        {source === 'scales' && field('drawn', 'Rows drawn')}
      </FieldRow>
      {source === 'scales' &&
        field(
          'rows',
          'Scale table, one row per line',
          'key, form, octaves, tempo, articulation, hands: D major, scale, 2, q=96, slurred',
          5,
        )}
      {source === 'prepared' && field('items', 'What is prepared, one item per line', undefined, 3)}
      {source === 'list' && (
        <>
          <DraftList
            component={component}
            library={library}
            onChange={onChange}
            onPiece={(piece, part) => onPieces([piece], part)}
          />
          {problem('rows') !== undefined && <p className={css.problem}>{problem('rows')}</p>}
          <Button look="quiet" aria-expanded={pasting} onClick={() => setPasting(!pasting)}>
            Paste a list
          </Button>
          {pasting && (
            <Suspense fallback={null}>
              <PasteOneList
                id={id}
                component={component}
                library={library}
                onTake={(pieces, part) => {
                  onPieces(pieces, part);
                  setPasting(false);
                }}
              />
            </Suspense>
          )}
        </>
      )}
      <FieldRow>
        {field('criteria', 'Criteria, separated by commas')}
        {field('maxMark', 'Marks for each')}
        <SelectField
          label="Given in"
          value={component.steps}
          options={[
            { value: 'whole', label: 'whole steps' },
            { value: 'half', label: 'half steps' },
          ]}
          onChange={(steps) => onChange({ steps: steps === 'half' ? 'half' : 'whole' })}
        />
        {weighted && field('weight', 'Weight')}
        <Button look="quiet" onClick={() => setWords(!words)} aria-expanded={words}>
          Bands and descriptors
        </Button>
        <Button look="quiet" onClick={() => onMove(-1)}>
          Up
        </Button>
        <Button look="quiet" onClick={() => onMove(1)}>
          Down
        </Button>
        {onRemove && (
          <Button look="quiet" onClick={onRemove}>
            Remove the component
          </Button>
        )}
      </FieldRow>
      {words && (
        <>
          {field('bands', 'First mark of each band', 'as 1, 3, 5; empty: six of equal width')}
          <DescriptorGrid component={component} onChange={(descriptors) => onChange({ descriptors })} />
        </>
      )}
    </div>
  );
}
