import { useMemo, useState } from 'react';
import { REPORT_FACTS, type ReportFact } from '@/core/files';
import { addDays, formatDay, isCalendarDay } from '@/core/time';
import { changeSettings, noteNextSteps, type ReadyState } from '@/store';
import { Button, CheckField, Empty, LinkButton, Section, TextField } from '@/ui';
import { useForecasts } from '../readiness/use-forecasts';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { fileName, saveFile } from '../shell/save-file';
import { StudioPage } from '../shell/StudioPage';
import { FACT_NAME, reportOf, reportsFile, USUAL_FACTS, type Report } from './report-model';
import css from './ReportsView.module.css';

export const ReportsView = () => <StudioPage>{(ready) => <Reports ready={ready} />}</StudioPage>;

/** Days of a term; our choice, because most are about so long. */
const A_TERM = 84;

/** One page for each family: what it says, whose, in print or as a file. */
function Reports({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const facts = studio.settings.reportFacts ?? USUAL_FACTS;
  const [from, setFrom] = useState<string>(addDays(now.day, -A_TERM));
  const students = useMemo(
    () =>
      [...studio.students.values()]
        .filter(({ archivedOn }) => archivedOn === null)
        .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    [studio.students],
  );
  const [left, leave] = useState<ReadonlySet<string>>(new Set());
  const { byGoal } = useForecasts(ready, facts.includes('forecast') ? null : '');
  const isDay = isCalendarDay(from) && from <= now.day;
  const reports = useMemo(
    () =>
      isDay
        ? students.map((student) =>
            reportOf(studio, student, { from, to: now.day, facts, forecasts: byGoal }),
          )
        : [],
    [studio, students, isDay, from, now.day, facts, byGoal],
  );
  const chosen = reports.filter(({ studentId }) => !left.has(studentId));
  const choose = (fact: ReportFact, isIn: boolean) =>
    void changeSettings((settings) => ({
      ...settings,
      reportFacts: REPORT_FACTS.filter((each) => (each === fact ? isIn : facts.includes(each))),
    }));
  if (students.length === 0)
    return (
      <Empty title="No students yet">
        <LinkButton href="/students">Add a student</LinkButton>
      </Empty>
    );
  return (
    <>
      <PageLine
        title="Family reports"
        sub={`${chosen.length} of ${students.length} students${isDay ? `, since ${formatDay(from, 'written')}` : ''}`}
        end={
          <span className={css.acts}>
            <LinkButton
              look="quiet"
              href={hrefOf('/print', {
                sheet: 'reports',
                day: from,
                ...(left.size > 0 && { without: [...left].join(' ') }),
              })}
            >
              Print
            </LinkButton>
            <Button
              disabled={chosen.length === 0}
              onClick={() =>
                saveFile(
                  fileName(['Family reports', now.day], 'html'),
                  reportsFile(
                    chosen,
                    [studio.settings.teacher, studio.settings.place].filter(Boolean).join(' · '),
                  ),
                  'text/html;charset=utf-8',
                )
              }
            >
              Save as a file
            </Button>
          </span>
        }
      />
      <div className={css.grid}>
        <Section title="What a report says">
          <TextField
            label="From"
            type="date"
            max={now.day}
            value={from}
            error={isDay ? undefined : 'a day up to today'}
            onChange={setFrom}
          />
          {REPORT_FACTS.map((fact) => (
            <CheckField
              key={fact}
              label={FACT_NAME[fact]}
              checked={facts.includes(fact)}
              onChange={(isIn) => choose(fact, isIn)}
            />
          ))}
          <p className={css.soft}>
            A forecast is in a report only when it is ticked. No other student is named in a report.
          </p>
        </Section>
        <Section
          title="Students"
          end={
            <Button
              look="quiet"
              onClick={() => leave(left.size > 0 ? new Set() : new Set(students.map(({ id }) => id)))}
            >
              {left.size > 0 ? 'All' : 'None'}
            </Button>
          }
        >
          <ul className={css.list}>
            {students.map((student, at) => (
              <li key={student.id} className={css.row} data-testid={`report-${student.id}`}>
                <CheckField
                  label={student.name}
                  checked={!left.has(student.id)}
                  onChange={(isIn) => {
                    const others = new Set([...left].filter((id) => id !== student.id));
                    leave(isIn ? others : others.add(student.id));
                  }}
                />
                <span className={css.soft}>{summaryOf(reports[at])}</span>
                <NextSteps
                  key={student.nextSteps ?? ''}
                  name={student.name}
                  words={student.nextSteps ?? ''}
                  onKeep={(words) => void noteNextSteps(student.id, words)}
                />
              </li>
            ))}
          </ul>
        </Section>
      </div>
    </>
  );
}

/** "3 pieces, 2 skills"; what a report would say, counted. */
const summaryOf = (report: Report | undefined): string =>
  report === undefined || report.parts.length === 0
    ? 'nothing to report'
    : report.parts
        .map(
          ({ title, lines }) =>
            `${title.toLocaleLowerCase('en')}${lines.length > 1 ? ` ${lines.length}` : ''}`,
        )
        .join(', ');

/** The teacher's own words. */
function NextSteps({
  name,
  words,
  onKeep,
}: {
  readonly name: string;
  readonly words: string;
  readonly onKeep: (words: string) => void;
}) {
  const [typed, type] = useState(words);
  return (
    <form
      className={css.steps}
      onSubmit={(event) => {
        event.preventDefault();
        onKeep(typed.trim());
      }}
    >
      <TextField
        label={`Next steps of ${name}`}
        bare
        rows={2}
        value={typed}
        placeholder="next steps"
        onChange={type}
      />
      {typed.trim() !== words && (
        <Button type="submit" label={`Keep: next steps of ${name}`}>
          Keep
        </Button>
      )}
    </form>
  );
}
