import { useEffect, useRef, useState } from 'react';
import type { Assessor } from '@/core/marks';
import { differences, nextSteps } from '@/core/marks';
import { formatBars } from '@/core/music';
import type { GoalContext } from '@/core/register';
import { closeSheet, giveMark, type ReadyState } from '@/store';
import { Button, Glyph, KeyCap, LinkButton, PageLine, Ruler, TempoMark, classes } from '@/ui';
import { GoalPicker } from '../shell/GoalPicker';
import { NextSteps, nextStepsTitle } from '../shell/NextSteps';
import { NoGoal } from '../shell/NoGoal';
import { hrefOf, goTo, queryOf, StudioPage } from '../shell/StudioPage';
import { useGoal, type GoalChoice } from '../shell/use-goal';
import { useKeys } from '../shell/use-keys';
import { componentOfScheme, maxOf, sheetsOf, soFar, totalModel, typedMark } from './mark-model';
import { CriterionRow } from './parts/CriterionRow';
import { History } from './parts/History';
import { NotesByBar } from './parts/NotesByBar';
import css from './MarkView.module.css';
import { valueAt } from '@/core/value-at';

export const MarkView = () => (
  <StudioPage figuresTurnPages={false}>{(ready) => <MarkPage ready={ready} />}</StudioPage>
);

const CRITERION_KEYS = ['q', 'w', 'e', 'r', 't', 'y', 'u', 'i'];
/** How long a figure that could be the first of two waits for the second. */
const WAIT_MS = 900;

function MarkPage({ ready }: { readonly ready: ReadyState }) {
  const choice = useGoal(ready);
  const { context } = choice;
  if (!context) return <NoGoal studio={ready.studio} choice={choice} what="Nothing to mark yet" />;
  return <Sheet key={context.goal.id} ready={ready} context={context} choice={choice} />;
}

