import type { GoalContext } from '@/core/register';
import { readinessOf, type ComponentReadiness } from '@/core/readiness';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Glyph, LinkButton, Ruler, Section } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { GoalPicker } from '../shell/GoalPicker';
import { NextSteps, nextStepsTitle } from '../shell/NextSteps';
import { ASSESSOR_GLYPH, ASSESSOR_NAME, MarkLine } from '../shell/MarkLine';
import { NoGoal } from '../shell/NoGoal';
import { hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useGoal } from '../shell/use-goal';
import { totalModel } from '../mark/total-model';
import { gateName, weeksWords } from '../shell/words';
import css from './ReadinessView.module.css';

export const ReadinessView = () => <StudioPage>{(ready) => <ReadinessPage ready={ready} />}</StudioPage>;

const MISSING = { choice: 'not chosen', mark: 'not marked yet', gate: 'a gate is overdue' } as const;

function ReadinessPage({ ready }: { readonly ready: ReadyState }) {
  const choice = useGoal(ready);
  const { context } = choice;
  if (!context) return <NoGoal studio={ready.studio} choice={choice} what="No readiness to show yet" />;
  const today = ready.now.day;
  const readiness = readinessOf(
    context.level,
    context.scheme,
    context.standing,
    context.readSheets,
    context.plan,
    today,
  );
  const total = totalModel(context, '', today);
  return (
    <>
      <PageLine
        title={context.student.name}
        href={hrefOf('/student', { student: context.student.id })}
        sub={`${context.set.name} ${context.level.name}, ${context.session.name} · ${formatDay(context.session.day, 'long')}, ${weeksWords(today, context.session.day)}`}
        end={
          <>
            <GoalPicker choice={choice} />
            <LinkButton look="quiet" href="/results">
              Results
            </LinkButton>
          </>
        }
      />
      <Section title={`Total ${readiness.standing.total}`} end="marks heard so far; no forecast is made">
        <p data-testid="award">
          of {total.max}. {total.words}
        </p>
        <Ruler {...total.ruler} />
      </Section>
      <div className={css.grid}>
        <Section title="Components" end="barlines: an even share of each award">
          <ul>
            {readiness.components.map((row) => (
              <ComponentRow key={row.component.id} row={row} context={context} />
            ))}
          </ul>
        </Section>
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
                      ? hrefOf('/programme', { goal: context.goal.id })
                      : each.what === 'mark'
                        ? hrefOf('/mark', { goal: context.goal.id, component: each.componentId })
                        : hrefOf('/plan', { goal: context.goal.id })
                  }
                >
                  {each.what === 'choice' ? 'Choose' : each.what === 'mark' ? 'Mark' : 'Plan'}
                </LinkButton>
              </li>
            ))}
          </ul>
        </Section>
      </div>
      {readiness.next && (
        <Section title={nextStepsTitle(readiness.next, readiness.standing.missing.length)}>
          <NextSteps steps={readiness.next.steps} level={context.level} />
        </Section>
      )}
      <p className={css.soft}>
        The criteria and the awards are those typed in the library; the official syllabus takes precedence.
      </p>
    </>
  );
}

function ComponentRow({ row, context }: { readonly row: ComponentReadiness; readonly context: GoalContext }) {
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
        width={330}
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
      <LinkButton look="quiet" href={hrefOf('/mark', { goal: context.goal.id, component: row.component.id })}>
        Mark
      </LinkButton>
    </li>
  );
}
