import { lazy, Suspense, useMemo, useState } from 'react';
import { readinessOf, type ComponentReadiness } from '@/core/readiness';
import {
  cautionsOf,
  OLD_MARK_WEEKS,
  performingOfGoal,
  type GoalContext,
  type GoalForecast,
  type Spread,
} from '@/core/register';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Button, Glyph, LinkButton, Loading, Ruler, Section } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { GoalPicker } from '../shell/GoalPicker';
import { NextSteps, nextStepsTitle } from '../shell/NextSteps';
import { ASSESSOR_GLYPH, ASSESSOR_NAME, MarkLine } from '../shell/MarkLine';
import { NoGoal } from '../shell/NoGoal';
import { hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useGoal } from '../shell/use-goal';
import { useKeys } from '../shell/use-keys';
import { totalModel } from '../mark/total-model';
import { gateName, weeksWords } from '../shell/words';
import { Chances } from './parts/Chances';
import { GoNoGo } from './parts/GoNoGo';
import { NextHour } from './parts/NextHour';
import { Performing } from './parts/Performing';
import { cautionWords, fanOf, percentWords, rangeWords, reasonsOf, TOTAL } from './readiness-model';
import { useForecasts } from './use-forecasts';
import css from './ReadinessView.module.css';

const Chart = lazy(() => import('@/ui/Chart').then((part) => ({ default: part.Chart })));

export const ReadinessView = () => <StudioPage>{(ready) => <ReadinessPage ready={ready} />}</StudioPage>;

const MISSING = { choice: 'not chosen', mark: 'not marked yet', gate: 'a gate is overdue' } as const;

function ReadinessPage({ ready }: { readonly ready: ReadyState }) {
  const choice = useGoal(ready);
  const { context } = choice;
  const { byGoal, stopped, isOld } = useForecasts(ready, context?.goal.id ?? '');
  const today = ready.now.day;
  const readiness = useMemo(
    () =>
      context &&
      readinessOf(context.level, context.scheme, context.standing, context.readSheets, context.plan, today),
    [context, today],
  );
  const performing = useMemo(
    () => (context ? performingOfGoal(ready.studio, context) : []),
    [ready.studio, context],
  );
  if (!context || !readiness)
    return <NoGoal studio={ready.studio} choice={choice} what="No readiness to show yet" />;
  const { student, set, level, session, scheme, goal } = context;
  const forecast = byGoal.get(goal.id);
  const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId);
  return (
    <>
      <PageLine
        title={student.name}
        href={hrefOf('/student', { student: student.id })}
        sub={`${set.name} ${level.name}, ${session.name} · ${formatDay(session.day, 'long')}, ${weeksWords(today, session.day)}${aim ? ` · aim ${aim.name}${aim.total > 0 ? `, ${aim.total}` : ''}` : ''}`}
        end={
          <>
            <GoalPicker choice={choice} />
            <LinkButton look="quiet" href={hrefOf('/rescue', { goal: goal.id })}>
              Rescue
            </LinkButton>
            <LinkButton look="quiet" href="/outlook">
              All goals
            </LinkButton>
            <LinkButton look="quiet" href="/results">
              Results
            </LinkButton>
          </>
        }
      />
      <div className={css.grid}>
        <div>
          <Fan
            key={goal.id}
            context={context}
            forecast={forecast}
            state={stopped ? 'stopped' : isOld ? 'asked' : 'told'}
            ready={ready}
          />
          <Section title="Components" end="barlines: an even share of each award">
            <ul>
              {readiness.components.map((row, at) => (
                <ComponentRow
                  key={row.component.id}
                  row={row}
                  context={context}
                  spread={forecast?.weeks.at(-1)?.components[at] ?? null}
                  floor={forecast?.components[at]?.floor ?? null}
                />
              ))}
            </ul>
          </Section>
        </div>
        <div className={css.side}>
          {forecast && (
            <>
              <Section title="Chance on the day">
                <Chances context={context} forecast={forecast} />
                {forecast.seats !== null && (
                  <p className={css.soft}>
                    {forecast.seats} {forecast.seats === 1 ? 'seat goes' : 'seats go'} by rank. What the
                    others will play is unknown, so the chance of one is not given.
                  </p>
                )}
                <Reasons context={context} forecast={forecast} ready={ready} />
              </Section>
              <Section title="The next hour" end={aim ? `${aim.name} would be` : ''}>
                <NextHour context={context} forecast={forecast} />
              </Section>
            </>
          )}
          <GoNoGo key={goal.id} context={context} today={today} />
          <Section title="What is missing" end={`${readiness.missing.length}`}>
            {readiness.missing.length === 0 && (
              <p className={css.soft}>Nothing: every component is chosen, marked and on time.</p>
            )}
            <ul>
              {readiness.missing.map((each) => (
                <li key={`${each.componentId}${each.what}`} className={css.missing}>
                  <Glyph name="gate" label="open" />
                  <span>
                    <b>{each.letter}</b> {MISSING[each.what]}
                  </span>
                  <LinkButton
                    look="quiet"
                    href={
                      each.what === 'choice'
                        ? hrefOf('/programme', { goal: goal.id })
                        : each.what === 'mark'
                          ? hrefOf('/mark', { goal: goal.id, component: each.componentId })
                          : hrefOf('/plan', { goal: goal.id })
                    }
                  >
                    {each.what === 'choice' ? 'Choose' : each.what === 'mark' ? 'Mark' : 'Plan'}
                  </LinkButton>
                </li>
              ))}
            </ul>
          </Section>
        </div>
      </div>
      <Performing
        items={performing}
        context={context}
        titleOf={(id) => ready.studio.pieces.get(id)?.title ?? ''}
        closures={[...ready.studio.closures.values()]}
        today={today}
      />
      {readiness.next && (
        <Section title={nextStepsTitle(readiness.next, readiness.standing.missing.length)}>
          <NextSteps steps={readiness.next.steps} level={level} />
        </Section>
      )}
      <p className={css.soft}>
        The criteria and the awards are those typed in the library; the official syllabus takes precedence.{' '}
        {student.name} may read this page too.
      </p>
    </>
  );
}

