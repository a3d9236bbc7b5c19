import { inTerms } from '@/core/terms';
import { lazy, Suspense, useRef, useState, type CSSProperties } from 'react';
import { differences, nextSteps } from '@/core/marks';
import { formatBars } from '@/core/music';
import type { GoalContext } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { giveMark, type ReadyState } from '@/store';
import { Glyph, KeyCap, KeyHint, LinkButton, Loading, Ruler, TempoMark, classes } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { GoalPicker } from '../shell/GoalPicker';
import { NextSteps, nextStepsTitle } from '../shell/NextSteps';
import { NoGoal } from '../shell/NoGoal';
import { hrefOf, goTo } from '../shell/addresses';
import { useLooked } from '../shell/view-state';
import { StudioPage } from '../shell/StudioPage';
import { useGoal, type GoalChoice } from '../shell/use-goal';
import { say } from '../shell/say';
import { Tell } from '../shell/Tell';
import { useKeys } from '../shell/use-keys';
import { ASSESSOR_GLYPH } from '../shell/MarkLine';
import { columnsOf, componentOfScheme, maxOf, soFar, whoName, type MarkingAs } from './mark-model';
import { totalModel } from './total-model';
import { useTypedFigures } from './use-typed-figures';
import { CriterionRow } from './parts/CriterionRow';
import { History } from './parts/History';
import { MarkedBy } from './parts/MarkedBy';
import { SheetActs } from './parts/SheetActs';
import { faultsOfStudent } from '@/core/files';
import { piecesOf } from '../shell/pieces-of';
import { NotesByBar } from './parts/NotesByBar';
import css from './MarkView.module.css';
import { valueAt } from '@/core/value-at';

const Listening = lazy(() => import('./parts/Listening').then((part) => ({ default: part.Listening })));
const Gap = lazy(() => import('./parts/Gap').then((part) => ({ default: part.Gap })));
const ScaleRows = lazy(() => import('../shell/ScaleRows').then((part) => ({ default: part.ScaleRows })));

export const MarkView = () => <StudioPage>{(ready) => <MarkPage ready={ready} />}</StudioPage>;

