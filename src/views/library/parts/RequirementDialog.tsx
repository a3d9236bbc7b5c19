import { useState } from 'react';
import type { Studio } from '@/core/register';
import { newId, saveSet } from '@/store';
import { Button, Combobox, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { blankComponent, blankDraft, setOfDraft, type Draft, type DraftComponent } from '../draft';
import { RuleEditor } from './RuleEditor';
import css from './RequirementDialog.module.css';

const KINDS = ['graded exam', 'festival', 'audition', 'ensemble contest', 'recital'].map((value) => ({
  value,
  label: value,
}));
const SOURCES = [
  { value: 'list', label: 'chosen from a list' },
  { value: 'own choice', label: 'own choice' },
  { value: 'excerpt', label: 'an excerpt' },
  { value: 'prepared', label: 'prepared work or tests' },
];
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** A small requirement of one's own: one level with its components, marks, rules and sessions. */
export function RequirementDialog({
  studio,
  today,
  onMade,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: string;
  readonly onMade: (setId: string) => void;
  readonly onClose: () => void;
}) {
  const [draft, setDraft] = useState<Draft>(() => blankDraft(today));
  const [tried, setTried] = useState(false);
  const read = setOfDraft(draft, newId);
  const problem = (field: string) => (tried && !read.ok ? read.problems[field] : undefined);
  const change = (part: Partial<Draft>) => setDraft({ ...draft, ...part });
  const replace = <T,>(list: readonly T[], at: number, part: Partial<T>) =>
    list.map((each, index) => (index === at ? { ...each, ...part } : each));
  const without = <T,>(list: readonly T[], at: number) => list.filter((_, index) => index !== at);
  return (
    <Dialog title="Type a requirement" onClose={onClose} wide>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setTried(true);
          if (!read.ok) return;
          void saveSet(read.set).then((kept) => kept && onMade(read.set.id));
        }}
      >
        <FieldRow>
          <TextField
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
            label="Instrument or voice"
            value={draft.instrument}
            onChange={(instrument) => change({ instrument })}
            error={problem('instrument')}
          />
        </FieldRow>
        <FieldRow>
          <TextField
            label="Edition"
            value={draft.edition}
            onChange={(edition) => change({ edition })}
            error={problem('edition')}
          />
          <TextField
            label="Valid from"
            type="date"
            value={draft.from}
            onChange={(from) => change({ from })}
            error={problem('from')}
          />
          <TextField
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
          <TextField
            label="Level"
            value={draft.levelName}
            onChange={(levelName) => change({ levelName })}
            error={problem('levelName')}
          />
          <TextField
            label="Its place, 1 lowest"
            value={draft.rank}
            onChange={(rank) => change({ rank })}
            error={problem('rank')}
          />
        </FieldRow>

        <h3 className={css.head}>Components and marks</h3>
        {draft.components.map((component, at) => (
          <ComponentFields
            key={at}
            component={component}
            studio={studio}
            problem={(field) => problem(`components.${at}.${field}`)}
            onChange={(part) => change({ components: replace(draft.components, at, part) })}
            onRemove={
              draft.components.length > 1
                ? () => change({ components: without(draft.components, at) })
                : undefined
            }
          />
        ))}
        <Button
          onClick={() =>
            change({
              components: [...draft.components, blankComponent(LETTERS[draft.components.length] ?? 'X')],
            })
          }
        >
          Add a component
        </Button>

        <h3 className={css.head}>Awards, lowest first</h3>
        {draft.awards.map((award, at) => (
          <div key={at} className={css.item}>
            <FieldRow>
              <TextField
                label="Award"
                value={award.name}
                onChange={(name) => change({ awards: replace(draft.awards, at, { name }) })}
                error={problem(`awards.${at}.name`)}
              />
              <TextField
                label="Total"
                value={award.total}
                onChange={(total) => change({ awards: replace(draft.awards, at, { total }) })}
                error={problem(`awards.${at}.total`)}
              />
              <TextField
                label="At least in each component"
                value={award.each}
                onChange={(each) => change({ awards: replace(draft.awards, at, { each }) })}
                error={problem(`awards.${at}.each`)}
                hint="empty: no floor"
              />
              {draft.awards.length > 1 && (
                <Button look="quiet" onClick={() => change({ awards: without(draft.awards, at) })}>
                  Remove the award
                </Button>
              )}
            </FieldRow>
          </div>
        ))}
        <Button onClick={() => change({ awards: [...draft.awards, { name: '', total: '', each: '' }] })}>
          Add an award
        </Button>

        <h3 className={css.head}>Rules</h3>
        {draft.rules.map((rule, at) => (
          <RuleEditor
            key={at}
            rule={rule}
            problem={problem(`rules.${at}`)}
            onChange={(next) => change({ rules: replace(draft.rules, at, next) })}
            onRemove={() => change({ rules: without(draft.rules, at) })}
          />
        ))}
        <Button
          onClick={() => change({ rules: [...draft.rules, { kind: 'one from each', a: '', b: '', c: '' }] })}
        >
          Add a rule
        </Button>

        <h3 className={css.head}>Sessions</h3>
        {draft.sessions.map((session, at) => (
          <div key={at} className={css.item}>
            <FieldRow>
              <TextField
                label="Session"
                value={session.name}
                onChange={(name) => change({ sessions: replace(draft.sessions, at, { name }) })}
                error={problem(`sessions.${at}.name`)}
                hint="as spring visit"
              />
              <TextField
                label="Day"
                type="date"
                value={session.day}
                onChange={(day) => change({ sessions: replace(draft.sessions, at, { day }) })}
                error={problem(`sessions.${at}.day`)}
              />
              <TextField
                label="Entry closes"
                type="date"
                value={session.closes}
                onChange={(closes) => change({ sessions: replace(draft.sessions, at, { closes }) })}
                error={problem(`sessions.${at}.closes`)}
              />
              <TextField
                label="Venue"
                value={session.venue}
                onChange={(venue) => change({ sessions: replace(draft.sessions, at, { venue }) })}
              />
            </FieldRow>
          </div>
        ))}
        <Button
          onClick={() =>
            change({ sessions: [...draft.sessions, { name: '', day: '', closes: '', venue: '' }] })
          }
        >
          Add a session
        </Button>

        {tried && !read.ok && (
          <p className={css.problem} role="alert">
            {Object.keys(read.problems).length}{' '}
            {Object.keys(read.problems).length === 1 ? 'field needs' : 'fields need'} mending; each says what.{' '}
            {Object.values(read.problems)[0]}
          </p>
        )}
        <DialogActs>
          <Button type="submit" look="do">
            Save the requirement
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}

