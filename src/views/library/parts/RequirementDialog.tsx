import { useMemo, useState } from 'react';
import type { Studio } from '@/core/files';
import { setLabel, type RequirementSet } from '@/core/requirements';
import { newId, type FormOutcome } from '@/store';
import { Button, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { useSaving } from '../../shell/use-saving';
import { blankDraft, draftOf, type Draft } from '../draft';
import { setOfDraft } from '../draft-set';
import { LevelCheck } from './LevelCheck';
import { LevelFields } from './LevelFields';
import { LevelTabs } from './LevelTabs';
import { MarksFields } from './MarksFields';
import { SessionFields } from './SessionFields';
import css from './RequirementDialog.module.css';

const KINDS = ['graded exam', 'festival', 'audition', 'ensemble contest', 'recital'].map((value) => ({
  value,
  label: value,
}));

/** A requirement typed or changed: its levels with components and rules, its marks, its sessions. */
export function RequirementDialog({
  studio,
  today,
  before: given,
  copyOf,
  onSave,
  onKept,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: string;
  readonly before: RequirementSet | null;
  /** The label of the requirement that `before` is a copy of; null where it is kept already. */
  readonly copyOf: string | null;
  readonly onSave: (
    set: RequirementSet,
    opened: RequirementSet | null,
  ) => Promise<FormOutcome<RequirementSet>>;
  readonly onKept: (set: RequirementSet) => void;
  readonly onClose: () => void;
}) {
  const title =
    copyOf !== null ? `A copy of ${copyOf}` : given ? `Change ${setLabel(given)}` : 'New requirement';
  const form = useDraft(
    copyOf !== null ? `set/copy of ${copyOf}` : `set/${given?.id ?? 'new'}`,
    title,
    given,
  );
  const before = form.opened;
  const first = useMemo<Draft>(
    () => (before ? draftOf(before, copyOf !== null) : blankDraft(today)),
    [before, copyOf, today],
  );
  const [draft, setDraft] = form.field('draft', first);
  const saving = useSaving(onSave, (kept: RequirementSet) => {
    form.drop();
    onKept(kept);
  });
  const [levelId, setLevelId] = useState(draft.levels[0]?.id ?? '');
  const [tried, setTried] = useState(false);
  const [setId] = useState(newId);
  /** The set as the fields said it before anything was typed: what the fields cannot show is nobody's change. */
  const opened = () => {
    const untyped = setOfDraft(first, () => setId, new Set(studio.pieces.keys()));
    return before && (untyped.ok ? untyped.set : before);
  };
  const read = useMemo(
    () => setOfDraft(draft, () => setId, new Set(studio.pieces.keys())),
    [draft, setId, studio],
  );
  const problems = read.ok ? {} : read.problems;
  const problem = (field: string) => (tried ? problems[field] : undefined);
  const change = (part: Partial<Draft>) => setDraft({ ...draft, ...part });
  const at = Math.max(
    0,
    draft.levels.findIndex((level) => level.id === levelId),
  );
  const level = draft.levels[at];
  const wrongLevels = new Set(
    tried
      ? Object.keys(problems).flatMap(
          (field) => draft.levels[Number(/^levels\.(\d+)/.exec(field)?.[1] ?? -1)]?.id ?? [],
        )
      : [],
  );
  return (
    <>
      <Dialog {...form.dialog} title={title} onClose={onClose} wide>
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            setTried(true);
            if (read.ok) saving.save(read.set, copyOf === null ? opened() : null);
          }}
        >
          <FieldRow>
            <TextField
              required
              label="Name"
              value={draft.name}
              onChange={(name) => change({ name })}
              error={problem('name')}
              first
            />
            <SelectField
              label="Kind"
              value={draft.kind}
              options={KINDS}
              onChange={(kind) => change({ kind: kind as Draft['kind'] })}
            />
            <TextField
              required
              label="Instrument or voice"
              value={draft.instrument}
              onChange={(instrument) => change({ instrument })}
              error={problem('instrument')}
            />
          </FieldRow>
          <FieldRow>
            <TextField
              required
              label="Edition"
              value={draft.edition}
              onChange={(edition) => change({ edition })}
              error={problem('edition')}
            />
            <TextField
              required
              label="Valid from"
              type="date"
              value={draft.from}
              onChange={(from) => change({ from })}
              error={problem('from')}
            />
            <TextField
              required
              label="Valid to"
              type="date"
              value={draft.to}
              onChange={(to) => change({ to })}
              error={problem('to')}
            />
            <TextField
              label="Overlap to"
              type="date"
              value={draft.overlapTo}
              onChange={(overlapTo) => change({ overlapTo })}
              error={problem('overlapTo')}
              hint="last day beside the next edition"
            />
          </FieldRow>

          <h3 className={css.head}>Levels</h3>
          <LevelTabs
            levels={draft.levels}
            selected={level?.id ?? ''}
            wrong={wrongLevels}
            onSelect={setLevelId}
            onChange={(levels) => change({ levels })}
          />
          {level && (
            <LevelFields
              key={level.id}
              level={level}
              set={draft}
              studio={studio}
              problem={(field) => problem(`levels.${at}.${field}`)}
              onChange={(part) => change({ levels: draft.levels.with(at, { ...level, ...part }) })}
              onEveryLevel={(part) => change({ levels: draft.levels.map((each) => ({ ...each, ...part })) })}
            />
          )}

          {level && read.ok && <LevelCheck set={read.set} levelId={level.id} studio={studio} />}

          <h3 className={css.head}>Marks and awards, lowest first</h3>
          <MarksFields
            marks={draft.marks}
            problem={(field) => problem(field === '' ? 'marks' : `marks.${field}`)}
            onChange={(part) => change({ marks: { ...draft.marks, ...part } })}
          />

          <h3 className={css.head}>Sessions</h3>
          <SessionFields
            sessions={draft.sessions}
            problem={(field) => problem(`sessions.${field}`)}
            onChange={(sessions) => change({ sessions })}
          />

          {tried && !read.ok && (
            <p className={css.problem} role="alert">
              {Object.keys(problems).length}{' '}
              {Object.keys(problems).length === 1 ? 'field needs' : 'fields need'} fixing; each says what.{' '}
              {Object.values(problems)[0]}
            </p>
          )}
          <DialogActs>
            <Button type="submit" look="do">
              Save the requirement
            </Button>
          </DialogActs>
        </form>
      </Dialog>
      {saving.asking}
    </>
  );
}
