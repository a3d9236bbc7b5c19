import { lazy, Suspense, useMemo, useState } from 'react';
import { formatMinutes } from '@/core/music';
import type { Plan } from '@/core/plan';
import type { Goal } from '@/core/programme';
import { goalContext, openGoalsOf, preparationOf, type GoalContext } from '@/core/register';
import type { Student } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import type { Stage } from '@/core/effort';
import { setPracticeMinutes, type ReadyState } from '@/store';
import { Button, DecisionLine } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { GoalPicker } from '../shell/GoalPicker';
import { goTo, hrefOf } from '../shell/addresses';
import { NoGoal } from '../shell/NoGoal';
import { StudioPage } from '../shell/StudioPage';
import { useGoal } from '../shell/use-goal';
import { useKeys } from '../shell/use-keys';
import { useAsked, useLooked } from '../shell/view-state';
import type { Trial } from './parts/Mendings';
import { PreparationStave } from './parts/PreparationStave';
import { systemsOf } from './stave-model';
import css from './PlanView.module.css';

const ClosuresDialog = lazy(() =>
  import('./parts/ClosuresDialog').then((part) => ({ default: part.ClosuresDialog })),
);
const EffortDialog = lazy(() =>
  import('./parts/EffortDialog').then((part) => ({ default: part.EffortDialog })),
);
const GateDialog = lazy(() => import('./parts/GateDialog').then((part) => ({ default: part.GateDialog })));
const Mendings = lazy(() => import('./parts/Mendings').then((part) => ({ default: part.Mendings })));
const PlanTable = lazy(() => import('./parts/PlanTable').then((part) => ({ default: part.PlanTable })));
const PlanNotes = lazy(() => import('./parts/PlanNotes').then((part) => ({ default: part.PlanNotes })));
const WeekBelow = lazy(() => import('./parts/WeekBelow').then((part) => ({ default: part.WeekBelow })));
const Refusal = lazy(() => import('./parts/Refusal').then((part) => ({ default: part.Refusal })));
const RefusedFor = lazy(() => import('./parts/Refusal').then((part) => ({ default: part.RefusedFor })));
const MinutesDialog = lazy(() =>
  import('./parts/MinutesDialog').then((part) => ({ default: part.MinutesDialog })),
);

export const PlanView = () => <StudioPage>{(ready) => <PlanPage ready={ready} />}</StudioPage>;

const NO_PLAN = { whole: null };

/** Weeks to come of a stave that can be read on upright paper; a longer one is printed across. */
const UPRIGHT_WEEKS = 12;

