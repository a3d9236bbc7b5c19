import { isCalendarDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Empty, PrintFrame } from '@/ui';
import { useForecasts } from '../../readiness/use-forecasts';
import { reportOf, USUAL_FACTS } from '../../reports/report-model';
import css from '../PrintView.module.css';

/** A page for each family, as chosen. */
export function ReportSheets({
  ready,
  from,
  without,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly from: string;
  /** Ids of students that are left out, joined by spaces. */
  readonly without: string;
  readonly nameOf: (name: string) => string;
}) {
  const { studio, now } = ready;
  const facts = studio.settings.reportFacts ?? USUAL_FACTS;
  const { byGoal } = useForecasts(ready, facts.includes('forecast') ? null : '');
  if (!isCalendarDay(from)) return <Empty title="Nothing to print at this address" />;
  const left = new Set(without.split(' '));
  const students = [...studio.students.values()]
    .filter(({ id, archivedOn }) => archivedOn === null && !left.has(id))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  return students.map((student) => {
    const report = reportOf(studio, student, { from, to: now.day, facts, forecasts: byGoal });
    return (
      <PrintFrame key={student.id} size="A4" title={nameOf(report.name)} sub={report.sub}>
        {report.parts.length === 0 && <p className={css.tasks}>Nothing to report of these weeks.</p>}
        {report.parts.map(({ title, lines }) => (
          <section key={title}>
            <h2 className={css.heading}>{title}</h2>
            {lines.map((line) => (
              <p key={line} className={css.tasks}>
                {line}
              </p>
            ))}
          </section>
        ))}
        <p className={css.tasks}>
          {[studio.settings.teacher, studio.settings.place].filter(Boolean).join(' · ')}
        </p>
      </PrintFrame>
    );
  });
}