/** The marks given and the range towards the day, of the total or of one component. */
function Fan({
  context,
  forecast,
  state,
  ready,
}: {
  readonly context: GoalContext;
  readonly forecast: GoalForecast | undefined;
  readonly state: 'asked' | 'told' | 'stopped';
  readonly ready: ReadyState;
}) {
  const today = ready.now.day;
  const { scheme, level, session, goal } = context;
  const hasTotal = scheme.outcome.kind !== 'ratings';
  const [charted, chart] = useState(hasTotal ? TOTAL : (scheme.components[0]?.componentId ?? TOTAL));
  const total = useMemo(() => totalModel(context, '', today), [context, today]);
  const fan = useMemo(
    () => forecast && fanOf(context, forecast, charted, today),
    [context, forecast, charted, today],
  );
  const spread = forecast?.total ?? null;
  const charts = [
    ...(hasTotal ? [{ id: TOTAL, name: 'Total' }] : []),
    ...level.components
      .filter(({ id }) => scheme.components.some(({ componentId }) => componentId === id))
      .map(({ id, letter, name }) => ({ id, name: `${letter} ${name}` })),
  ];
  const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId);
  const chance = forecast?.awards.find(({ id }) => id === goal.aimAwardId)?.chance;
  return (
    <Section
      title={`Total ${context.standing.total}`}
      end={spread ? `on the day ${rangeWords(spread)}` : 'marks heard so far'}
    >
      <p data-testid="award">
        of {total.max}. {total.words}
        {aim && chance !== undefined && (
          <>
            {' '}
            On the day <b>{percentWords(chance)}</b> for {aim.name}.
          </>
        )}
      </p>
      {forecast === undefined ? (
        session.day <= today ? (
          <>
            <Ruler {...total.ruler} />
            <p className={css.soft}>The day is here: there is nothing left to forecast.</p>
          </>
        ) : state !== 'asked' ? (
          <>
            <Ruler {...total.ruler} />
            <p className={css.soft}>
              {state === 'stopped'
                ? 'The forecast failed. Reload the page to try again.'
                : 'No forecast can be made: the weights of this scheme are too fine, or all 0.'}
            </p>
          </>
        ) : (
          <div className={css.waiting}>
            <Loading what="Working out the forecast" />
          </div>
        )
      ) : (
        <>
          <div className={css.charts} role="group" aria-label="Chart of">
            {charts.map(({ id, name }) => (
              <Button key={id} look="quiet" pressed={charted === id} onClick={() => chart(id)}>
                {name}
              </Button>
            ))}
          </div>
          <div className={css.waiting}>
            <Suspense>
              {fan && (
                <Chart
                  label={`${charts.find(({ id }) => id === charted)?.name ?? 'Total'} to ${formatDay(session.day, 'written')}`}
                  data={fan}
                />
              )}
            </Suspense>
          </div>
        </>
      )}
    </Section>
  );
}