const CRITERION_KEYS = ['q', 'w', 'e', 'r', 't', 'y', 'u', 'i'];

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
  const [componentId, setComponent] = useLooked('component');
  const component = marked.find((each) => each.id === componentId) ?? marked[0];
  const scheme = component && componentOfScheme(context, component.id);
  const [row, drawRow] = useState(0);
  /** The row that the next figure is for. What is drawn follows: at once, or with the mark it was left by. */
  const rowNow = useRef(0);
  const { shown, ...typed } = useTypedFigures();
  const setRow = (at: number) => {
    typed.finish();
    rowNow.current = at;
    drawRow(at);
  };
  const [now, setNow] = useState<MarkingAs>({ assessor: 'teacher' });
  /** The lesson whose marks are seen: today's, or an earlier one's to be finished or corrected. */
  const [day, setDay] = useState(today);
  const [letters, setLetters] = useState(localStorage.getItem('formal-stave.letters') !== 'off');
  /** The piece that is listened to, whichever component is looked at. */
  const [listensTo, listenTo] = useState<string | null>(null);
  const [isPlaying, tellPlaying] = useState(false);
  const listenButton = useRef<HTMLButtonElement>(null);
  const look = (at: CalendarDay, who: MarkingAs) => {
    setDay(at);
    setNow(who);
    // The row last picked was the other's; begin with what is not marked yet.
    const sheet = component && columnsOf(context, component.id, at, who).at(-1)?.sheet;
    setRow(
      Math.max(
        0,
        scheme?.criteria.findIndex(({ id }) => !sheet || valueAt(sheet.marks, id) === undefined) ?? 0,
      ),
    );
  };

  /** The mark given last, to which a half can be added. */
  const last = useRef<{ readonly at: number; readonly who: MarkingAs; readonly mark: number } | null>(null);
  const give = (at: number, who: MarkingAs, mark: number | null) => {
    const criterion = scheme?.criteria[at];
    if (!criterion || !component) return;
    last.current = mark === null ? null : { at, who, mark };
    rowNow.current = Math.min(scheme.criteria.length - 1, at + 1);
    // Drawn before, the page would be drawn twice, and the mark be kept after the first time.
    void giveMark(goal.id, component.id, who, criterion.id, mark, day)
      .then((isKept) => {
        if (isKept) say(`${criterion.name} ${mark === null ? 'cleared' : `${mark} of ${criterion.maxMark}`}`);
      })
      .finally(() => drawRow(rowNow.current));
  };
  const clear = () => {
    typed.drop();
    give(rowNow.current, now, null);
  };
  const half = () => {
    typed.finish();
    const before = last.current;
    const most = scheme?.criteria[before?.at ?? 0]?.maxMark ?? 0;
    if (before && scheme?.halves && before.mark + 0.5 <= most)
      give(before.at, before.who, Math.floor(before.mark) + 0.5);
  };
  const type = (figure: string, who: MarkingAs) => {
    const at = rowNow.current;
    const criterion = scheme?.criteria[at];
    if (!criterion) return;
    typed.type(figure, {
      place: `${componentId} ${criterion.id} ${whoName(who)}`,
      max: criterion.maxMark,
      settle: (mark) => give(at, who, mark),
    });
  };
  const open = (id: string) => {
    setComponent(id);
    setRow(0);
    setDay(today);
  };
  const turn = (by: number) => {
    const at = marked.findIndex((each) => each.id === component?.id);
    const next = marked[(at + by + marked.length) % marked.length];
    if (next) open(next.id);
  };
  useKeys({
    ...Object.fromEntries(
      Array.from({ length: 10 }, (_, figure) => [
        [String(figure), () => type(String(figure), now)],
        [`Shift+${figure}`, () => type(String(figure), { assessor: 'student' })],
      ]).flat() as [string, () => void][],
    ),
    ...(letters
      ? Object.fromEntries(
          (scheme?.criteria ?? []).map((_, at) => [CRITERION_KEYS[at] ?? '', () => setRow(at)]),
        )
      : {}),
    ArrowDown: () => setRow(Math.min((scheme?.criteria.length ?? 1) - 1, rowNow.current + 1)),
    ArrowUp: () => setRow(Math.max(0, rowNow.current - 1)),
    '.': half,
    ',': half,
    Delete: clear,
    j: () => turn(1),
    k: () => turn(-1),
    n: () => document.querySelector<HTMLInputElement>('[data-note-bars] input')?.focus(),
    h: () => component && goTo('/own-marks', { goal: goal.id, component: component.id }),
    p: () => component && goTo('/print', { sheet: 'marks', goal: goal.id, component: component.id }),
  });
  if (!component || !scheme)
    return <PageLine title="This level has no mark scheme" end={<GoalPicker choice={choice} />} />;
  const columns = columnsOf(context, component.id, day, now);
  const beside = columns.slice(0, -1);
  const ours = columns.at(-1)?.sheet;
  const sheetOf = (who: MarkingAs['assessor']) => columns.find(({ assessor }) => assessor === who)?.sheet;
  const own = sheetOf(now.assessor === 'student' ? 'teacher' : 'student');
  const piece = context.plan?.items.find((each) => each.componentId === component.id);
  const pieces = piecesOf(ready.studio, context, component.id);
  const pieceId = ours?.pieceId ?? pieces[0]?.id ?? null;
  const heard = ready.studio.pieces.get(listensTo ?? '');
  const total = totalModel(context, component.id, day);
  const next = nextSteps(context.scheme, context.standing);
  const sum = soFar(scheme, ours);
  const ownSum = soFar(scheme, own);
  const [widest] = own && ours ? differences(scheme, own, ours) : [];
  return (
    <>
      <PageLine
        title={piece?.title ?? component.name}
        sub={
          <>
            {component.name}, {set.name} {level.name}, {session.name} ·{' '}
            <a className={css.name} href={hrefOf('/student', { student: student.id })}>
              {student.name}
            </a>
            , {student.instrument}
            {piece?.bars ? inTerms` · bars ${formatBars(piece.bars)}` : ''}
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
            {isPlaying ? (
              <span className={css.soft}>Stop the take to see another goal</span>
            ) : (
              <GoalPicker choice={choice} />
            )}
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
              onClick={() => open(each.id)}
            >
              {each.letter}
              <span>{each.name}</span>
            </button>
          ))}
        </div>
        <MarkedBy studio={ready.studio} now={now} onChange={(who) => look(day, who)} />
      </div>
      <div className={css.grid} style={{ '--beside': beside.length } as CSSProperties}>
        <div>
          <div className={css.head}>
            <b>Criteria</b>
            <span>
              <KeyHint>
                <KeyCap name="0" /> to <KeyCap name="9" /> mark and go to the next; <KeyCap name="Shift" />{' '}
                with a figure: student’s own
              </KeyHint>
              <b className={css.typed} role="status">
                {shown === '' ? '' : ` ${shown}`}
              </b>
            </span>
            <span className={css.columns}>
              {columns.map((who) => (
                <Glyph key={whoName(who)} name={ASSESSOR_GLYPH[who.assessor]} label={whoName(who)} />
              ))}
            </span>
          </div>
          {scheme.criteria.map((criterion, at) => (
            <CriterionRow
              key={criterion.id}
              component={scheme}
              criterion={criterion}
              keyName={letters ? (CRITERION_KEYS[at] ?? '').toUpperCase() : ''}
              current={at === row}
              who={now}
              mark={ours && valueAt(ours.marks, criterion.id)}
              beside={beside.map((who) => ({
                who,
                mark: who.sheet && valueAt(who.sheet.marks, criterion.id),
              }))}
              onPick={() => setRow(at)}
              onMark={(mark) => {
                typed.finish();
                give(at, now, mark);
              }}
            />
          ))}
          <Tell
            words={`${component.name} ${sum?.mark ?? 'not marked'}, total ${context.standing.total} of ${context.standing.maxMark}`}
          />
          <Tell words={shown} />
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
                  {now.assessor === 'student' ? 'The teacher’s' : 'The student’s own'} is{' '}
                  {Math.abs(ownSum.mark - sum.mark)} {ownSum.mark > sum.mark ? 'higher' : 'lower'}: most of it
                  in {scheme.criteria.find((each) => each.id === widest.criterionId)?.name.toLowerCase()},{' '}
                  {widest.own} against {widest.teacher}.
                </span>
              ) : sum?.kind === 'part' ? (
                <span className={css.soft}>{sum.missing.length} still to mark.</span>
              ) : null}
            </span>
            {beside.map((who) => (
              <span
                key={whoName(who)}
                className={who.assessor === 'student' ? css.own : css.other}
                data-testid={who.assessor === 'student' ? 'own-total' : undefined}
              >
                {soFar(scheme, who.sheet)?.mark ?? '–'}
              </span>
            ))}
            <span className={css.ours} data-testid="component-total">
              {sum ? sum.mark : '–'}
            </span>
          </div>
          <SheetActs
            context={context}
            component={component}
            scheme={scheme}
            sheet={ours}
            criterion={scheme.criteria[row]}
            day={day}
            today={today}
            tempo={piece?.tempo ?? null}
            pieceId={pieceId}
            isListening={listensTo !== null}
            isPlaying={isPlaying}
            listenButton={listenButton}
            onListen={() => listenTo(listensTo === null ? pieceId : null)}
            letters={letters}
            onClear={clear}
            onToday={() => look(today, now)}
            onLetters={setLetters}
          />
          <Suspense>
            <Gap key={component.id} context={context} scheme={scheme} letter={component.letter} />
          </Suspense>
        </div>
        <div className={css.side}>
          <NotesByBar
            key={component.id}
            goalId={goal.id}
            componentId={component.id}
            day={day}
            studentId={goal.studentId}
            pieces={pieces}
            faults={faultsOfStudent(ready.studio, goal.studentId)}
            notes={sheetOf('teacher')?.notes ?? []}
            earlier={context.sheets.filter(
              (sheet) => sheet.componentId === component.id && sheet.day < day && sheet.notes.length > 0,
            )}
          />
          {component.source.kind === 'scales' && component.source.rows.length > 0 && (
            <Suspense>
              <ScaleRows
                key={component.id}
                goal={goal}
                name="Row by row"
                rows={component.source.rows}
                day={today}
              />
            </Suspense>
          )}
          <History context={context} component={component} scheme={scheme} today={today} onOpen={look} />
        </div>
      </div>
      {heard && (
        <Suspense fallback={<Loading what="Opening" />}>
          <Listening
            key={heard.id}
            ready={ready}
            student={student}
            piece={heard}
            isPlaying={isPlaying}
            onPlaying={tellPlaying}
            onClose={() => {
              listenTo(null);
              listenButton.current?.focus();
            }}
          />
        </Suspense>
      )}
      <section className={classes(css.total, heard && css.still)} aria-label="Total">
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
