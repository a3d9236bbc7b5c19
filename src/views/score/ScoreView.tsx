import { faultsOfStudent, shapingsOfStudent } from '@/core/files';
import { faultHeat } from '@/core/plan';
import { demandWords } from '@/core/skills';
import { inTerms } from '@/core/terms';
import { lazy, Suspense, useMemo, useState } from 'react';
import { formatTime } from '@/core/music';
import { demandsHad } from '@/core/register';
import { barOfMeasure, PLAIN_X_RAY, VALUE_CHANGES, withValues, type ValueChange } from '@/core/score';
import { shortName, type Student } from '@/core/students';
import { removeScore, type ReadyState, saveSettings } from '@/store';
import {
  Button,
  Empty,
  ErrorSay,
  Glyph,
  LinkButton,
  Loading,
  Roving,
  Section,
  SelectField,
  TextField,
} from '@/ui';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { useLooked } from '../shell/view-state';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { BarPanel } from './parts/BarPanel';
import { EngravedPage } from './parts/EngravedPage';
import { PlayedStrip } from './parts/PlayedStrip';
import { ScoreFiles } from './parts/ScoreFiles';
import { saveFile } from '../shell/save-file';
import {
  askedWords,
  barRanges,
  barsFrom,
  barWords,
  lacking,
  playedBars,
  sizeWords,
  tintOf,
  TINTS,
  barName,
  type Tint,
  shapesOfBars,
} from './score-model';
import { readAs, useScore } from './use-score';
import css from './ScoreView.module.css';

/** What stands below the first sight of the page. */
const AskedFor = lazy(() => import('./parts/AskedFor').then((part) => ({ default: part.AskedFor })));
const ScoreSights = lazy(() => import('./parts/ScoreSights').then((part) => ({ default: part.ScoreSights })));

export const ScoreView = () => <StudioPage>{(ready) => <Scores ready={ready} />}</StudioPage>;

