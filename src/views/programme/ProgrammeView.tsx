import { inTerms } from '@/core/terms';
import { lazy, Suspense, useMemo, useState } from 'react';
import { checkRule, choicesOf } from './programme-model';
import { choosesPieces, explainRule, isPrepared, type Component } from '@/core/requirements';
import { piecesFor } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import {
  chooseAim,
  choosePiece,
  chooseSession,
  dropChoice,
  enterGoal,
  setFact,
  hearScale,
  leaveOut,
  nameEdition,
  setRecordingSent,
  setTakes,
  takeProgramme,
  tellOffice,
  settleCondition,
  unwaiveRule,
  waiveRule,
  type ReadyState,
} from '@/store';
import { Button, Confirm, Empty, Glyph, Section } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { GoalPicker } from '../shell/GoalPicker';
import { hrefOf } from '../shell/addresses';
import { useEntering } from '../shell/use-entering';
import { NoGoal } from '../shell/NoGoal';
import { useAsked } from '../shell/view-state';
import { StudioPage } from '../shell/StudioPage';
import { useGoal, type GoalChoice } from '../shell/use-goal';
import { useKeys } from '../shell/use-keys';
import { useLoaded } from '../shell/use-loaded';
import { weeksWords } from '../shell/words';
import { CandidateList } from './parts/CandidateList';
import { GoalHistory } from './parts/GoalHistory';
import { PlayingTimeRuler } from './parts/PlayingTimeRuler';
import { RuleList } from './parts/RuleList';
import { Slot } from './parts/Slot';
import { useAdvice, useWhyNot } from './use-advice';
import css from './ProgrammeView.module.css';
import { valueAt } from '@/core/value-at';

const loadQuestion = () => import('./the-question');

const ExcerptEditor = lazy(() =>
  import('./parts/ExcerptEditor').then((part) => ({ default: part.ExcerptEditor })),
);
const SuggestionList = lazy(() =>
  import('./parts/SuggestionList').then((part) => ({ default: part.SuggestionList })),
);
const EntryFacts = lazy(() => import('./parts/EntryFacts').then((part) => ({ default: part.EntryFacts })));
const EndGoal = lazy(() => import('../shell/EndGoal').then((part) => ({ default: part.EndGoal })));
const NewGoalDialog = lazy(() =>
  import('./parts/NewGoalDialog').then((part) => ({ default: part.NewGoalDialog })),
);

export const ProgrammeView = () => <StudioPage>{(ready) => <ProgrammePage ready={ready} />}</StudioPage>;

function ProgrammePage({ ready }: { readonly ready: ReadyState }) {
  const choice = useGoal(ready);
  const { query } = useAsked();
  const asked = query('student');
  const [adding, setAdding] = useState(
    query('ask') === 'goal' || (asked !== null && ready.studio.students.has(asked)),
  );
  const { context } = choice;
  const dialog = adding && (
    <Suspense fallback={null}>
      <NewGoalDialog
        ready={ready}
        studentId={asked}
        onClose={() => setAdding(false)}
        onMade={(id) => {
          setAdding(false);
          choice.choose(id);
        }}
      />
    </Suspense>
  );
  if (!context)
    return (
      <>
        {choice.look.kind === 'none' && ready.studio.sets.size > 0 && ready.studio.students.size > 0 ? (
          <>
            <PageLine title="No goal yet" sub="A goal is one student aiming at one level at one session." />
            <Button look="do" onClick={() => setAdding(true)}>
              Set a goal
            </Button>
          </>
        ) : (
          <NoGoal studio={ready.studio} choice={choice} what={inTerms('No programme to choose yet')} />
        )}
        {dialog}
      </>
    );
  return (
    <>
      <Bench
        key={context.goal.id}
        ready={ready}
        context={context}
        choice={choice}
        onAdd={() => setAdding(true)}
      />
      {dialog}
    </>
  );
}

