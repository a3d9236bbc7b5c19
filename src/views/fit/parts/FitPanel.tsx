import { inTerms } from '@/core/terms';
import { goalsOfStudent } from '@/core/files';
import { useDeferredValue, useMemo } from 'react';
import {
  entryWords,
  explainState,
  fitDetail,
  openFit,
  readyColumn,
  prepareStudent,
  type FitState,
} from '@/core/fit';
import { formatTime } from '@/core/music';
import { inSession, newGoal } from '@/core/programme';
import { fitSettings, fitStudentReader } from '@/core/register';
import {
  explainRule,
  schemeOf,
  setLabel,
  type Choice,
  type Programme,
  laterSession,
  noLaterSession,
} from '@/core/requirements';
import { whoPlays, type Student } from '@/core/students';
import { daysBetween, formatDay } from '@/core/time';
import { addGoal, chooseSession, enterGoal, type ReadyState } from '@/store';
import { Button, FitMark, Glyph, LinkButton, Section, SelectField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { useEntering } from '../../shell/use-entering';
import { useKeys } from '../../shell/use-keys';
import { figureOf, type ViewCell } from '../fit-model';
import css from '../FitView.module.css';

/** The selected cell explained: why, what is missing, the best programme, the dates; and what can be done. */
export function FitPanel({
  ready,
  answered,
  student,
  cell,
  levels,
  at,
  onPick,
}: {
  readonly ready: ReadyState;
  /** What the map is of: after an edit it is one moment behind. */
  readonly answered: ReadyState;
  readonly student: Student;
  readonly cell: ViewCell;
  readonly levels: readonly {
    readonly at: number;
    readonly label: string;
    readonly state: FitState | null;
  }[];
  readonly at: number;
  readonly onPick: (at: number) => void;
}) {
  const { studio, now } = ready;
  const { column } = cell;
  const { set, level, session } = column;
  // The search takes its time: it follows the map, which is drawn first.
  const { studio: known, now: then } = useDeferredValue(answered);
  const fit = useMemo(() => openFit(fitSettings(known, then.day)), [known, then.day]);
  const searched = known.students.get(student.id) ?? student;
  const own = useMemo(() => {
    const asked = fitStudentReader(known, then.day)(searched);
    return fitDetail(fit, prepareStudent(fit, asked), readyColumn(fit, column));
  }, [fit, known, then.day, searched, column]);
  // A column stands for the level in every instrument; when none fits, the refusal names them all.
  const detail =
    cell.state?.kind === 'not eligible' && cell.state.why.kind === 'instrument'
      ? { ...own, state: cell.state }
      : own;
  // One goal a level: in another session it is the same goal, which can be moved here.
  const ofLevel = goalsOfStudent(studio, student.id).filter(
    (each) => each.setId === set.id && each.levelId === level.id && each.closedOn === null,
  );
  const goal = ofLevel.find((each) => each.sessionId === session.id);
  const elsewhere = goal ? undefined : ofLevel[0];
  const entry = entryWords(column, now.day);
  const found = laterSession(set, session.day, now.day, detail.weeksNeeded);
  const later = found.kind === 'session' ? found.session : null;
  const canEnter = ['ready now', 'reachable', 'beyond', 'undecided'].includes(detail.state.kind);
  const toEnter = canEnter && !goal?.enteredOn;
  const other = levels.findLast(
    (each) => each.at < at && (each.state?.kind === 'ready now' || each.state?.kind === 'reachable'),
  );
  const programme: Programme = Object.fromEntries(
    level.components.flatMap(({ id, source }): [string, Choice[]][] => {
      const chosen = detail.programme.filter((each) => each.componentId === id);
      return source.kind === 'excerpt' || chosen.length === 0
        ? []
        : [[id, chosen.map(({ pieceId }) => ({ kind: 'piece', pieceId }))]];
    }),
  );
  const given = {
    studentId: student.id,
    setId: set.id,
    levelId: level.id,
    sessionId: session.id,
    aimAwardId: schemeOf(set, level).awards[0]?.id ?? '',
  };
  const entering = useEntering(ready);
  const enter = () => {
    const known = goal ?? (elsewhere && inSession(elsewhere, session.id, now.day));
    const entered = known ?? newGoal('', given, level, now.day, { programme });
    entering.enter(entered, (history) => {
      if (!known)
        void addGoal(given, now.day, { programme, enteredOn: now.day, ...(history && { history }) });
      else if (goal) void enterGoal(known.id, now.day, history);
      else void chooseSession(known.id, session.id).then(() => enterGoal(known.id, now.day, history));
    });
  };
  const hold = () => {
    if (!later) return;
    const known = goal ?? elsewhere;
    if (known) void chooseSession(known.id, later.id);
    else void addGoal({ ...given, sessionId: later.id }, now.day, { programme });
  };
  useKeys({
    ...(canEnter && later && { h: hold }),
    ...(other && { l: () => onPick(other.at) }),
  });
  return (
    <aside className={css.panel} aria-label="The selected cell">
      {entering.asking}
      <h2 className={css.title}>
        <a href={hrefOf('/student', { student: student.id })}>{student.name}</a>, {level.name}
      </h2>
      <p className={css.soft}>
        {whoPlays(student, now.day)} · {setLabel(set)}, {session.name}, {formatDay(session.day, 'medium')}
      </p>
      <div className={css.state} aria-live="polite">
        <FitMark name={detail.state.kind} figure={figureOf(detail.state)} />
        <p>{explainState(detail, column)}</p>
      </div>
      {entry && (
        <p className={css.days}>
          {entry.days >= 0 && !goal?.enteredOn && <b>{entry.days}</b>}
          <span>
            {goal?.enteredOn ? `Entered ${formatDay(goal.enteredOn, 'medium')}.` : `${entry.words}.`}
            {later && canEnter
              ? ` The ${later.name} gives ${Math.floor(daysBetween(now.day, later.day) / 7)} weeks.`
              : found.kind !== 'session' && canEnter
                ? ` ${noLaterSession(found)}`
                : ''}
          </span>
        </p>
      )}
      <div className={css.acts}>
        {toEnter && (
          <Button look="do" onClick={enter}>
            Enter {level.name}
          </Button>
        )}
        {canEnter && later && (
          <Button keyName="H" onClick={hold}>
            Defer to {later.name}
          </Button>
        )}
        {other && (
          <Button keyName="L" onClick={() => onPick(other.at)}>
            {other.label.split(', ').slice(1).join(', ')}
          </Button>
        )}
        {goal && (
          <LinkButton href={hrefOf('/programme', { goal: goal.id })} keyName="3">
            {inTerms('Programme')}
          </LinkButton>
        )}
        <LinkButton href={hrefOf('/skills', { student: student.id })}>Skills</LinkButton>
      </div>
      {detail.missing.length > 0 && (
        <Section title="What is missing" end="in learning order; minutes assumed">
          <ol className={css.rows}>
            {detail.missing.map(({ skillId, minutes }) => (
              <li key={skillId} className={css.row}>
                <span>{fit.settings.map.get(skillId)?.name ?? skillId}</span>
                <span>{minutes} min</span>
              </li>
            ))}
          </ol>
        </Section>
      )}
      {detail.verdicts.length > 0 && (
        <Section title="Prerequisites">
          <ul className={css.rows}>
            {detail.verdicts.map((verdict) => {
              const rule = level.rules.find((each) => each.id === verdict.ruleId);
              if (!rule) return null;
              const { title, sentence } = explainRule(rule, verdict, level);
              const open = rule.kind === 'entry closes' && !goal?.enteredOn && verdict.status === 'met';
              return (
                <li key={verdict.ruleId} className={css.row}>
                  <Glyph
                    name={open ? 'gate' : verdict.status === 'met' ? 'gate passed' : 'gate waiting'}
                    label={open ? 'open' : verdict.status}
                  />
                  <span className={css.wide}>
                    <b>{title}.</b> {open ? 'Not entered yet.' : sentence}
                  </span>
                </li>
              );
            })}
          </ul>
        </Section>
      )}
      {detail.programme.length > 0 && (
        <Section
          title={inTerms('Best programme found')}
          end={`${detail.minutes} min${detail.minutesPerWeek > 0 ? ` and ${detail.minutesPerWeek} a week` : ''}`}
        >
          <ul className={css.rows}>
            {detail.programme.map(({ componentId, pieceId, minutes }) => {
              const piece = studio.pieces.get(pieceId);
              return (
                <li key={`${componentId}${pieceId}`} className={css.row}>
                  <span>
                    <b>{level.components.find((each) => each.id === componentId)?.letter}</b> {piece?.title},{' '}
                    {piece?.composer}
                  </span>
                  <span className={css.figures}>
                    {piece?.seconds ? formatTime(piece.seconds) : '–'} · {minutes} min
                  </span>
                </li>
              );
            })}
          </ul>
          <p className={css.soft}>
            {inTerms('The least work of all programmes that meet the rules, new skills included.')}
          </p>
        </Section>
      )}
      <div className={css.another}>
        <SelectField
          label="Another level"
          value={String(at)}
          options={levels.map((each) => ({ value: String(each.at), label: each.label }))}
          onChange={(value) => onPick(Number(value))}
        />
      </div>
    </aside>
  );
}