function Sheet({
  ready,
  context,
  choice,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly choice: GoalChoice;
}) {
  const { level, goal, session, set, student } = context;
  const today = ready.now.day;
  const marked = level.components.filter((component) => componentOfScheme(context, component.id));
  const [componentId, setComponent] = useState(queryOf('component') ?? marked[0]?.id ?? '');
  const component = marked.find((each) => each.id === componentId) ?? marked[0];
  const scheme = component && componentOfScheme(context, component.id);
  const [row, setRow] = useState(0);
  const [assessor, setAssessor] = useState<'teacher' | 'mock'>('teacher');
  const [letters, setLetters] = useState(localStorage.getItem('formal-stave.letters') !== 'off');
  const typed = useRef({ digits: '', timer: 0 });
  const [shown, setShown] = useState('');
  useEffect(() => () => clearTimeout(typed.current.timer), []);

  const give = (at: number, who: Assessor, mark: number | null) => {
    const criterion = scheme?.criteria[at];
    if (!criterion || !component) return;
    void giveMark(goal.id, component.id, who, criterion.id, mark);
    setRow(Math.min(scheme.criteria.length - 1, at + 1));
  };
  const type = (figure: string, who: Assessor) => {
    const criterion = scheme?.criteria[row];
    if (!criterion) return;
    clearTimeout(typed.current.timer);
    const digits = typed.current.digits + figure;
    const read = typedMark(digits, criterion.maxMark);
    const settle = (mark: number) => {
      typed.current.digits = '';
      setShown('');
      give(row, who, mark);
    };
    if (read.kind === 'mark') settle(read.mark);
    else if (read.kind === 'wait') {
      typed.current.digits = digits;
      setShown(digits);
      typed.current.timer = window.setTimeout(() => settle(Number(digits)), WAIT_MS);
    } else {
      typed.current.digits = '';
      setShown('');
    }
  };
  const turn = (by: number) => {
    const at = marked.findIndex((each) => each.id === component?.id);
    const next = marked[(at + by + marked.length) % marked.length];
    if (next) {
      setComponent(next.id);
      setRow(0);
    }
  };
  useKeys({
    ...Object.fromEntries(
      Array.from({ length: 10 }, (_, figure) => [
        [String(figure), () => type(String(figure), assessor)],
        [`Shift+${figure}`, () => type(String(figure), 'student')],
      ]).flat() as [string, () => void][],
    ),
    ...(letters
      ? Object.fromEntries(
          (scheme?.criteria ?? []).map((_, at) => [CRITERION_KEYS[at] ?? '', () => setRow(at)]),
        )
      : {}),
    ArrowDown: () => setRow(Math.min((scheme?.criteria.length ?? 1) - 1, row + 1)),
    ArrowUp: () => setRow(Math.max(0, row - 1)),
    Delete: () => give(row, assessor, null),
    j: () => turn(1),
    k: () => turn(-1),
    n: () => document.querySelector<HTMLInputElement>('[data-note-bars] input')?.focus(),
    p: () => component && goTo('/print', { sheet: 'marks', goal: goal.id, component: component.id }),
  });
  if (!component || !scheme)
    return <PageLine title="This level has no mark scheme" end={<GoalPicker choice={choice} />} />;
  const sheets = sheetsOf(context, component.id, today);
  const { student: own, teacher, mock } = sheets;
  const [ours, other] = assessor === 'teacher' ? [teacher, mock] : [mock, teacher];
  const piece = context.plan?.items.find((each) => each.componentId === component.id);
  const total = totalModel(context, component.id, today);
  const next = nextSteps(context.scheme, context.standing);
  const sum = soFar(scheme, ours);
  const ownSum = soFar(scheme, own);
  const otherSum = soFar(scheme, other);
  const [widest] = own && ours ? differences(scheme, own, ours) : [];
  return (
    <>
      <PageLine
        title={piece?.title ?? component.name}
        sub={
          <>
            {component.name}, {set.name} {level.name}, {session.name} · <b>{student.name}</b>,{' '}
            {student.instrument}
            {piece?.bars ? ` · bars ${formatBars(piece.bars)}` : ''}
            {piece?.tempo ? (
              <>
                {', '}
                <TempoMark {...piece.tempo} />
              </>
            ) : null}
          </>
        }
        end={
          <>
            <GoalPicker choice={choice} />
            <LinkButton
              look="quiet"
              keyName="P"
              href={hrefOf('/print', { sheet: 'marks', goal: goal.id, component: component.id })}
            >
              Print mark sheet
            </LinkButton>
          </>
        }
      />
      <div className={css.bar}>
        <div className={css.tabs} role="group" aria-label="Component">
          {marked.map((each) => (
            <button
              key={each.id}
              type="button"
              className={css.tab}
              aria-pressed={each.id === component.id}
              onClick={() => {
                setComponent(each.id);
                setRow(0);
              }}
            >
              {each.letter}
              <span>{each.name}</span>
            </button>
          ))}
        </div>
        <div className={css.tabs} role="group" aria-label="Marking as">
          <Button pressed={assessor === 'teacher'} onClick={() => setAssessor('teacher')}>
            <Glyph name="teacher" /> teacher
          </Button>
          <Button pressed={assessor === 'mock'} onClick={() => setAssessor('mock')}>
            <Glyph name="mock" /> mock examiner
          </Button>
        </div>
      </div>
      <div className={css.grid}>
        <div>
          <div className={css.head}>
            <b>Criteria</b>
            <span>
              <KeyCap name="0" /> to <KeyCap name="9" /> mark and go to the next; <KeyCap name="Shift" /> with
              a figure: student’s own
              {shown !== '' && <b className={css.typed}> {shown}…</b>}
            </span>
            <span className={css.columns}>
              <Glyph name="own" label="student’s own" />
              <Glyph
                name={assessor === 'teacher' ? 'mock' : 'teacher'}
                label={assessor === 'teacher' ? 'mock examiner' : 'teacher'}
              />
              <Glyph name={assessor} label={assessor === 'teacher' ? 'teacher' : 'mock examiner'} />
            </span>
          </div>
          {scheme.criteria.map((criterion, at) => (
            <CriterionRow
              key={criterion.id}
              criterion={criterion}
              keyName={letters ? (CRITERION_KEYS[at] ?? '').toUpperCase() : ''}
              current={at === row}
              glyph={assessor === 'teacher' ? 'teacher' : 'mock'}
              mark={ours && valueAt(ours.marks, criterion.id)}
              own={own && valueAt(own.marks, criterion.id)}
              other={other && valueAt(other.marks, criterion.id)}
              onPick={() => setRow(at)}
              onMark={(mark, who) => give(at, who === 'own' ? 'student' : assessor, mark)}
            />
          ))}
          <div className={css.sum}>
            <span>
              {component.name}, out of {maxOf(scheme)}.{' '}
              {ownSum &&
              sum &&
              ownSum.kind === 'complete' &&
              sum.kind === 'complete' &&
              ownSum.mark !== sum.mark &&
              widest ? (
                <span className={css.soft}>
                  The student’s own is {Math.abs(ownSum.mark - sum.mark)}{' '}
                  {ownSum.mark > sum.mark ? 'higher' : 'lower'}: most of it in{' '}
                  {scheme.criteria.find((each) => each.id === widest.criterionId)?.name.toLowerCase()},{' '}
                  {widest.own} against {widest.teacher}.
                </span>
              ) : sum?.kind === 'part' ? (
                <span className={css.soft}>{sum.missing.length} still to mark.</span>
              ) : null}
            </span>
            <span className={css.own} data-testid="own-total">
              {ownSum ? ownSum.mark : '–'}
            </span>
            <span className={css.other}>{otherSum ? otherSum.mark : '–'}</span>
            <span className={css.ours} data-testid="component-total">
              {sum ? sum.mark : '–'}
            </span>
          </div>
          <div className={css.acts}>
            {ours && !ours.closed && sum?.kind === 'complete' && (
              <Button onClick={() => void closeSheet(ours.id)}>Close the mark sheet</Button>
            )}
            {ours?.closed && (
              <p className={css.soft}>
                This sheet is closed; the next mark makes a correction that supersedes it.
              </p>
            )}
            <label className={css.soft}>
              <input
                type="checkbox"
                checked={letters}
                onChange={(event) => {
                  localStorage.setItem('formal-stave.letters', event.target.checked ? 'on' : 'off');
                  setLetters(event.target.checked);
                }}
              />{' '}
              letter keys pick the criterion
            </label>
          </div>
        </div>
        <div className={css.side}>
          <NotesByBar
            key={component.id}
            goalId={goal.id}
            componentId={component.id}
            notes={sheets.teacher?.notes ?? []}
            earlier={context.sheets.filter(
              (sheet) => sheet.componentId === component.id && sheet.day < today && sheet.notes.length > 0,
            )}
          />
          <History context={context} component={component} scheme={scheme} today={today} />
        </div>
      </div>
      <section className={classes(css.total)} aria-label="Total">
        <p>
          <span className={css.figure} data-testid="total">
            Total {context.standing.total}
          </span>{' '}
          <span className={css.soft}>
            of {total.max}. {total.words}
          </span>
        </p>
        <Ruler {...total.ruler} />
        {next && (
          <details className={css.next}>
            <summary>{nextStepsTitle(next, context.standing.missing.length)}</summary>
            <NextSteps steps={next.steps} level={level} />
          </details>
        )}
      </section>
    </>
  );
}
