import { inTerms } from '@/core/terms';
import { lazy, Suspense, useMemo, useState } from 'react';
import { formatMinutes } from '@/core/music';
import { practiceCard, type Plan } from '@/core/plan';
import { hearToday, type GoalContext } from '@/core/register';
import { formatDay, slotMinutes, slotOn, type CalendarDay } from '@/core/time';
import type { Stage } from '@/core/effort';
import { setPracticeMinutes, setGate as changeGate, shutWeek, type ReadyState } from '@/store';
import { Button, Empty, LinkButton, Section, TempoMark } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { formatBars } from '@/core/music';
import { GoalPicker } from '../shell/GoalPicker';
import { NoGoal } from '../shell/NoGoal';
import { goTo, hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useGoal } from '../shell/use-goal';
import { useKeys } from '../shell/use-keys';
import { useLooked } from '../shell/view-state';
import { Overload } from './parts/Overload';
import { PlanTable } from './parts/PlanTable';
import { PracticeCardTable } from './parts/PracticeCardTable';
import { PreparationStave } from './parts/PreparationStave';
import { refusalWords } from './plan-words';
import { saveCalendar } from './save-calendar';
import css from './PlanView.module.css';
import { gateName } from '../shell/words';

const ClosuresDialog = lazy(() =>
  import('./parts/ClosuresDialog').then((part) => ({ default: part.ClosuresDialog })),
);
const EffortDialog = lazy(() =>
  import('./parts/EffortDialog').then((part) => ({ default: part.EffortDialog })),
);
const GateDialog = lazy(() => import('./parts/GateDialog').then((part) => ({ default: part.GateDialog })));
const MinutesDialog = lazy(() =>
  import('./parts/MinutesDialog').then((part) => ({ default: part.MinutesDialog })),
);

export const PlanView = () => <StudioPage>{(ready) => <PlanPage ready={ready} />}</StudioPage>;

/** Weeks to come of a stave that can be read on upright paper; a longer one is printed across. */
const UPRIGHT_WEEKS = 12;

function PlanPage({ ready }: { readonly ready: ReadyState }) {
  const choice = useGoal(ready);
  const { context } = choice;
  if (!context) return <NoGoal studio={ready.studio} choice={choice} what="No preparation to plan yet" />;
  const award = context.scheme.awards.find((each) => each.id === context.goal.aimAwardId);
  return (
    <div className={context.plan && context.plan.weeks.length > UPRIGHT_WEEKS ? css.across : undefined}>
      <PageLine
        title={context.student.name}
        href={hrefOf('/student', { student: context.student.id })}
        sub={`${context.student.instrument}, ${context.set.name} ${context.level.name}, ${context.session.name}${award ? ` · aim ${award.name}${award.total > 0 ? `, ${award.total} of ${context.standing.maxMark}` : ''}` : ''}`}
        end={<GoalPicker choice={choice} />}
      />
      {context.plan ? (
        <PlanBody ready={ready} context={context} plan={context.plan} />
      ) : (
        <Refusal context={context} />
      )}
    </div>
  );
}

/** Why there is no plan, with what would mend it at hand. */
function Refusal({ context }: { readonly context: GoalContext }) {
  const { goal } = context;
  return (
    <Empty title="No plan as things stand">
      <p>{context.planRefusal ? refusalWords(context.planRefusal, context) : ''}</p>
      <div className={css.acts}>
        {goal.plan.shutWeeks.map((from) => (
          <Button key={from} onClick={() => void shutWeek(goal.id, from, false)}>
            Restore the week of {formatDay(from, 'short')}
          </Button>
        ))}
        {goal.plan.gates
          .filter((gate) => gate.movedTo !== null)
          .map((gate) => (
            <Button
              key={gate.componentId + gate.stage}
              onClick={() => void changeGate(goal.id, gate.componentId, gate.stage, { movedTo: null })}
            >
              Move the {gateName(gate.stage)} back
            </Button>
          ))}
        <LinkButton href={hrefOf('/programme', { goal: goal.id })}>{inTerms('Programme')}</LinkButton>
      </div>
    </Empty>
  );
}

interface BodyProps {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly plan: Plan;
}

