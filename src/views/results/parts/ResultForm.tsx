import { lazy, Suspense, useMemo, useState } from 'react';
import { componentMax, markProblem } from '@/core/marks';
import {
  CERTIFICATES,
  isSameResult,
  NEW_RESULT,
  resultProblems,
  resultQuestions,
  type Goal,
  type GoalResult,
  type WhyNewResult,
} from '@/core/programme';
import { BESIDE, resultBeside, type ResultBeside } from '@/core/register';
import { calendarDay, formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import { recordResult, type ReadyState } from '@/store';
import { Button, FieldRow, Glyph, LinkButton, Section, SelectField, Table, TextField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../../shell/MarkLine';
import { useDraft } from '../../shell/use-draft';
import { readTyped, typedOf, type TypedResult } from '../typed-result';
import css from './ResultForm.module.css';

const Afterwards = lazy(() => import('./Afterwards').then((part) => ({ default: part.Afterwards })));

/** One goal's official result beside the last own, teacher's and mock marks; entered, or put right. */
export function ResultForm({ ready, goal }: { readonly ready: ReadyState; readonly goal: Goal }) {
  const { studio, now } = ready;
  const beside = useMemo(() => resultBeside(studio, goal), [studio, goal]);
  if (!beside) return null;
  // A new result of the goal is a new form.
  return (
    <div>
      <Form key={JSON.stringify(goal.result ?? null)} beside={beside} today={now.day} />
      {goal.result && (
        <Suspense>
          <Afterwards ready={ready} goal={goal} beside={beside} />
        </Suspense>
      )}
    </div>
  );
}

function Form({ beside, today }: { readonly beside: ResultBeside; readonly today: CalendarDay }) {
  const { goal, set, level, session, student, scheme, components } = beside;
  const { result } = goal;
  const form = useDraft<null>(`result/${goal.id}`, `Result of ${student.name}, ${level.name}`, null);
  const [typed, type] = form.field<TypedResult>(
    'result',
    typedOf(result, session.day < today ? session.day : today),
  );
  const [why, setWhy] = form.field<WhyNewResult>('why', 'correction');
  const [byCriterion, showCriteria] = useState(result?.criteria !== undefined);
  const read = readTyped(typed, beside);
  const problems = read.ok ? resultProblems(scheme, read.value) : [];
  const questions = read.ok ? resultQuestions(scheme, read.value) : [];
  const isNew =
    read.ok &&
    result !== undefined &&
    isCalendarDay(typed.day) &&
    !isSameResult(result, { ...read.value, on: calendarDay(typed.day) });
  const good = read.ok && problems.length === 0 && isCalendarDay(typed.day) && typed.day <= today;
  const set1 = (part: Partial<TypedResult>) => type({ ...typed, ...part });
  const problemAt = (at: string) => (read.ok ? problems : read.why).find((each) => each.at === at)?.message;
  return (
    <Section
      title={student.name}
      end={
        <LinkButton look="quiet" href={hrefOf('/student', { student: student.id })}>
          Student
        </LinkButton>
      }
    >
      <form
        className={css.form}
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (!good) return;
          const value: GoalResult = {
            ...read.value,
            on: calendarDay(typed.day),
            schemeVersion: scheme.version,
          };
          form.drop();
          void recordResult(goal.id, value, why);
        }}
      >
        <p>
          {set.name} {level.name}, {session.name}, {formatDay(session.day, 'written')}
          {goal.closedOn === null ? '. The goal is open; its result closes it.' : ''}
        </p>
        <FieldRow>
          <SelectField
            label="Result"
            value={typed.award}
            options={[
              { value: '', label: scheme.awards.length > 0 ? 'no award' : 'taken' },
              ...scheme.awards.map(({ name }) => ({ value: name, label: name })),
            ]}
            onChange={(award) => set1({ award })}
          />
          <TextField
            label="Total"
            value={typed.total}
            error={problemAt('total')}
            onChange={(total) => set1({ total })}
          />
          <TextField
            label="Day of the result"
            type="date"
            max={today}
            value={typed.day}
            error={typed.day > today ? 'still to come' : undefined}
            onChange={(day) => set1({ day })}
          />
        </FieldRow>
        <Table
          label="Official marks beside those given before"
          head={[
            'Component',
            ...BESIDE.map((who) => (
              <span key={who} title={ASSESSOR_NAME[who]}>
                <Glyph name={ASSESSOR_GLYPH[who]} size={12} /> {who === 'student' ? 'own' : who}
              </span>
            )),
            <span key="official">
              <Glyph name="official" size={12} /> official
            </span>,
            'of',
          ]}
          tight
        >
          {components.flatMap(({ component, scheme: own, last }) => [
            <tr key={component.id}>
              <th scope="row">
                {component.letter} {component.name}
              </th>
              {BESIDE.map((who) => (
                <td
                  key={who}
                  className={css.figure}
                  title={last[who] && formatDay(last[who].sheet.day, 'written')}
                >
                  {last[who]?.mark.mark ?? '–'}
                </td>
              ))}
              <td>
                <input
                  className={css.mark}
                  aria-label={`Official mark of ${component.name}`}
                  aria-invalid={problemAt(component.id) !== undefined}
                  inputMode="decimal"
                  value={valueAt(typed.marks, component.id) ?? ''}
                  onChange={({ target }) => set1({ marks: { ...typed.marks, [component.id]: target.value } })}
                />
                {problemAt(component.id) !== undefined && (
                  <p className={css.bad}>{problemAt(component.id)}</p>
                )}
              </td>
              <td className={css.figure}>{componentMax(own)}</td>
            </tr>,
            ...(byCriterion
              ? own.criteria.map((criterion) => {
                  const key = `${component.id}/${criterion.id}`;
                  const text = valueAt(typed.criteria, key) ?? '';
                  const problem =
                    text === '' ? null : markProblem(own, criterion, Number(text.replace(',', '.')));
                  return (
                    <tr key={key} className={css.criterion}>
                      <th scope="row">{criterion.name}</th>
                      {BESIDE.map((who) => (
                        <td key={who} className={css.figure}>
                          {(last[who] && valueAt(last[who].sheet.marks, criterion.id)) ?? '–'}
                        </td>
                      ))}
                      <td>
                        <input
                          className={css.mark}
                          aria-label={`Official mark of ${component.name}, ${criterion.name}`}
                          aria-invalid={problem !== null}
                          inputMode="decimal"
                          value={text}
                          onChange={({ target }) =>
                            set1({ criteria: { ...typed.criteria, [key]: target.value } })
                          }
                        />
                      </td>
                      <td className={css.figure}>{criterion.maxMark}</td>
                    </tr>
                  );
                })
              : []),
          ])}
        </Table>
        <p>
          <Button look="quiet" pressed={byCriterion} onClick={() => showCriteria(!byCriterion)}>
            By criterion
          </Button>
        </p>
        <FieldRow>
          <TextField label="Fee paid" value={typed.fee} onChange={(fee) => set1({ fee })} />
          <SelectField
            label="Certificate"
            value={typed.certificate}
            options={[
              { value: '', label: 'not said' },
              ...CERTIFICATES.map((value) => ({ value, label: value })),
            ]}
            onChange={(certificate) => set1({ certificate })}
          />
        </FieldRow>
        <TextField label="Note" value={typed.note} rows={2} onChange={(note) => set1({ note })} />
        {questions.map((question) => (
          <p key={question} className={css.question} role="status">
            <Glyph name="decision" /> {question}
          </p>
        ))}
        {isNew && (
          <SelectField
            label="It takes the place of the result above because of"
            value={why}
            options={NEW_RESULT.map((value) => ({
              value,
              label: value === 'appeal' ? 'an appeal' : 'a correction',
            }))}
            onChange={(value) => setWhy(value as WhyNewResult)}
          />
        )}
        <p>
          <Button type="submit" look="do" disabled={!good}>
            {!result ? 'Record the result' : isNew ? 'Record the new result' : 'Save'}
          </Button>
        </p>
      </form>
      {result?.earlier && (
        <>
          <h3 className={css.head}>Before</h3>
          <ul>
            {result.earlier.map((each, at) => (
              <li key={at}>
                {formatDay(each.on, 'written')}: {each.award ?? 'no award'}
                {each.total === null ? '' : `, ${each.total}`}; replaced by{' '}
                {each.why === 'appeal' ? 'an appeal' : 'a correction'}
              </li>
            ))}
          </ul>
        </>
      )}
    </Section>
  );
}
