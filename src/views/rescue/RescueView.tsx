import { useMemo, useState } from 'react';
import { formatDay } from '@/core/time';
import { withOption, type GoalContext, type RescueEffect, type RescueOption } from '@/core/register';
import type { ReadyState } from '@/store';
import { Button, Glyph, LinkButton, Loading, Section } from '@/ui';
import { chanceWords, percentWords, rangeWords } from '../readiness/readiness-model';
import { GoalPicker } from '../shell/GoalPicker';
import { NoGoal } from '../shell/NoGoal';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useGoal } from '../shell/use-goal';
import { weeksWords } from '../shell/words';
import { BarStrip } from './parts/BarStrip';
import { Decision } from './parts/Decision';
import { allowedWords, brokenWords, changeWords, optionWords, peakWords, timeWords } from './rescue-model';
import { useRescue, type RescueState } from './use-rescue';
import css from './RescueView.module.css';

export const RescueView = () => <StudioPage>{(ready) => <RescuePage ready={ready} />}</StudioPage>;

function RescuePage({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const choice = useGoal(ready);
  const { context } = choice;
  const [chosen, choose] = useState<{ readonly goalId: string; readonly ids: readonly string[] } | null>(
    null,
  );
  const taken = chosen && chosen.goalId === context?.goal.id ? chosen.ids : [];
  const state = useRescue(ready, context, taken);
  if (!context) return <NoGoal studio={studio} choice={choice} what="Nothing to rescue" />;
  const { student, set, level, session, goal } = context;
  const isPast = session.day <= now.day;
  return (
    <>
      <PageLine
        title={student.name}
        href={hrefOf('/readiness', { goal: goal.id })}
        sub={`rescue: ${set.name} ${level.name}, ${session.name} · ${formatDay(session.day, 'long')}, ${weeksWords(now.day, session.day)}`}
        end={
          <>
            <GoalPicker choice={choice} />
            <LinkButton
              look="quiet"
              href={hrefOf('/print', { sheet: 'talk', student: student.id, goal: goal.id })}
            >
              Print the talk sheet
            </LinkButton>
          </>
        }
      />
      {isPast ? (
        <p>The day is here: what can still be done is on the sheet for the day.</p>
      ) : state.stopped ? (
        <p role="alert">Working out the options failed. Reload the page to try again.</p>
      ) : state.answer === null ? (
        <Loading what="Working out what can still be done" />
      ) : (
        <Options
          ready={ready}
          context={context}
          state={state}
          taken={taken}
          onTake={(id) =>
            choose({ goalId: goal.id, ids: withOption(state.answer?.rescue.options ?? [], taken, id) })
          }
          onClear={() => choose(null)}
        />
      )}
    </>
  );
}

function Options({
  ready,
  context,
  state,
  taken,
  onTake,
  onClear,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly state: RescueState;
  readonly taken: readonly string[];
  readonly onTake: (id: string) => void;
  readonly onClear: () => void;
}) {
  const about = useMemo(
    () => ({ context, pieces: ready.studio.pieces, today: ready.now.day }),
    [context, ready],
  );
  if (!state.answer) return null;
  const { rescue, together } = state.answer;
  const { now, options } = rescue;
  return (
    <div className={css.grid}>
      <div>
        <Section
          title={now.fits ? 'It fits as it is' : 'It does not fit as it is'}
          end={now.peak === null ? '' : `the fullest stretch asks ${peakWords(now)} of its minutes`}
        >
          <p>
            {now.toDo} minutes of work to the eve, {now.minutes} minutes of practice there.
            {now.forecast?.total && (
              <>
                {' '}
                On the day {rangeWords(now.forecast.total)}
                {now.forecast.chance !== null && (
                  <>
                    ; <b>{percentWords(now.forecast.chance)}</b> for the aim,{' '}
                    {chanceWords(now.forecast.chance)}
                  </>
                )}
                .
              </>
            )}
          </p>
          <BarStrip ready={ready} context={context} options={options} taken={taken} />
        </Section>
        <Section title="What can still be done" end="what changes least first">
          <ol className={css.options} data-testid="rescue-options">
            {options.map((option, at) => (
              <OptionRow
                key={option.id}
                place={at + 1}
                option={option}
                about={about}
                now={now}
                isTaken={taken.includes(option.id)}
                onTake={() => onTake(option.id)}
              />
            ))}
          </ol>
          <p className={css.soft}>
            The highest note of a chord always stays. Every way is planned again. A forecast moves with the
            day, or with the marks of another piece; else only with new marks. A thinned bar counts less by
            half of the share of its notes that go, which is assumed and can be changed in Settings.
          </p>
        </Section>
      </div>
      <div className={css.side}>
        <Section title="What this event allows">
          <ul className={css.allows}>
            {allowedWords(rescue, context).map(({ name, said, isAllowed }) => (
              <li key={name}>
                <Glyph
                  name={isAllowed === true ? 'gate passed' : 'gate'}
                  label={isAllowed === null ? 'note' : isAllowed ? 'allowed' : 'not allowed'}
                />
                <span>
                  <b>{name}</b>: {said}
                </span>
              </li>
            ))}
          </ul>
        </Section>
        <Decision
          key={context.goal.history?.length ?? 0}
          ready={ready}
          context={context}
          answer={state.answer}
          isOld={state.isOld}
          taken={taken}
          words={together ? changeWords(together.changes, options, taken, about) : ''}
          onDone={onClear}
        />
      </div>
    </div>
  );
}

function OptionRow({
  place,
  option,
  about,
  now,
  isTaken,
  onTake,
}: {
  readonly place: number;
  readonly option: RescueOption;
  readonly about: Parameters<typeof optionWords>[1];
  readonly now: RescueEffect;
  readonly isTaken: boolean;
  readonly onTake: () => void;
}) {
  const { title, where, cost } = optionWords(option, about);
  const { effect, change } = option;
  const broken = brokenWords(effect, about.context);
  const time = timeWords(now, effect);
  const fewer = now.toDo - effect.toDo;
  return (
    <li className={css.option} data-taken={isTaken} data-testid={`rescue-${change.kind}`}>
      <span className={css.place}>{place}</span>
      <div>
        <p className={css.title}>{title}</p>
        <p className={css.soft}>
          {where}
          {time && `; ${time}`}
        </p>
        {cost && <p className={css.soft}>{cost}</p>}
        {broken.length > 0 && (
          <p className={css.broken}>
            <Glyph name="gate waiting" label="breaks" /> breaks a rule: {broken.join(', ')}
          </p>
        )}
      </div>
      <Work effect={effect} now={now} />
      <div className={css.effect}>
        <b>{change.kind === 'withdraw' ? '–' : peakWords(effect)}</b>
        <span className={css.soft}>
          {change.kind === 'withdraw'
            ? ''
            : `${effect.fits ? 'fits' : 'still too much'}${fewer > 0 ? `; ${fewer} min fewer` : ''}`}
        </span>
      </div>
      <div className={css.effect}>
        {effect.forecast?.total ? (
          <>
            <b>{rangeWords(effect.forecast.total)}</b>
            <span className={css.soft}>
              {effect.forecast.chance !== null && `${percentWords(effect.forecast.chance)} for the aim`}
              {effect.forecast.marks === 0 ? '; no marks of it: wide' : ''}
            </span>
          </>
        ) : (
          <span className={css.soft}>
            {change.kind === 'withdraw'
              ? ''
              : change.kind === 'let it be'
                ? 'as it is'
                : 'moves only with new marks'}
          </span>
        )}
      </div>
      <Button
        look="quiet"
        pressed={isTaken}
        label={`${isTaken ? 'Leave' : 'Try'}: ${title}`}
        onClick={onTake}
      >
        {isTaken ? 'Leave' : 'Try'}
      </Button>
    </li>
  );
}

/** Work over the minutes there are: what stays, and what falls away. */
function Work({ effect, now }: { readonly effect: RescueEffect; readonly now: RescueEffect }) {
  const widest = Math.max(now.peak ?? 1, effect.peak ?? 0, 1);
  if (effect.peak === null || !Number.isFinite(effect.peak) || !Number.isFinite(widest)) return <span />;
  const share = (peak: number) => `${(100 * peak) / widest}%`;
  return (
    <span className={css.bar} aria-hidden="true">
      <span className={css.before} style={{ inlineSize: share(now.peak ?? 0) }} />
      <span className={css.full} data-over={!effect.fits} style={{ inlineSize: share(effect.peak) }} />
      <span className={css.there} style={{ insetInlineStart: share(1) }} />
    </span>
  );
}