/** What makes the forecast unsure at once; what it rests on by a press. */
function Reasons({
  context,
  forecast,
  ready,
}: {
  readonly context: GoalContext;
  readonly forecast: GoalForecast;
  readonly ready: ReadyState;
}) {
  const [shown, show] = useState(false);
  useKeys({ r: () => show(!shown) });
  const today = ready.now.day;
  const cautions = cautionsOf(forecast, today, ready.studio.settings.oldMarkWeeks ?? OLD_MARK_WEEKS);
  return (
    <div data-testid="reasons">
      {cautions.map((caution) => (
        <p key={caution.kind} className={css.caution}>
          {cautionWords(caution)}
        </p>
      ))}
      <Button look="quiet" keyName="R" pressed={shown} onClick={() => show(!shown)}>
        Reasons
      </Button>
      {shown && (
        <ul className={css.reasons}>
          {reasonsOf(forecast, weeksWords(today, context.session.day)).map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

function ComponentRow({
  row,
  context,
  spread,
  floor,
}: {
  readonly row: ComponentReadiness;
  readonly context: GoalContext;
  /** Of the day; null while there is no forecast. */
  readonly spread: Spread | null;
  readonly floor: { readonly mark: number; readonly chance: number } | null;
}) {
  const next = row.gates.find((gate) => gate.state !== 'passed');
  const reached = [...row.lines].reverse().find((line) => line.reached);
  return (
    <li className={css.row} data-testid={`readiness-${row.component.letter}`}>
      <span className={css.letter}>{row.component.letter}</span>
      <div>
        <p className={css.title}>{row.title ?? row.component.name}</p>
        <p className={css.soft}>
          {row.mark === null ? (
            <b>{MISSING.mark}</b>
          ) : (
            <>
              {row.mark} of {row.maxMark},{' '}
              {row.age === 0 ? 'today' : row.age === 1 ? '1 day ago' : `${row.age ?? 0} days ago`};{' '}
              {reached
                ? `on track for ${reached.award.name}`
                : `${(row.lines[0]?.mark ?? 0) - row.mark} short of its share of ${row.lines[0]?.award.name ?? ''}`}
            </>
          )}
          {row.earlier && (
            <>
              {' '}
              {row.earlier.mark}
              {row.earlier.maxMark === null ? '' : ` of ${row.earlier.maxMark}`} on{' '}
              {formatDay(row.earlier.day, 'short')}, marked under the earlier scheme.
            </>
          )}
        </p>
      </div>
      <MarkLine
        marks={row.marks.map((mark) => ({
          mark: mark.mark,
          glyph: ASSESSOR_GLYPH[mark.assessor],
          latest: mark.stands,
        }))}
        lines={row.lines.map((line) => ({ mark: line.mark, label: line.award.name }))}
        max={row.maxMark}
        width={230}
        {...(spread && { range: { from: spread[0], to: spread[4] } })}
        say={
          row.marks.length === 0
            ? 'no marks'
            : row.marks
                .map(
                  (mark) => `${ASSESSOR_NAME[mark.assessor]} ${mark.mark}, ${formatDay(mark.day, 'short')}`,
                )
                .join('; ')
        }
      />
      <div>
        {spread && (
          <p>
            <b className={css.range}>{rangeWords(spread)}</b>
            {floor && (
              <span className={css.soft}>
                {' '}
                {percentWords(floor.chance)} reach {floor.mark}
              </span>
            )}
          </p>
        )}
        <div className={css.gate}>
          {next ? (
            <>
              <Glyph name={next.state === 'overdue' ? 'gate waiting' : 'gate'} label={next.state} />
              <span data-state={next.state}>
                {gateName(next.stage)} {formatDay(next.day, 'short')}
                {next.state === 'overdue' ? ', overdue' : ''}
              </span>
            </>
          ) : (
            <span>{row.gates.length === 0 ? '' : 'all gates passed'}</span>
          )}
        </div>
      </div>
      <LinkButton look="quiet" href={hrefOf('/mark', { goal: context.goal.id, component: row.component.id })}>
        Mark
      </LinkButton>
    </li>
  );
}