function ComponentFields({
  component,
  studio,
  problem,
  onChange,
  onRemove,
}: {
  readonly component: DraftComponent;
  readonly studio: Studio;
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (part: Partial<DraftComponent>) => void;
  readonly onRemove: (() => void) | undefined;
}) {
  const chooses = component.source === 'list' || component.source === 'own choice';
  return (
    <div className={css.item}>
      <FieldRow>
        <TextField
          label="Letter"
          value={component.letter}
          onChange={(letter) => onChange({ letter })}
          error={problem('letter')}
        />
        <TextField
          label="Component"
          value={component.name}
          onChange={(name) => onChange({ name })}
          error={problem('name')}
        />
        <SelectField
          label="What"
          value={component.source}
          options={SOURCES}
          onChange={(source) => onChange({ source: source as DraftComponent['source'] })}
        />
        {chooses && (
          <TextField label="At least" value={component.min} onChange={(min) => onChange({ min })} />
        )}
        {chooses && (
          <TextField
            label="At most"
            value={component.max}
            onChange={(max) => onChange({ max })}
            error={problem('max')}
          />
        )}
        {component.source === 'excerpt' && (
          <>
            <Combobox
              label="Piece"
              value={component.pieceId}
              options={[...studio.pieces.values()].map((piece) => ({
                value: piece.id,
                label: `${piece.title}, ${piece.composer}`,
              }))}
              onChange={(pieceId) => onChange({ pieceId })}
            />
            <TextField
              label="Bars"
              value={component.bars}
              onChange={(bars) => onChange({ bars })}
              error={problem('bars') ?? problem('pieceId')}
            />
          </>
        )}
      </FieldRow>
      <FieldRow>
        <TextField
          label="Criteria, separated by commas"
          value={component.criteria}
          onChange={(criteria) => onChange({ criteria })}
          error={problem('criteria')}
        />
        <TextField
          label="Marks for each"
          value={component.maxMark}
          onChange={(maxMark) => onChange({ maxMark })}
          error={problem('maxMark')}
        />
        {onRemove && (
          <Button look="quiet" onClick={onRemove}>
            Remove the component
          </Button>
        )}
      </FieldRow>
    </div>
  );
}
