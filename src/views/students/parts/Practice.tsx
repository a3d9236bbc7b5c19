import { useMemo } from 'react';
import type { Student } from '@/core/students';
import { formatDay } from '@/core/time';
import { agreeToRate, removePractice, type ReadyState } from '@/store';
import { Button, LinkButton, Section } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { practiceModel } from '../practice-model';
import { PracticeForm } from './PracticeForm';
import { PracticeWeeks } from './PracticeWeeks';
import css from './Practice.module.css';

/** Entries shown at once. */
const FIRST = 5;

/** What was practised, week by week, as somebody has said; a week nobody spoke of says so. */
export function Practice({
  ready: { studio, now },
  student,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
}) {
  const model = useMemo(() => practiceModel(studio, student, now.day), [studio, student, now.day]);
  const reported = model.weeks.filter((week) => week.minutes !== null).length;
  return (
    <Section title="Practice" end={`${reported} of ${model.weeks.length} weeks reported`}>
      <PracticeWeeks weeks={model.weeks} />
      {model.facts !== '' && <p className={css.facts}>{model.facts}.</p>}
      <p className={css.facts}>
        <LinkButton look="quiet" href={hrefOf('/print', { sheet: 'talk', student: student.id })}>
          Talk sheet
        </LinkButton>{' '}
        <LinkButton look="quiet" href="/cards">
          Returned cards
        </LinkButton>
      </p>
      {model.rate !== null && (
        <p className={css.facts}>
          {model.rate}.{' '}
          <Button look="quiet" onClick={() => void agreeToRate(student.id, student.usesRate !== true)}>
            {student.usesRate === true ? 'Plan with the assumed minutes' : 'Plan with it'}
          </Button>
        </p>
      )}
      <PracticeForm student={student} items={model.items} today={now.day} />
      <ul>
        {model.entries.slice(0, FIRST).map(({ entry, what }) => (
          <li key={entry.id} className={css.entry}>
            <span>
              {formatDay(entry.day, 'short')},{' '}
              {entry.minutes === 0 ? 'no practice' : `${what}, ${entry.minutes} min`}
            </span>
            <Button
              look="quiet"
              label={`Remove the practice of ${formatDay(entry.day, 'written')}, ${what}`}
              onClick={() => void removePractice(entry.id)}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </Section>
  );
}