/** The plan of a goal's student over all goals; that of a student who has none where the address names one. */
function PlanPage({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  // Asked for by a link alone: it is not what this tab looked at last.
  const { query } = useAsked();
  const [named] = useState(() => query('student'));
  const student = studio.students.get(named ?? '');
  const isFree = student !== undefined && openGoalsOf(studio, student.id).length === 0;
  const { whole } = isFree ? preparationOf(studio, student, now.day) : NO_PLAN;
  if (!isFree || !whole) return <GoalsPage ready={ready} />;
  return (
    <>
      <PageLine
        title={student.name}
        href={hrefOf('/student', { student: student.id })}
        sub={`${student.instrument} · own repertoire and skills, without a goal`}
      />
      <PlanBody key={student.id} ready={ready} student={student} goal={null} stands={whole} />
    </>
  );
}

function GoalsPage({ ready }: { readonly ready: ReadyState }) {
  const choice = useGoal(ready);
  const { context } = choice;
  if (!context) return <NoGoal studio={ready.studio} choice={choice} what="No preparation to plan yet" />;
  const { whole, student } = context;
  return (
    <div className={whole && whole.weeks.length > UPRIGHT_WEEKS ? css.across : undefined}>
      <PageLine
        title={student.name}
        href={hrefOf('/student', { student: student.id })}
        sub={subWords(context, whole)}
        end={<GoalPicker choice={choice} />}
      />
      {whole ? (
        <PlanBody key={student.id} ready={ready} student={student} goal={context.goal} stands={whole} />
      ) : (
        <Suspense>
          <Refusal context={context} />
        </Suspense>
      )}
    </div>
  );
}

/** "flute, Tarrin Board Level 5, spring visit · aim strong, 93 of 120"; of several goals their number. */
function subWords({ student, set, level, session, scheme, goal, standing }: GoalContext, whole: Plan | null) {
  const goals = new Set(whole?.items.flatMap(({ goalId }) => goalId ?? [])).size;
  const award = scheme.awards.find((each) => each.id === goal.aimAwardId);
  const aim = award
    ? ` · aim ${award.name}${award.total > 0 ? `, ${award.total} of ${standing.maxMark}` : ''}`
    : '';
  return goals > 1
    ? `${student.instrument} · ${goals} goals on one time line`
    : `${student.instrument}, ${set.name} ${level.name}, ${session.name}${aim}`;
}

interface BodyProps {
  readonly ready: ReadyState;
  readonly student: Student;
  /** The goal looked at; null where the student has none. */
  readonly goal: Goal | null;
  /** The plan of the student over all goals, as it stands. */
  readonly stands: Plan;
}

function PlanBody({ ready, student, goal: looked, stands }: BodyProps) {
  const { studio, now } = ready;
  const contexts = useMemo(
    () => openGoalsOf(studio, student.id).flatMap((goal) => goalContext(studio, goal, now.day) ?? []),
    [studio, student.id, now.day],
  );
  // A way that is tried is looked at as long as nothing else changes.
  const [tried, setTried] = useState<(Trial & { readonly on: Plan }) | null>(null);
  const trial = tried?.on === stands ? tried : null;
  const plan = trial?.preparation.whole ?? stands;
  const systems = useMemo(
    () =>
      systemsOf(plan, contexts, ({ goal, plan: own }) => {
        const answer = trial?.preparation.goals.get(goal.id);
        return trial ? (answer?.ok ? answer.plan : null) : own;
      }),
    [plan, contexts, trial],
  );
  // By its first day: weeks are counted from today.
  const [from, setFrom] = useLooked('week');
  const picked = Math.max(
    0,
    plan.weeks.findIndex((each) => each.from === from),
  );
  const setPicked = (to: number) => setFrom(to === 0 ? null : (plan.weeks[to]?.from ?? null));
  const [gate, setGate] = useState<{ readonly itemId: string; readonly stage: Stage } | null>(null);
  const [dialog, setDialog] = useState<'none' | 'effort' | 'closures'>('none');
  const [asked, setAsked] = useState<{ readonly day: CalendarDay; readonly minutes: number } | null>(null);
  const [turn, setTurn] = useState(0);
  const at = Math.min(picked, plan.weeks.length - 1);
  const week = plan.weeks[at];
  const closures = useMemo(() => [...studio.closures.values()], [studio.closures]);
  const nextGate = plan.items
    .flatMap((item) =>
      item.gates.filter((each) => each.passedOn === null).map((each) => ({ ...each, itemId: item.id })),
    )
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))[0];
  useKeys({
    '[': () => setPicked(Math.max(0, at - 1)),
    ']': () => setPicked(Math.min(plan.weeks.length - 1, at + 1)),
    g: () => nextGate && setGate(nextGate),
    m: () => looked && goTo('/mark', { goal: looked.id }),
    p: () =>
      goTo('/print', {
        sheet: 'card',
        ...(looked ? { goal: looked.id } : { student: student.id }),
        week: String(at),
      }),
  });
  if (!week) return null;
  const load = plan.weeks.reduce((sum, each) => sum + each.load, 0);
  const there = plan.weeks.reduce((sum, each) => sum + each.minutes, 0);
  return (
    <>
      {trial ? (
        <p className={css.trial} role="status">
          <b>Tried, not kept: {trial.title}.</b> <Fullest plan={plan} contexts={contexts} />{' '}
          <Button onClick={() => setTried(null)}>Back to the plan as it stands</Button>
        </p>
      ) : stands.feasible ? (
        <p className={css.fits}>
          <Fullest plan={stands} contexts={contexts} />
        </p>
      ) : (
        <DecisionLine>
          <Fullest plan={stands} contexts={contexts} />
        </DecisionLine>
      )}
      {contexts.flatMap((each) =>
        each.planRefusal ? (
          <p key={each.goal.id} className={css.fits}>
            {each.set.name} {each.level.name}:{' '}
            <Suspense fallback={null}>
              <RefusedFor context={each} />
            </Suspense>
          </p>
        ) : (
          []
        ),
      )}
      {!trial && (
        <Suspense fallback={null}>
          <PlanNotes ready={ready} student={student} contexts={contexts} plan={stands} />
        </Suspense>
      )}
      <PreparationStave
        student={student}
        plan={plan}
        systems={systems}
        closures={closures}
        today={now.day}
        week={at}
        onWeek={setPicked}
        onGate={(itemId, stage) => setGate({ itemId, stage })}
      />
      {!stands.feasible && (
        <Suspense fallback={null}>
          <Mendings
            ready={ready}
            studentId={student.id}
            contexts={contexts}
            peak={stands.peak}
            onTry={(next) => setTried(next && { ...next, on: stands })}
            onClosures={() => setDialog('closures')}
          />
        </Suspense>
      )}
      <Suspense fallback={null}>
        <WeekBelow
          key={turn}
          student={student}
          goal={looked}
          plan={plan}
          week={at}
          hasGate={nextGate !== undefined}
          onGate={() => nextGate && setGate(nextGate)}
          onMinutes={(day, minutes) => setAsked({ day, minutes })}
          onDialog={setDialog}
          onCalendar={() =>
            void import('./save-calendar').then(({ saveCalendar }) =>
              saveCalendar(student, contexts, plan, now.day, closures),
            )
          }
        />
      </Suspense>
      <p className={css.foot}>
        {plan.weeks.length} {plan.weeks.length === 1 ? 'week needs' : 'weeks need'} {formatMinutes(load)} of
        the {formatMinutes(there)} available. {unreportedWords(plan)} Marks at the right are the last ones
        heard; nothing here is a forecast.
      </p>
      <Suspense fallback={null}>
        <PlanTable systems={systems} plan={plan} closures={closures} student={student} />
        {gate && (
          <GateDialog
            key={gate.itemId + gate.stage}
            plan={plan}
            at={gate}
            today={now.day}
            onClose={() => setGate(null)}
          />
        )}
        {asked && (
          <MinutesDialog
            {...asked}
            onChosen={(howLong) => {
              void setPracticeMinutes(student.id, asked.day, asked.minutes, howLong);
              setAsked(null);
            }}
            onClose={() => {
              setAsked(null);
              // The field shows again what stands.
              setTurn(turn + 1);
            }}
          />
        )}
        {dialog === 'effort' && (
          <EffortDialog contexts={contexts} plan={plan} onClose={() => setDialog('none')} />
        )}
        {dialog === 'closures' && (
          <ClosuresDialog closures={closures} today={now.day} onClose={() => setDialog('none')} />
        )}
      </Suspense>
    </>
  );
}

