import type { Studio } from '@/core/files';
import { familyFor } from '@/core/requirements';
import type { Piece } from '@/core/repertoire';
import { Button, FieldRow, TextField } from '@/ui';
import { blankComponent, type Draft, type DraftLevel } from '../draft';
import { freeLetter, withPieces } from '../draft-lists';
import { blankRule } from '../rule-form';
import { ComponentFields } from './ComponentFields';
import { RuleEditor } from './RuleEditor';
import css from './Typed.module.css';

/** One level: its place, who may enter, its components with their marks, its rules. */
export function LevelFields({
  level,
  set,
  id,
  studio,
  problem,
  onChange,
  onEveryLevel,
  onDraft,
}: {
  readonly level: DraftLevel;
  readonly set: Draft;
  /** Of the requirement, or "new". */
  readonly id: string;
  /** With the pieces typed here among its pieces. */
  readonly studio: Studio;
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (part: Partial<DraftLevel>) => void;
  readonly onEveryLevel: (part: Pick<DraftLevel, 'instruments'>) => void;
  /** The requirement whole: pieces come with their lists. */
  readonly onDraft: (draft: Draft) => void;
}) {
  const { components, rules } = level;
  const families = [
    ...new Set([
      set.before?.family ?? familyFor(set.name, set.instrument),
      ...[...studio.sets.values()].map(({ family }) => family),
    ]),
  ];
  return (
    <>
      <FieldRow>
        <TextField
          required
          label="Level"
          value={level.name}
          onChange={(name) => onChange({ name })}
          error={problem('name')}
        />
        <TextField
          required
          label="Rank, 1 lowest"
          value={level.rank}
          onChange={(rank) => onChange({ rank })}
          error={problem('rank')}
        />
        <TextField
          label="Open to"
          value={level.instruments}
          onChange={(instruments) => onChange({ instruments })}
          hint="instruments or voices; empty: as the requirement"
        />
        {set.levels.length > 1 && set.levels.some(({ instruments }) => instruments !== level.instruments) && (
          <Button onClick={() => onEveryLevel({ instruments: level.instruments })}>
            Use for every level
          </Button>
        )}
      </FieldRow>
      <h3 className={css.under}>Components and marks</h3>
      {components.map((component, at) => (
        <ComponentFields
          key={at}
          component={component}
          weighted={set.marks.totalling === 'weighted'}
          id={`${id}/${level.id}/${at}`}
          library={studio.pieces}
          problem={(field) => problem(`components.${at}.${field}`)}
          onChange={(part) => onChange({ components: components.with(at, { ...component, ...part }) })}
          onPieces={(pieces: readonly Piece[], part) =>
            onDraft(
              withPieces(
                {
                  ...set,
                  levels: set.levels.map((each) =>
                    each.id === level.id
                      ? { ...level, components: components.with(at, { ...component, ...part }) }
                      : each,
                  ),
                },
                pieces,
                studio.pieces,
              ),
            )
          }
          onMove={(step) =>
            components[at + step] &&
            onChange({ components: components.toSpliced(at, 1).toSpliced(at + step, 0, component) })
          }
          onRemove={
            components.length > 1 ? () => onChange({ components: components.toSpliced(at, 1) }) : undefined
          }
        />
      ))}
      <Button
        onClick={() =>
          onChange({
            components: [...components, blankComponent(freeLetter(components))],
          })
        }
      >
        Add a component
      </Button>
      <h3 className={css.under}>Rules</h3>
      {rules.map((rule, at) => (
        <RuleEditor
          key={at}
          rule={rule}
          problem={problem(`rules.${at}`)}
          families={families}
          onChange={(next) => onChange({ rules: rules.with(at, next) })}
          onRemove={() => onChange({ rules: rules.toSpliced(at, 1) })}
        />
      ))}
      <Button onClick={() => onChange({ rules: [...rules, blankRule('one from each')] })}>Add a rule</Button>
    </>
  );
}
