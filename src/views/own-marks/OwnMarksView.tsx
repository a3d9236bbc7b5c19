import { useState } from 'react';
import {
  isSameAssessor,
  latestSheet,
  sheetMark,
  stepOf,
  type Criterion,
  type SchemeComponent,
} from '@/core/marks';
import { goalContext, type GoalContext } from '@/core/register';
import { valueAt } from '@/core/value-at';
import { giveMark, type ReadyState } from '@/store';
import { Button, Empty, LinkButton, classes } from '@/ui';
import { componentOfScheme, bandsOf } from '../mark/mark-model';
import { hrefOf, queryOf } from '../shell/addresses';
import { say } from '../shell/say';
import { StudioPage } from '../shell/StudioPage';
import css from './OwnMarksView.module.css';

const OWN = { assessor: 'student' } as const;

export const OwnMarksView = () => <StudioPage>{(ready) => <OwnMarks ready={ready} />}</StudioPage>;

/** The page a student is handed: the criteria in the teacher's words, and nobody else's marks. */
function OwnMarks({ ready }: { readonly ready: ReadyState }) {
  const goal = ready.studio.goals.get(queryOf('goal') ?? '');
  const context = goal && goalContext(ready.studio, goal, ready.now.day);
  const marked = context?.level.components.filter((each) => componentOfScheme(context, each.id)) ?? [];
  const [componentId, look] = useState(queryOf('component'));
  const component = marked.find(({ id }) => id === componentId) ?? marked[0];
  const scheme = context && component && componentOfScheme(context, component.id);
  if (!context || !scheme)
    return (
      <Empty title="Nothing to mark at this address">
        <LinkButton href="/mark">Mark</LinkButton>
      </Empty>
    );
  const item = context.plan?.items.find((each) => each.componentId === component.id);
  return (
    <>
      <header className={css.top}>
        <div>
          <h1>{item?.title ?? component.name}</h1>
          <p>{context.student.name}: how did it go today?</p>
        </div>
        <LinkButton look="do" href={hrefOf('/mark', { goal: context.goal.id, component: component.id })}>
          Give it back
        </LinkButton>
      </header>
      <div className={css.tabs} role="group" aria-label="Component">
        {marked.map((each) => (
          <Button key={each.id} pressed={each.id === component.id} onClick={() => look(each.id)}>
            {each.name}
          </Button>
        ))}
      </div>
      <Criteria key={component.id} ready={ready} context={context} scheme={scheme} />
    </>
  );
}

function Criteria({
  ready,
  context,
  scheme,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly scheme: SchemeComponent;
}) {
  const { day } = ready.now;
  const sheet = latestSheet(
    context.readSheets.flatMap((read) =>
      read.current &&
      isSameAssessor(read.sheet, OWN) &&
      read.sheet.componentId === scheme.componentId &&
      read.sheet.day === day
        ? [read.sheet]
        : [],
    ),
  );
  const [asking, ask] = useState<string | null>(null);
  const give = (criterion: Criterion, mark: number) => {
    ask(null);
    say(`${criterion.name}: ${mark} of ${criterion.maxMark}`);
    void giveMark(context.goal.id, scheme.componentId, OWN, criterion.id, mark, day);
  };
  const sum = sheet && sheetMark(scheme, sheet);
  const left = sum ? (sum.kind === 'part' ? sum.missing.length : 0) : scheme.criteria.length;
  return (
    <>
      {scheme.criteria.map((criterion) => {
        const mark = sheet && valueAt(sheet.marks, criterion.id);
        return (
          <section key={criterion.id} className={css.criterion} aria-label={criterion.name}>
            <h2>
              {criterion.name}
              {mark === undefined ? '' : `: ${mark}`}
            </h2>
            <div
              className={css.bands}
              role="group"
              aria-label={`${criterion.name}, out of ${criterion.maxMark}`}
            >
              {choicesOf(scheme, criterion).map(({ from, to, words }) => {
                const isOn = mark !== undefined && from <= mark && mark <= to;
                const key = `${criterion.id} ${from}`;
                return (
                  <div key={key} className={classes(css.band, words === '' && css.plain)}>
                    <button
                      type="button"
                      className={css.press}
                      aria-pressed={isOn}
                      onClick={() => (from === to ? give(criterion, from) : ask(asking === key ? null : key))}
                    >
                      <b>{from === to ? from : `${from} to ${to}`}</b>
                      {words !== '' && <span>{words}</span>}
                    </button>
                    {asking === key && (
                      <div className={css.which} role="group" aria-label="Which mark">
                        {stepsFrom(scheme, from, to).map((value) => (
                          <Button key={value} pressed={mark === value} onClick={() => give(criterion, value)}>
                            {value}
                          </Button>
                        ))}
                      </div>
                    )}
                  </div>
                );
              })}
            </div>
          </section>
        );
      })}
      <p className={css.left} role="status">
        {left === 0
          ? `All marked: ${sum?.mark ?? 0}. Give it back to your teacher.`
          : `${left} of ${scheme.criteria.length} still to mark.`}
      </p>
    </>
  );
}

interface ChoiceOfMark {
  readonly from: number;
  readonly to: number;
  readonly words: string;
}

const stepsFrom = (scheme: SchemeComponent, from: number, to: number): number[] =>
  Array.from({ length: (to - from) / stepOf(scheme) + 1 }, (_, at) => from + at * stepOf(scheme));

/** The bands, highest first, and what lies in none of them: each mark by itself where there are no words at all. */
function choicesOf(scheme: SchemeComponent, criterion: Criterion): ChoiceOfMark[] {
  const bands = bandsOf(criterion).map(({ from, to, descriptor }) => ({ from, to, words: descriptor }));
  const others = stepsFrom(scheme, 0, criterion.maxMark)
    .filter((mark) => !bands.some(({ from, to }) => from <= mark && mark <= to))
    .map((mark) => ({ from: mark, to: mark, words: '' }));
  return [...bands, ...others].sort((a, b) => b.from - a.from);
}
