import type { Ending, GoalResult } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { calendarDay, formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { Button, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { useDraft } from './use-draft';

type Choice = 'result' | 'to come' | 'withdrawn' | 'deferred';

/** How a goal ended: taken, with its result or not yet; withdrawn; or deferred, and then it goes on. */
export function EndGoalDialog({
  context: { goal, level, set, session, scheme, standing, student },
  today,
  onEnd,
  onDefer,
  onClose,
}: {
  readonly context: GoalContext;
  readonly today: CalendarDay;
  readonly onEnd: (ended: Ending, result: GoalResult | null) => void;
  readonly onDefer: (sessionId: string) => void;
  readonly onClose: () => void;
}) {
  const later = set.sessions
    .filter(({ day, id }) => day >= today && id !== session.id)
    .sort((a, b) => (a.day < b.day ? -1 : 1));
  const isPast = session.day <= today;
  const title = `${student.name}, ${level.name}: how did it end?`;
  const form = useDraft(`goal/${goal.id}/end`, title, null);
  const [choice, setChoice] = form.field<Choice>(
    'choice',
    isPast ? 'result' : later.length > 0 ? 'deferred' : 'withdrawn',
  );
  const [award, setAward] = form.field('award', scheme.awards[0]?.name ?? '');
  const [total, setTotal] = form.field('total', '');
  const [day, setDay] = form.field<string>('day', isPast ? session.day : today);
  const [sessionId, setSession] = form.field('session', later[0]?.id ?? '');
  const badTotal = total !== '' && !/^\d{1,5}(?:\.\d{1,2})?$/.test(total);
  const good =
    choice === 'result' ? isCalendarDay(day) && !badTotal : choice === 'deferred' ? sessionId !== '' : true;
  return (
    <Dialog {...form.dialog} title={title} onClose={onClose}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (!good) return;
          form.drop();
          if (choice === 'deferred') onDefer(sessionId);
          else if (choice === 'withdrawn') onEnd('withdrawn', null);
          else
            onEnd(
              'taken',
              choice === 'to come'
                ? null
                : {
                    on: calendarDay(day),
                    award: award === '' ? null : award,
                    total: total === '' ? null : Number(total),
                  },
            );
        }}
      >
        <p>
          {set.name} {level.name}, {session.name}, {formatDay(session.day, 'written')}
        </p>
        <SelectField
          required
          label="How it ended"
          value={choice}
          options={[
            { value: 'result', label: 'taken, and here is the result' },
            { value: 'to come', label: 'taken, result to come' },
            { value: 'withdrawn', label: 'withdrawn' },
            ...(later.length > 0 && goal.closedOn === null
              ? [{ value: 'deferred', label: 'deferred to another session' }]
              : []),
          ]}
          onChange={(value) => setChoice(value as Choice)}
        />
        {choice === 'result' && (
          <FieldRow>
            <SelectField
              label="Result"
              value={award}
              options={[
                ...scheme.awards.map(({ name }) => ({ value: name, label: name })),
                { value: '', label: scheme.awards.length > 0 ? 'no award' : 'taken' },
              ]}
              onChange={setAward}
            />
            <TextField
              label="Marks"
              value={total}
              onChange={setTotal}
              hint={`of ${standing.maxMark}; empty if not known`}
              error={badTotal ? 'A number.' : undefined}
            />
            <TextField label="Day of the result" type="date" value={day} onChange={setDay} />
          </FieldRow>
        )}
        {choice === 'deferred' && (
          <SelectField
            label="To"
            value={sessionId}
            options={later.map((each) => ({
              value: each.id,
              label: `${each.name}, ${formatDay(each.day, 'written')}`,
            }))}
            onChange={setSession}
          />
        )}
        <DialogActs>
          <Button type="submit" look="do" disabled={!good}>
            {choice === 'deferred' ? 'Defer it' : 'Close the goal'}
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