/** Scores of the studio, one of them open: its page with the bars to press, and what it says of itself. */
function Scores({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const scores = [...studio.scores.values()].sort((a, b) => a.title.localeCompare(b.title, 'en'));
  const [id, open] = useLooked('score');
  const [looked, look] = useLooked('student');
  const studentId = looked ?? '';
  const students = [...studio.students.values()].filter(({ archivedOn }) => archivedOn === null);
  const score = scores.find((each) => each.id === id) ?? scores[0];
  return (
    <>
      <PageLine
        title="Scores"
        sub={score ? `${score.title}${score.composer === '' ? '' : `, ${score.composer}`}` : 'none yet'}
        end={
          scores.length > 0 && (
            <>
              <SelectField
                label="For"
                value={studio.students.has(studentId) ? studentId : ''}
                options={[
                  { value: '', label: 'no student' },
                  ...students.map((each) => ({ value: each.id, label: each.name })),
                ]}
                onChange={(student) => look(student === '' ? null : student)}
              />
              <SelectField
                label="Score"
                value={score?.id ?? ''}
                options={scores.map((each) => ({ value: each.id, label: each.title }))}
                onChange={open}
              />
            </>
          )
        }
      />
      <ScoreFiles scores={scores} today={now.day} onTaken={open} />
      {score ? (
        <OpenScore
          key={score.id}
          ready={ready}
          scoreId={score.id}
          student={studio.students.get(studentId) ?? null}
        />
      ) : (
        <Empty title="No score yet">
          <p>
            {inTerms(
              'An opened score tells its bars as performed, its time, what is new in it and what it asks for.',
            )}
          </p>
        </Empty>
      )}
    </>
  );
}

function OpenScore({
  ready,
  scoreId,
  student,
}: {
  readonly ready: ReadyState;
  readonly scoreId: string;
  readonly student: Student | null;
}) {
  const score = ready.studio.scores.get(scoreId);
  const { fermataSeconds, difficulty } = useMemo(
    () => readAs(ready.studio.settings),
    [ready.studio.settings],
  );
  const [asking, setOptions] = useState(PLAIN_X_RAY);
  const [part, choosePart] = useState<string | null>(null);
  // Every figure of the page is of the part chosen, with the pauses of the studio.
  const options = useMemo(
    () => ({ ...asking, part, fermataSeconds, difficulty }),
    [asking, part, fermataSeconds, difficulty],
  );
  const read = useScore(score?.textId ?? '', options);
  const [bar, pick] = useState(0);
  const [tint, setTint] = useState<Tint>('difficulty');
  const [asked, ask] = useState<string | null>(null);
  const [refused, refuseWords] = useState<string | null>(null);
  const answer = read.kind === 'ready' ? read.answer : null;
  const barOf = useMemo(() => (answer ? barOfMeasure(answer.layout) : []), [answer]);
  const played = useMemo(() => (answer ? playedBars(answer) : []), [answer]);
  const demand =
    answer?.demands.find(({ name }) => name === asked) ?? answer?.demands.find(({ bars }) => bars.length > 0);
  const had = useMemo(
    () =>
      student && answer
        ? demandsHad(
            ready.studio,
            student,
            answer.demands.map(({ name }) => name),
          )
        : null,
    [ready.studio, student, answer],
  );
  const { studio } = ready;
  // Of the pieces that are read from this score.
  const heat = useMemo(() => {
    const faults =
      student && score
        ? faultsOfStudent(studio, student.id).filter(
            ({ pieceId }) => studio.pieces.get(pieceId)?.scoreId === score.id,
          )
        : [];
    return faultHeat(faults, answer?.layout.bars.at(-1)?.number ?? 0);
  }, [studio, student, score, answer]);
  const shaping = useMemo(
    () =>
      student
        ? shapingsOfStudent(studio, student.id).filter(
            ({ pieceId }) => studio.pieces.get(pieceId)?.scoreId === scoreId,
          )
        : [],
    [studio, student, scoreId],
  );
  const shapes = useMemo(() => (answer ? shapesOfBars(shaping, answer) : []), [shaping, answer]);
  const tints = useMemo(
    () =>
      answer && score
        ? answer.layout.bars.map((_, at) => tintOf(answer, score, tint, demand, at, had, heat))
        : [],
    [answer, score, tint, demand, had, heat],
  );
  const bars = useMemo(
    () =>
      (answer?.layout.bars ?? []).map((_, at) => ({
        label: `${answer ? barName(answer, at) : ''}, difficulty ${Math.round((answer?.difficulty[at] ?? 0) * 100)} of 100${tints[at] ? ', shaded' : ''}`,
        tint: tints[at] ?? 0,
      })),
    [answer, tints],
  );
  useKeys({
    j: () => pick((at) => Math.min(bars.length - 1, at + 1)),
    k: () => pick((at) => Math.max(0, at - 1)),
  });
  if (!score) return null;
  if (read.kind === 'reading') return <Loading what="The score is being read" />;
  if (read.kind === 'refused') return <ErrorSay title={read.words} />;
  if (!answer) return null;
  const tempo = answer.tempos[0];
  return (
    <div className={css.grid}>
      <div>
        <p className={css.facts}>
          <b>{sizeWords(answer)}</b> · {formatTime(Math.round(answer.seconds))}
          {tempo || options.tempo !== null ? '' : ' at 120, since no tempo is given'}
        </p>
        <div className={css.acts}>
          {answer.parts.length > 1 && (
            <SelectField
              label="Part"
              value={answer.part}
              options={answer.parts.map(({ id, name }) => ({ value: id, label: name || id }))}
              onChange={choosePart}
            />
          )}
          {answer.demands.some(({ name }) => name === 'pauses') && (
            <TextField
              label={`A pause sign adds, seconds${ready.studio.settings.fermataSeconds === undefined ? ', assumed' : ''}`}
              type="number"
              min={0}
              max={60}
              value={String(fermataSeconds)}
              onChange={(value) => {
                const seconds = Number(value);
                if (value !== '' && seconds >= 0 && seconds <= 60)
                  void saveSettings({ fermataSeconds: seconds });
              }}
            />
          )}
        </div>
        {answer.asked && (
          <p className={css.facts}>
            Asked for: <b>{askedWords(answer)}</b> · {formatTime(Math.round(answer.asked.seconds))}
          </p>
        )}
        {answer.askedBoth && (
          <ul className={css.list}>
            {(
              [
                [inTerms('These bars'), answer.askedBoth.alone],
                ['From here, as performed', answer.askedBoth.onward],
              ] as const
            ).map(([name, size]) => (
              <li key={name}>
                {name}: {size.performed} played, {size.toLearn} to learn,{' '}
                {formatTime(Math.round(size.seconds))}
              </li>
            ))}
          </ul>
        )}
        <PlayedStrip
          played={played}
          tints={tints}
          selected={bar}
          words={barRanges(answer, played)}
          onSelect={pick}
        />
        <div className={css.acts} role="group" aria-label={inTerms('Shade the bars by')}>
          {TINTS.filter((each) => had !== null || (each !== 'demands not had' && each !== 'faults')).map(
            (each) => (
              <Button key={each} pressed={each === tint} onClick={() => setTint(each)}>
                {inTerms(each)}
              </Button>
            ),
          )}
          {tint === 'demand' && demand && (
            <SelectField
              label="Demand"
              value={demand.name}
              options={answer.demands
                .filter(({ bars: where }) => where.length > 0)
                .map(({ name }) => ({ value: name, label: demandWords(name) }))}
              onChange={ask}
            />
          )}
        </div>
        <EngravedPage
          xml={answer.xml}
          barOf={barOf}
          bars={bars}
          chunks={answer.chunks}
          shapes={shapes}
          selected={bar}
          onSelect={pick}
        />
      </div>
      <aside aria-label={inTerms('The selected bar and the piece')}>
        <BarPanel key={bar} score={score} answer={answer} bar={bar} shaping={shaping} today={ready.now.day} />
        <Section
          title="What it asks for"
          end={
            student
              ? `${lacking(answer.demands, had).length} of ${answer.demands.filter(({ asks }) => asks).length} not had by ${shortName(student.name)}`
              : `${answer.demands.length}`
          }
        >
          <ul className={css.list}>
            {answer.demands.map(({ name, bars: where, figure, asks: isOne, drills }) => (
              <li key={name}>
                {had && isOne && (
                  <Glyph
                    name={had.has(name.toLowerCase()) ? 'tick' : 'gate'}
                    label={had.has(name.toLowerCase()) ? 'has it' : 'not had'}
                    size={13}
                  />
                )}{' '}
                <b>{demandWords(name)}</b>
                {figure === null
                  ? ''
                  : ` up to ${name === 'quick passages' ? `${figure.toFixed(1)} a second` : `${figure} semitones`}`}
                {where.length > 0 && <span className={css.soft}> {barWords(answer, where)}</span>}
                {drills.length > 0 && <span className={css.soft}>; drill: {drills.join(', ')}</span>}
              </li>
            ))}
          </ul>
        </Section>
        <Section title="To work on" end="hardest first">
          <Roving>
            <ul className={css.list}>
              {[...answer.chunks]
                .sort((a, b) => b.difficulty - a.difficulty)
                .map(({ from, to, difficulty }) => (
                  <li key={from}>
                    <Button look="name" onClick={() => pick(from)}>
                      {barWords(answer, barsFrom(from, to))}
                    </Button>{' '}
                    <span className={css.soft}>{Math.round(difficulty * 100)} of 100</span>
                  </li>
                ))}
            </ul>
          </Roving>
        </Section>
        {answer.drills.length > 0 && (
          <Section title="Leaps to drill" end={`${answer.drills.length}`}>
            <ul className={css.list}>
              {answer.drills.map(({ why, lead, landing, times }) => (
                <li key={`${lead.join()} ${landing.join()}`}>
                  <Button look="quiet" onClick={() => pick(lead.at(-1) ?? 0)}>
                    {barWords(answer, lead)}
                  </Button>{' '}
                  into {barWords(answer, landing)}{' '}
                  <span className={css.soft}>
                    {why}
                    {times > 1 ? `, ${times} times` : ''}
                  </span>
                </li>
              ))}
            </ul>
          </Section>
        )}
        {answer.problems.map((problem) => (
          <p key={problem}>{problem}</p>
        ))}
        <Suspense fallback={null}>
          <AskedFor ready={ready} scoreId={scoreId} student={student} wrong={read.wrong} onAsk={setOptions} />
          <ScoreSights answer={answer} student={student} onPick={pick} />
        </Suspense>
        <div className={css.acts}>
          <LinkButton href={hrefOf('/print', { sheet: 'page-questions', score: score.id })}>
            Page questions
          </LinkButton>
          {VALUE_CHANGES.map((change) => (
            <Button key={change} onClick={() => refuseWords(saveValues(answer.xml, score.fileName, change))}>
              Save with {change} values
            </Button>
          ))}
          <Button onClick={() => void removeScore(score.id)}>Remove this score</Button>
        </div>
        {refused !== null && <p role="alert">{refused}</p>}
      </aside>
    </div>
  );
}

/** Saves the score in doubled or halved values; answers why it cannot be, in words. */
function saveValues(xml: string, fileName: string, change: ValueChange): string | null {
  const made = withValues(xml, change);
  if (!made.ok) return `There is no value ${change === 'doubled' ? 'twice' : 'half'} as long as ${made.why}.`;
  const name = fileName.replace(/\.[^.]+$/, '');
  saveFile(`${name}-${change}.musicxml`, made.value, 'application/vnd.recordare.musicxml+xml');
  return null;
}