function Bench({
  ready,
  context,
  choice,
  onAdd,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly choice: GoalChoice;
  readonly onAdd: () => void;
}) {
  const { goal, level, set, session, entry } = context;
  const slots = useMemo(() => level.components.filter((component) => !isPrepared(component.source)), [level]);
  const firstOpen = slots.find((each) => (valueAt(goal.programme, each.id) ?? []).length === 0) ?? slots[0];
  const [slotId, setSlot] = useState(firstOpen?.id ?? '');
  const [cursor, setCursor] = useState<string | null>(null);
  const slot = slots.find((each) => each.id === slotId) ?? slots[0];
  const tried = slot && cursor !== null && choosesPieces(slot) ? cursor : null;
  const trial = tried === null ? null : { ...entry, programme: choicesOf(entry, slot as Component, tried) };
  const { studio } = ready;
  const suited = useMemo(
    () =>
      slots.some(({ source }) => source.kind === 'own choice')
        ? piecesFor(context.student.instrument, studio.pieces, studio.sets.values())
        : studio.pieces,
    [slots, context.student.instrument, studio.pieces, studio.sets],
  );
  const search = useLoaded(loadQuestion);
  const sums = useMemo(
    () => (search && slots.some(choosesPieces) ? search.programmeQuestion(studio, context) : null),
    [search, slots, context, studio],
  );
  const entering = useEntering(ready);
  const [ending, setEnding] = useState(false);
  /** A change of an entered programme, to be carried out once the teacher has said so. */
  const [asked, askChange] = useState<(() => void) | null>(null);
  const change = (carryOut: () => void) => (goal.enteredOn === null ? carryOut() : askChange(() => carryOut));
  const { advice, stop } = useAdvice(sums?.question ?? null);
  const { why, ask } = useWhyNot(sums?.question ?? null);
  const pick = (id: string) => {
    setSlot(id);
    setCursor(null);
  };
  useKeys(Object.fromEntries(slots.map((each) => [each.letter.toLowerCase(), () => pick(each.id)])));
  const words =
    session.entryCloses === null ? '' : ` · entry closes ${formatDay(session.entryCloses, 'medium')}`;
  return (
    <>
      <PageLine
        title={inTerms`${context.student.name}: programme`}
        href={hrefOf('/student', { student: context.student.id })}
        sub={`${session.name}, ${formatDay(session.day, 'short')}, ${weeksWords(ready.now.day, session.day)}${words}`}
        end={
          <>
            <GoalPicker choice={choice} />
            <Button onClick={onAdd}>Set a goal</Button>
          </>
        }
      />
      <div className={css.grid}>
        <section className={css.bench} aria-label={inTerms('Programme')}>
          <p className={css.set}>
            {set.name}, {set.instrument} {set.edition.name}
          </p>
          <h2 className={css.level}>{level.name}</h2>
          {slots.map((component) => (
            <Slot
              key={component.id}
              component={component}
              context={context}
              ready={ready}
              open={component.id === slot?.id}
              tried={component.id === slot?.id ? tried : null}
              onOpen={() => pick(component.id)}
              onDrop={(at) => change(() => void dropChoice(goal.id, component.id, at))}
            />
          ))}
          <PlayingTimeRuler entry={trial ?? entry} level={level} />
          <div className={css.entry}>
            {goal.enteredOn === null ? (
              <Button
                look="do"
                onClick={() =>
                  entering.enter(goal, (history) => void enterGoal(goal.id, ready.now.day, history))
                }
              >
                Enter {level.name}
              </Button>
            ) : (
              <>
                <p>
                  <Glyph name="tick" label="entered" /> Entered on {formatDay(goal.enteredOn, 'written')}.
                </p>
                <Button look="quiet" onClick={() => void enterGoal(goal.id, null)}>
                  Withdraw the entry
                </Button>
              </>
            )}
            <GoalHistory context={context} onTold={() => void tellOffice(goal.id)} />
          </div>
        </section>
        <div>
          {slot && choosesPieces(slot) ? (
            <CandidateList
              key={slot.id}
              slot={slot}
              context={context}
              pieces={slot.source.kind === 'own choice' ? suited : studio.pieces}
              effort={context.effort}
              cursor={cursor}
              onCursor={setCursor}
              why={
                why && {
                  pieceId: why.pieceId,
                  words:
                    why.answer && sums && search
                      ? search.whyWords(why.answer, sums, context, studio, why.pieceId)
                      : { say: ['Checking …'], sums: [] },
                }
              }
              sets={slot.source.kind === 'own choice' ? studio.sets : null}
              onWhy={ask}
              onLeaveOut={(pieceId, out) => void leaveOut(goal.id, pieceId, out)}
              onChoose={(pieceId) => {
                change(() => void choosePiece(goal.id, slot.id, { kind: 'piece', pieceId }));
                setCursor(null);
              }}
            />
          ) : slot ? (
            <Suspense fallback={null}>
              <ExcerptEditor key={slot.id} component={slot} context={context} pieces={ready.studio.pieces} />
            </Suspense>
          ) : (
            <Empty title="This level chooses no pieces" />
          )}
        </div>
        <div className={css.side}>
          <Section title={`Rules of ${level.name}`} end={trial ? 'with this piece' : undefined}>
            <RuleList
              rows={level.rules.map((rule) => {
                const verdict = checkRule(rule, entry);
                const then = trial && checkRule(rule, trial);
                return { rule, verdict, then, words: explainRule(rule, then ?? verdict, level) };
              })}
              onWaive={(ruleId, by, why) => void waiveRule(goal.id, ruleId, by, why)}
              onAskAgain={(ruleId) => void unwaiveRule(goal.id, ruleId)}
            />
          </Section>
          {sums && (
            <Suspense fallback={null}>
              <SuggestionList
                advice={advice}
                sums={sums}
                context={context}
                studio={studio}
                onStop={stop}
                onTake={(programme) => change(() => void takeProgramme(goal.id, programme))}
                onTakeBackIn={(pieceId) => void leaveOut(goal.id, pieceId, false)}
              />
            </Suspense>
          )}
          <Suspense fallback={null}>
            <EntryFacts
              context={context}
              onSession={(id) => void chooseSession(goal.id, id)}
              onAim={(id) => void chooseAim(goal.id, id)}
              onFact={(fact, value) => void setFact(goal.id, fact, value)}
              onTakes={(takes) => void setTakes(goal.id, takes)}
              onCondition={(topic, settled) => void settleCondition(goal.id, topic, settled)}
              onEdition={(componentId, edition) => void nameEdition(goal.id, componentId, edition)}
              onRecording={(day) => void setRecordingSent(goal.id, day)}
              onScale={(rowId, heard) => void hearScale(goal.id, rowId, heard)}
              onCloseGoal={() => setEnding(true)}
            />
          </Suspense>
        </div>
      </div>
      {entering.asking}
      {asked && (
        <Confirm
          title={`${level.name} is entered`}
          action="Change it"
          onClose={() => askChange(null)}
          onConfirm={() => {
            asked();
            askChange(null);
          }}
        >
          <p>
            It was entered on {goal.enteredOn ? formatDay(goal.enteredOn, 'written') : 'a day before'}
            {inTerms(
              ' with the programme as it is. After a change the office must be told; the register keeps asking until it was.',
            )}
          </p>
        </Confirm>
      )}
      {ending && (
        <Suspense fallback={null}>
          <EndGoal context={context} today={ready.now.day} onClose={() => setEnding(false)} />
        </Suspense>
      )}
    </>
  );
}
