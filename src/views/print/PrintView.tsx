import { lazy, Suspense, useEffect, useMemo } from 'react';
import { formatBars } from '@/core/music';
import { type Plan } from '@/core/plan';
import { goalContext, preparationOf, weekCard, type WeekCard } from '@/core/register';
import { initials, instrumentOn } from '@/core/students';
import { formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { handOut, saveSettings, takeBackCard, type ReadyState } from '@/store';
import { Button, Empty, PrintFrame, TempoMark } from '@/ui';
import { contextsOfDay, registerModel } from '../register/register-model';
import { weeksWords } from '../shell/words';
import { queryOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import css from './PrintView.module.css';

const CardSheet = lazy(() => import('./parts/CardSheet').then((part) => ({ default: part.CardSheet })));
const TalkSheet = lazy(() => import('./parts/TalkSheet').then((part) => ({ default: part.TalkSheet })));
const ShapingSheet = lazy(() =>
  import('./parts/ShapingSheet').then((part) => ({ default: part.ShapingSheet })),
);
const MarksSheet = lazy(() => import('./parts/MarksSheet').then((part) => ({ default: part.MarksSheet })));
const OwnMarkSheet = lazy(() =>
  import('./parts/OwnMarkSheet').then((part) => ({ default: part.OwnMarkSheet })),
);
const PanelSheets = lazy(() => import('./parts/PanelSheets').then((part) => ({ default: part.PanelSheets })));
const ResultsSheet = lazy(() =>
  import('./parts/ResultsSheet').then((part) => ({ default: part.ResultsSheet })),
);
const OutlookSheet = lazy(() =>
  import('./parts/OutlookSheet').then((part) => ({ default: part.OutlookSheet })),
);
const ReportSheets = lazy(() =>
  import('./parts/ReportSheets').then((part) => ({ default: part.ReportSheets })),
);
const DebriefSheet = lazy(() =>
  import('./parts/DebriefSheet').then((part) => ({ default: part.DebriefSheet })),
);
const StageSheet = lazy(() => import('./parts/StageSheet').then((part) => ({ default: part.StageSheet })));
const GateSheet = lazy(() => import('./parts/GateSheet').then((part) => ({ default: part.GateSheet })));
const StaveSheet = lazy(() => import('./parts/StaveSheet').then((part) => ({ default: part.StaveSheet })));
const PageQuestions = lazy(() =>
  import('./parts/PageQuestions').then((part) => ({ default: part.PageQuestions })),
);

const PANEL_SHEETS = ['running-order', 'listener', 'panel', 'adjudication'] as const;
const isPanelSheet = (sheet: string | null): sheet is (typeof PANEL_SHEETS)[number] =>
  PANEL_SHEETS.some((each) => each === sheet);

export const PrintView = () => <StudioPage>{(ready) => <PrintPage ready={ready} />}</StudioPage>;

/** One sheet by the address: the day, a practice card, a mark sheet. */
function PrintPage({ ready }: { readonly ready: ReadyState }) {
  const sheet = queryOf('sheet');
  const score = ready.studio.scores.get(queryOf('score') ?? '');
  const goal = ready.studio.goals.get(queryOf('goal') ?? '');
  const context = goal && goalContext(ready.studio, goal, ready.now.day);
  const { studio } = ready;
  const named = studio.students.get(queryOf('student') ?? '');
  const whole = context?.whole ?? (named && preparationOf(studio, named, ready.now.day).whole);
  const week = Math.min((whole?.weeks.length ?? 1) - 1, Math.max(0, Number(queryOf('week') ?? 0) || 0));
  const student = context?.student ?? named;
  const studentId = student?.id;
  const card = useMemo(
    () => (whole && studentId !== undefined ? cardFrom(studio, studentId, whole, week) : null),
    [studio, studentId, whole, week],
  );
  const asked = queryOf('day');
  const day = asked !== null && isCalendarDay(asked) ? asked : ready.now.day;
  const nameOf = (name: string) => (ready.studio.settings.initialsOnPaper ? initials(name) : name);
  const gate = studio.rhythmGates.get(queryOf('gate') ?? '');
  const occasion = studio.occasions.get(queryOf('occasion') ?? '');
  const size = sheet === 'card' ? 'A5' : sheet === 'stave' ? 'A4 landscape' : 'A4';
  useEffect(() => {
    const style = document.createElement('style');
    style.textContent = `@page { size: ${size}; margin: ${size === 'A5' ? '10mm' : '14mm'}; }`;
    document.head.append(style);
    return () => style.remove();
  }, [size]);
  return (
    <>
      <div className={css.bar}>
        <Button
          look="do"
          onClick={() => {
            if (card && sheet === 'card' && studentId !== undefined) void handedOut(ready, studentId, card);
            window.print();
          }}
        >
          Print
        </Button>
        <Button onClick={() => history.back()}>Back</Button>
        <span>{size}, as it will be on paper</span>
        {sheet === 'card' && card?.handed && (
          <>
            <span>As handed out on {formatDay(card.handed.handedOn, 'short')}; it stays so.</span>
            <Button look="quiet" onClick={() => card.handed && void takeBackCard(card.handed.id)}>
              Use the plan as it is now
            </Button>
          </>
        )}
      </div>
      <Suspense>
        {sheet === 'day' ? (
          <DaySheet ready={ready} day={day} nameOf={nameOf} />
        ) : sheet === 'card' && whole && student && card ? (
          <CardSheet ready={ready} student={student} plan={whole} card={card} nameOf={nameOf} />
        ) : sheet === 'marks' && context ? (
          <MarksSheet
            studio={studio}
            context={context}
            componentId={queryOf('component') ?? ''}
            nameOf={nameOf}
          />
        ) : sheet === 'own' && context ? (
          <OwnMarkSheet context={context} words={studio.settings.ownWords ?? []} nameOf={nameOf} />
        ) : isPanelSheet(sheet) && occasion ? (
          <PanelSheets sheet={sheet} ready={ready} occasion={occasion} nameOf={nameOf} />
        ) : sheet === 'results' ? (
          <ResultsSheet ready={ready} student={named} nameOf={nameOf} />
        ) : sheet === 'outlook' ? (
          <OutlookSheet ready={ready} session={queryOf('session')} nameOf={nameOf} />
        ) : sheet === 'stage' && context ? (
          <StageSheet ready={ready} context={context} nameOf={nameOf} />
        ) : sheet === 'reports' ? (
          <ReportSheets
            ready={ready}
            from={queryOf('day') ?? ''}
            without={queryOf('without') ?? ''}
            nameOf={nameOf}
          />
        ) : sheet === 'debrief' && context ? (
          <DebriefSheet ready={ready} context={context} nameOf={nameOf} />
        ) : sheet === 'talk' && named ? (
          <TalkSheet ready={ready} student={named} context={context} nameOf={nameOf} />
        ) : sheet === 'stave' && whole && student ? (
          <StaveSheet ready={ready} student={student} plan={whole} nameOf={nameOf} />
        ) : sheet === 'shaping' && named ? (
          <ShapingSheet
            ready={ready}
            student={named}
            pieceId={queryOf('piece') ?? ''}
            day={ready.now.day}
            nameOf={nameOf}
          />
        ) : sheet === 'rhythm' && gate ? (
          <GateSheet ready={ready} gate={gate} nameOf={nameOf} />
        ) : sheet === 'page-questions' && score ? (
          <PageQuestions score={score} />
        ) : (
          <Empty title="Nothing to print at this address" />
        )}
      </Suspense>
    </>
  );
}

/** The card of a week, or of the first after it in which there is something to practise: the last days of one may have nothing left. */
function cardFrom(
  studio: ReadyState['studio'],
  studentId: string,
  plan: Plan,
  week: number,
): WeekCard | null {
  for (let at = week; at < plan.weeks.length; at += 1) {
    const card = weekCard(studio, studentId, plan, at);
    if (card && card.lines.length > 0) return card;
  }
  return weekCard(studio, studentId, plan, week);
}

/** What is printed is what the student has: it is kept as it is on paper. */
async function handedOut({ studio, now }: ReadyState, studentId: string, card: WeekCard): Promise<void> {
  if (studio.settings.cardPrinted !== true) await saveSettings({ cardPrinted: true });
  if (card.handed) return;
  const { from, to, lines } = card;
  await handOut({ studentId, from, to, handedOn: now.day, lines });
}

type NameOf = (name: string) => string;

function DaySheet({
  ready,
  day,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly day: CalendarDay;
  readonly nameOf: NameOf;
}) {
  const model = registerModel(
    ready.studio,
    day,
    ready.now.day,
    '00:00',
    contextsOfDay(ready.studio, day, ready.now.day),
  );
  // What was moved away or cancelled is not taught on this day.
  const rows = model.rows.filter(({ lesson }) => lesson.state !== 'moved' && lesson.state !== 'cancelled');
  return (
    <PrintFrame
      size="A4"
      title={formatDay(day, 'long')}
      sub={[ready.studio.settings.teacher, ready.studio.settings.place, `${rows.length} lessons`]
        .filter(Boolean)
        .join(' · ')}
    >
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Lesson</th>
            <th scope="col">Student</th>
            <th scope="col">Hear</th>
            <th scope="col">Next event</th>
            <th scope="col">Notes</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ lesson, goals, hear }) => (
            <tr key={lesson.id}>
              <td>
                <b>{lesson.start}</b>
                <br />
                {lesson.minutes} min
              </td>
              <td>
                <b>{lesson.students.map((student) => nameOf(student.name)).join(', ')}</b>
                <br />
                {lesson.students.map((student) => instrumentOn(student, day)).join(', ')}
              </td>
              <td>
                {hear.slice(0, 5).map((line) => (
                  <p key={line.itemId}>
                    <b>{line.letter}</b> {line.title}
                    {line.bars ? `, ${formatBars(line.bars)}` : ''}
                    {line.tempo ? (
                      <>
                        , <TempoMark {...line.tempo} />
                      </>
                    ) : null}
                  </p>
                ))}
              </td>
              <td>
                {goals.map((goal) => (
                  <p key={goal.goal.id}>
                    {goal.level.name}, {goal.session.name}, {weeksWords(ready.now.day, goal.session.day)}
                  </p>
                ))}
              </td>
              <td className={css.write}>{lesson.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </PrintFrame>
  );
}
