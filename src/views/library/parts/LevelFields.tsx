import type { Studio } from '@/core/files';
import { familyFor } from '@/core/requirements';
import { Button, FieldRow, TextField } from '@/ui';
import { blankComponent, type Draft, type DraftLevel } from '../draft';
import { blankRule } from '../rule-form';
import { ComponentFields } from './ComponentFields';
import { RuleEditor } from './RuleEditor';
import css from './RequirementDialog.module.css';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** One level: its place, who may enter, its components with their marks, its rules. */
export function LevelFields({
  level,
  set,
  studio,
  problem,
  onChange,
  onEveryLevel,
}: {
  readonly level: DraftLevel;
  readonly set: Draft;
  readonly studio: Studio;
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (part: Partial<DraftLevel>) => void;
  readonly onEveryLevel: (part: Pick<DraftLevel, 'instruments'>) => void;
}) {
  const { components, rules } = level;
  const families = [
    ...new Set([
      set.before?.family ?? familyFor(set.name, set.instrument),
      ...[...studio.sets.values()].map(({ family }) => family),
    ]),
  ];
  const letters = new Set(components.map((each) => each.letter));
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
          label="Its place, 1 lowest"
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
            Every level is open to these
          </Button>
        )}
      </FieldRow>
      <h4 className={css.under}>Components and marks</h4>
      {components.map((component, at) => (
        <ComponentFields
          key={at}
          component={component}
          weighted={set.marks.totalling === 'weighted'}
          studio={studio}
          problem={(field) => problem(`components.${at}.${field}`)}
          onChange={(part) => onChange({ components: components.with(at, { ...component, ...part }) })}
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
            components: [
              ...components,
              blankComponent(LETTERS.split('').find((letter) => !letters.has(letter)) ?? 'X'),
            ],
          })
        }
      >
        Add a component
      </Button>
      <h4 className={css.under}>Rules</h4>
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