function PlanBody({ ready, context, plan }: BodyProps) {
  // By its first day: weeks are counted from today.
  const [from, setFrom] = useLooked('week');
  const picked = Math.max(
    0,
    plan.weeks.findIndex((each) => each.from === from),
  );
  const setPicked = (to: number) => setFrom(to === 0 ? null : (plan.weeks[to]?.from ?? null));
  const [gate, setGate] = useState<{ readonly componentId: string; readonly stage: Stage } | null>(null);
  const [dialog, setDialog] = useState<'none' | 'effort' | 'closures'>('none');
  const [asked, setAsked] = useState<{ readonly day: CalendarDay; readonly minutes: number } | null>(null);
  const [turn, setTurn] = useState(0);
  const at = Math.min(picked, plan.weeks.length - 1);
  const week = plan.weeks[at];
  const card = useMemo(() => practiceCard(plan, at), [plan, at]);
  const closures = useMemo(() => [...ready.studio.closures.values()], [ready.studio.closures]);
  const nextGate = plan.items
    .flatMap((item) =>
      item.gates
        .filter((each) => each.passedOn === null)
        .map((each) => ({ ...each, componentId: item.componentId })),
    )
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))[0];
  useKeys({
    '[': () => setPicked(Math.max(0, at - 1)),
    ']': () => setPicked(Math.min(plan.weeks.length - 1, at + 1)),
    g: () => nextGate && setGate(nextGate),
    m: () => goTo('/mark', { goal: context.goal.id }),
    p: () => goTo('/print', { sheet: 'card', goal: context.goal.id, week: String(at) }),
  });
  if (!week) return null;
  const lessonMinutes = slotMinutes(slotOn(context.student, week.from));
  const shut = context.goal.plan.shutWeeks.includes(week.from);
  const load = plan.weeks.reduce((sum, each) => sum + each.load, 0);
  const there = plan.weeks.reduce((sum, each) => sum + each.minutes, 0);
  return (
    <>
      <Overload context={context} plan={plan} ready={ready} />
      <PreparationStave
        context={context}
        plan={plan}
        closures={closures}
        today={ready.now.day}
        week={at}
        onWeek={setPicked}
        onGate={(componentId, stage) => setGate({ componentId, stage })}
      />
      <div className={css.lower}>
        <Section title={at === 0 ? 'Lesson this week' : 'Lesson'} end={`hear, ${lessonMinutes} minutes`}>
          <ol className={css.hear}>
            {hearToday(plan, lessonMinutes, at).map((line) => (
              <li key={line.componentId}>
                <span className={css.letter}>{line.letter}</span>
                <span>
                  <b>
                    {line.title}
                    {line.bars ? inTerms`, bars ${formatBars(line.bars)}` : ''}
                  </b>
                  <br />
                  <span className={css.soft}>
                    {line.tempo ? (
                      <>
                        <TempoMark unit={line.tempo.unit} perMinute={line.tempo.perMinute} />,{' '}
                      </>
                    ) : null}
                    {line.task.how}; listen for {line.task.listenFor}
                  </span>
                </span>
                <span className={css.minutes}>{line.minutes} min</span>
              </li>
            ))}
          </ol>
        </Section>
        <Section
          title={`Practice card, ${formatDay(week.from, 'short')} to ${formatDay(week.to, 'short')}`}
          end={inTerms('minutes, bars, tempo')}
        >
          <PracticeCardTable
            card={card}
            key={turn}
            practice={context.student}
            onMinutes={(day, minutes) => setAsked({ day, minutes })}
          />
          <div className={css.acts}>
            <LinkButton
              keyName="P"
              href={hrefOf('/print', { sheet: 'card', goal: context.goal.id, week: String(at) })}
            >
              Print the card
            </LinkButton>
            <Button pressed={shut} onClick={() => void shutWeek(context.goal.id, week.from, !shut)}>
              {shut ? 'Restore this week' : 'No practice this week'}
            </Button>
            <Button keyName="G" disabled={!nextGate} onClick={() => nextGate && setGate(nextGate)}>
              Move a gate
            </Button>
            <Button onClick={() => setDialog('effort')}>Minutes and effort</Button>
            <Button onClick={() => setDialog('closures')}>Closures</Button>
            <Button onClick={() => void saveCalendar(context, plan, ready.now.day, closures)}>
              Save as calendar
            </Button>
          </div>
        </Section>
      </div>
      <p className={css.foot}>
        {plan.weeks.length} {plan.weeks.length === 1 ? 'week needs' : 'weeks need'} {formatMinutes(load)} of
        the {formatMinutes(there)} available. Past weeks are assumed practised. Marks at the right are the
        last ones heard; nothing here is a forecast.
      </p>
      <PlanTable context={context} plan={plan} closures={closures} />
      <Suspense fallback={null}>
        {gate && (
          <GateDialog
            key={gate.componentId + gate.stage}
            context={context}
            plan={plan}
            at={gate}
            today={ready.now.day}
            onClose={() => setGate(null)}
          />
        )}
        {asked && (
          <MinutesDialog
            {...asked}
            onChosen={(howLong) => {
              void setPracticeMinutes(context.student.id, asked.day, asked.minutes, howLong);
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
          <EffortDialog context={context} plan={plan} onClose={() => setDialog('none')} />
        )}
        {dialog === 'closures' && (
          <ClosuresDialog closures={closures} today={ready.now.day} onClose={() => setDialog('none')} />
        )}
      </Suspense>
    </>
  );
}
