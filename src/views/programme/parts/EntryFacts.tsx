import { useState } from 'react';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { chooseAim, chooseSession, closeGoal, setFact, setTakes, useStudio } from '@/store';
import { Button, CheckField, FieldRow, Section, SelectField, TextField } from '@/ui';

/** What the entry must say, the aim and the session. */
export function EntryFacts({ context }: { readonly context: GoalContext }) {
  const { goal, level, set, scheme } = context;
  const state = useStudio();
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
          onChange={(value) => void chooseSession(goal.id, value)}
        />
        <SelectField
          label="Aim"
          value={goal.aimAwardId}
          options={scheme.awards.map((award) => ({
            value: award.id,
            label: `${award.name}, ${award.total}`,
          }))}
          onChange={(value) => void chooseAim(goal.id, value)}
        />
      </FieldRow>
      {facts.map((fact) => (
        <Fact
          key={`${goal.id}${fact}`}
          fact={fact}
          value={goal.facts[fact] ?? ''}
          onTake={(value) => void setFact(goal.id, fact, value)}
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
            onChange={(value) =>
              void setTakes(
                goal.id,
                /^\d{1,2}$/.test(value)
                  ? { count: Number(value), continuous: goal.takes?.continuous ?? true }
                  : null,
              )
            }
          />
          {goal.takes && (
            <CheckField
              label="one continuous recording"
              checked={goal.takes.continuous}
              onChange={(continuous) => void setTakes(goal.id, { count: goal.takes?.count ?? 0, continuous })}
            />
          )}
        </FieldRow>
      )}
      <Button look="quiet" onClick={() => state.kind === 'ready' && void closeGoal(goal.id, state.now.day)}>
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
