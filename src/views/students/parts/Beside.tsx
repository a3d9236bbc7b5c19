import { useMemo } from 'react';
import { formatBars } from '@/core/music';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { LinkButton, Glyph, Section } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { Faults } from '../../shell/Faults';
import { Practice } from './Practice';
import { studentBeside } from '../beside-model';
import { resultsOf, type StudentModel } from '../student-model';
import css from '../StudentView.module.css';

/** Bar notes, lessons and skills shown at once; the rest is where they are kept. */
const FIRST = 6;

/** Notes, lessons, skills, pieces and results. */
export function Beside({
  ready,
  student,
  model,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly model: StudentModel;
}) {
  const { studio } = ready;
  const beside = useMemo(() => studentBeside(studio, student, model.goals), [studio, student, model.goals]);
  const results = useMemo(() => resultsOf(studio, student), [studio, student]);
  return (
    <aside className={css.side} aria-label="Notes, practice, skills, pieces and results">
      <Section
        title={inTerms('Notes at bars')}
        end={beside.toMend > 0 ? `${beside.toMend} to mend` : undefined}
      >
        <Faults studentId={student.id} pieces={beside.pieces} faults={beside.faults} day={ready.now.day} />
        {beside.pieces.length + beside.notes.length === 0 && (
          <p className={css.soft}>{inTerms('No piece to note bars of.')}</p>
        )}
        <ul>
          {beside.notes.slice(0, FIRST).map((note, which) => (
            <li key={which} className={css.note}>
              <a href={hrefOf('/mark', { goal: note.goalId, component: note.componentId })}>
                {note.letter} {formatBars(note.bars)}
              </a>
              <span className={css.soft}>{formatDay(note.day, 'short')}</span>
              <p>{note.text}</p>
            </li>
          ))}
        </ul>
      </Section>
      <Practice key={student.id} ready={ready} student={student} />
      <Section title="Lessons" end={beside.lessons.length > 0 ? 'with notes, latest first' : undefined}>
        {beside.lessons.length === 0 && <p className={css.soft}>No lesson has a note yet.</p>}
        <ul>
          {beside.lessons.slice(0, FIRST).map((lesson) => (
            <li key={lesson.id} className={css.note}>
              <a href={hrefOf('/', { day: lesson.day })}>{formatDay(lesson.day, 'medium')}</a>
              <span className={css.soft}>{lesson.state === 'planned' ? '' : lesson.state}</span>
              <p>{lesson.note}</p>
            </li>
          ))}
        </ul>
      </Section>
      <Section
        title="Skills next"
        end={`${Math.min(FIRST, beside.skills.length)} of ${beside.skills.length}`}
      >
        <ul>
          {beside.skills.slice(0, FIRST).map(({ skill, state }) => (
            <li key={skill.id} className={css.skill}>
              <Glyph name={state === 'with teacher' ? 'half' : 'gate'} />
              <span>{skill.name}</span>
              <span className={css.soft}>{state === 'with teacher' ? 'begun with you' : ''}</span>
            </li>
          ))}
        </ul>
        <a className={css.more} href={hrefOf('/skills', { student: student.id })}>
          Map of skills
        </a>
      </Section>
      <Section title="Repertoire">
        {beside.repertoire.length === 0 && <p className={css.soft}>No piece begun yet.</p>}
        <dl className={css.pieces}>
          {beside.repertoire.map(({ state, titles }) => (
            <div key={state}>
              <dt>{state}</dt>
              <dd>
                {titles.slice(0, FIRST).join(', ')}
                {titles.length > FIRST ? ` and ${titles.length - FIRST} more` : ''}
              </dd>
            </div>
          ))}
        </dl>
        <a className={css.more} href={hrefOf('/repertoire', { student: student.id, own: '1' })}>
          Own repertoire
        </a>
      </Section>
      <Section
        title="Results"
        end={
          <LinkButton look="quiet" href={hrefOf('/results', { student: student.id })}>
            Marks and earlier ones
          </LinkButton>
        }
      >
        {results.length === 0 && <p className={css.soft}>No official result yet.</p>}
        <ul>
          {results.map(({ what, award, day }, which) => (
            <li key={which} className={css.note}>
              <b>{what}</b>
              <span className={css.soft}>{formatDay(day, 'written')}</span>
              <p>{award}</p>
            </li>
          ))}
        </ul>
      </Section>
      {student.notes !== undefined && student.notes !== '' && (
        <Section title="Notes">
          <p>{student.notes}</p>
        </Section>
      )}
    </aside>
  );
}
