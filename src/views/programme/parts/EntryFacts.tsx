import { useState } from 'react';
import type { GoalContext } from '@/core/register';
import { componentOf, withInner, type Takes } from '@/core/requirements';
import { calendarDay, formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { Button, CheckField, FieldRow, Section, SelectField, TextField } from '@/ui';
import { valueAt } from '@/core/value-at';

/** What the entry must say, the aim and the session. */
export function EntryFacts({
  context,
  onSession,
  onAim,
  onFact,
  onTakes,
  onCondition,
  onEdition,
  onRecording,
  onScale,
  onCloseGoal,
}: {
  readonly context: GoalContext;
  readonly onSession: (sessionId: string) => void;
  readonly onAim: (awardId: string) => void;
  readonly onFact: (fact: string, value: string) => void;
  readonly onTakes: (takes: Takes | null) => void;
  readonly onCondition: (topic: string, settled: string) => void;
  readonly onEdition: (componentId: string, edition: string) => void;
  readonly onRecording: (day: CalendarDay | null) => void;
  readonly onScale: (rowId: string, heard: boolean) => void;
  readonly onCloseGoal: () => void;
}) {
  const { goal, level, set, scheme } = context;
  const rules = level.rules.flatMap(withInner);
  const facts = [...new Set(rules.flatMap((rule) => (rule.kind === 'entry fact' ? [rule.fact] : [])))];
  const takes = rules.find((rule) => rule.kind === 'takes');
  const recorded = rules.some((rule) => rule.kind === 'recording due');
  return (
    <Section title="Entry" end={set.kind}>
      <FieldRow>
        <SelectField
          label="Session"
          value={goal.sessionId}
          options={set.sessions.map((each) => ({
            value: each.id,
            label: `${each.name}, ${formatDay(each.day, 'short')}`,
          }))}
          onChange={onSession}
        />
        <SelectField
          label="Aim"
          value={goal.aimAwardId}
          options={scheme.awards.map((award) => ({
            value: award.id,
            label: award.total > 0 ? `${award.name}, ${award.total}` : award.name,
          }))}
          onChange={onAim}
        />
      </FieldRow>
      {rules.map((rule) => {
        if (rule.kind === 'graded pieces' && rule.by === 'entry fact')
          return (
            <SelectField
              key={rule.id}
              label={rule.fact}
              value={valueAt(goal.facts, rule.fact) ?? ''}
              options={unsettled(rule.classes.map((each) => each.value))}
              onChange={(value) => onFact(rule.fact, value)}
            />
          );
        if (rule.kind === 'named edition')
          return (
            <Fact
              key={`${goal.id}${rule.id}`}
              fact={`Edition of ${componentOf(level, rule.componentId)?.name ?? rule.componentId}`}
              value={valueAt(goal.editions, rule.componentId) ?? ''}
              onTake={(value) => onEdition(rule.componentId, value)}
            />
          );
        if (rule.kind !== 'condition') return null;
        const label = rule.topic.charAt(0).toUpperCase() + rule.topic.slice(1);
        return rule.allows ? (
          <SelectField
            key={rule.id}
            label={label}
            value={valueAt(goal.conditions, rule.topic) ?? ''}
            options={unsettled([...rule.allows, 'otherwise'])}
            onChange={(value) => onCondition(rule.topic, value)}
          />
        ) : (
          <Fact
            key={`${goal.id}${rule.id}`}
            fact={`${label}, to be asked`}
            value={valueAt(goal.conditions, rule.topic) ?? ''}
            onTake={(value) => onCondition(rule.topic, value)}
          />
        );
      })}
      {facts.map((fact) => (
        <Fact
          key={`${goal.id}${fact}`}
          fact={fact}
          value={valueAt(goal.facts, fact) ?? ''}
          onTake={(value) => onFact(fact, value)}
        />
      ))}
      {takes && (
        <FieldRow>
          <TextField
            label="Takes recorded"
            type="number"
            min={0}
            max={99}
            value={goal.takes ? String(goal.takes.count) : ''}
            hint={goal.takes ? undefined : 'not known'}
            onChange={(value) => {
              if (value === '') onTakes(null);
              else if (/^\d{1,2}$/.test(value))
                onTakes({ count: Number(value), continuous: goal.takes?.continuous ?? true });
            }}
          />
          {goal.takes && (
            <CheckField
              label="one continuous recording"
              checked={goal.takes.continuous}
              onChange={(continuous) => onTakes({ count: goal.takes?.count ?? 0, continuous })}
            />
          )}
        </FieldRow>
      )}
      {recorded && (
        <TextField
          label="Recording sent on"
          type="date"
          value={goal.recordingSentOn ?? ''}
          onChange={(value) => onRecording(isCalendarDay(value) ? calendarDay(value) : null)}
        />
      )}
      {level.components.map(({ id, name, source }) =>
        source.kind === 'scales' ? (
          <details key={id}>
            <summary>
              {name}: {source.rows.filter((row) => goal.scalesHeard.includes(row.id)).length} of{' '}
              {source.rows.length} heard secure
            </summary>
            {source.rows.map((row) => (
              <CheckField
                key={row.id}
                label={`${row.key} ${row.form}${row.hands === '' ? '' : `, ${row.hands}`}`}
                checked={goal.scalesHeard.includes(row.id)}
                onChange={(heard) => onScale(row.id, heard)}
              />
            ))}
          </details>
        ) : null,
      )}
      <Button look="quiet" onClick={onCloseGoal}>
        Close this goal
      </Button>
    </Section>
  );
}

const unsettled = (values: readonly string[]) => [
  { value: '', label: 'not settled' },
  ...values.map((value) => ({ value, label: value })),
];

/** A named fact, kept when the field is left. */
function Fact({
  fact,
  value,
  onTake,
}: {
  readonly fact: string;
  readonly value: string;
  readonly onTake: (value: string) => void;
}) {
  const [text, setText] = useState(value);
  const take = () => text !== value && onTake(text);
  return (
    // Leaving the field takes what was typed, as Enter does.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <form
      onBlur={take}
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <TextField label={fact} value={text} onChange={setText} placeholder="not known" />
    </form>
  );
}
