import { useState } from 'react';
import type { GoalContext } from '@/core/register';
import type { Takes } from '@/core/requirements';
import { formatDay } from '@/core/time';
import { Button, CheckField, FieldRow, Section, SelectField, TextField } from '@/ui';

/** What the entry must say, the aim and the session. */
export function EntryFacts({
  context,
  onSession,
  onAim,
  onFact,
  onTakes,
  onCloseGoal,
}: {
  readonly context: GoalContext;
  readonly onSession: (sessionId: string) => void;
  readonly onAim: (awardId: string) => void;
  readonly onFact: (fact: string, value: string) => void;
  readonly onTakes: (takes: Takes | null) => void;
  readonly onCloseGoal: () => void;
}) {
  const { goal, level, set, scheme } = context;
  const facts = level.rules.flatMap((rule) => (rule.kind === 'entry fact' ? [rule.fact] : []));
  const takes = level.rules.find((rule) => rule.kind === 'takes');
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
            label: `${award.name}, ${award.total}`,
          }))}
          onChange={onAim}
        />
      </FieldRow>
      {facts.map((fact) => (
        <Fact
          key={`${goal.id}${fact}`}
          fact={fact}
          value={goal.facts[fact] ?? ''}
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
      <Button look="quiet" onClick={onCloseGoal}>
        Close this goal
      </Button>
    </Section>
  );
}

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