/** The fullest stretch, what it asks and of which goals. */
function Fullest({ plan, contexts }: { readonly plan: Plan; readonly contexts: readonly GoalContext[] }) {
  const { critical } = plan;
  const [first, last] = critical ? [plan.weeks[critical.from], plan.weeks[critical.until]] : [];
  if (!critical || !first || !last) return null;
  const stretch = `${formatDay(first.from, 'short')} to ${formatDay(last.to, 'short')}`;
  const weeks = critical.until - critical.from + 1;
  const whose = contexts
    .filter(({ goal }) => critical.goals.includes(goal.id))
    .map(({ set, level }) => `${set.name} ${level.name}`);
  const sums = `${Math.round(critical.demand)} minutes of work in ${critical.minutes}`;
  return (
    <>
      {plan.feasible ? 'Tightest stretch: ' : ''}
      {stretch} holds {sums}
      {contexts.length > 1 ? `, for ${whose.join(' and ')}` : ''}
      {plan.feasible
        ? '.'
        : `: ${Math.max(1, Math.round((critical.demand - critical.minutes) / weeks))} minutes a week too many.`}
    </>
  );
}

/** What the plan does with past weeks that nobody has reported. */
function unreportedWords(plan: Plan): string {
  const weeks = Math.max(0, ...plan.items.map(({ done }) => done.unreported));
  if (weeks === 0) return '';
  return weeks === 1
    ? 'One past week is not reported, so none of it is counted; the dashed line is the load if its card was done.'
    : `${weeks} past weeks are not reported, so none of them is counted; the dashed line is the load if their cards were done.`;
}
