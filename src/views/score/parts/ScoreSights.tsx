import { countingOf } from '@/core/note-words';
import { inTerms } from '@/core/terms';
import { countedOddly, groupingsOf, handRate, rollStrokes } from '@/core/music';
import { useState } from 'react';
import { barOfMeasure, sidesOf, type LoudnessStep } from '@/core/score';
import { Button, Section, SelectField, TempoMark } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { barName, barWords } from '../score-model';
import { StringsAndButtons, type SightProps } from './StringsAndButtons';
import css from '../ScoreView.module.css';

const ALTERED: Readonly<Record<number, string>> = { [-1]: 'flat', 0: 'natural', 1: 'sharp' };
const MOST = 8;
/** Hand motions a beat of a measured roll. */
const MOTIONS = [2, 3, 4, 6];

/** What the page says at a glance: keys that change, loudness, reach, odd metres. Only what the piece has. */
export function ScoreSights({ answer, student, onPick }: SightProps) {
  const { keyChanges, loudness, spans } = answer;
  const press = (bar: number) => (
    <Button look="quiet" onClick={() => onPick(bar)}>
      {barName(answer, bar)}
    </Button>
  );
  const barOf = barOfMeasure(answer.layout);
  const beats = answer.tempos[0]?.quartersPerMinute ?? null;
  const reach = student?.reachSemitones ?? null;
  const wide = spans.flatMap((span, bar) => (reach !== null && span > reach ? [{ bar, span }] : []));
  const widest = Math.max(0, ...spans);
  const odd = countedOddly(answer.demands.flatMap(({ metre }) => metre ?? []));
  return (
    <>
      {answer.tempos.length > 0 && (
        <Section title="Tempo" end="as it may be counted">
          <ul className={css.list}>
            {answer.tempos.map(({ measure, at, ways }) => (
              <li key={`${measure} ${at}`}>
                {press(barOf[measure] ?? 0)}{' '}
                {ways.map(({ unit, perMinute }, place) => (
                  <span key={unit}>
                    {place === 0 ? '' : ' · '}
                    {unit === 'bar' ? (
                      inTerms`${Math.round(perMinute)} bars a minute`
                    ) : (
                      <TempoMark unit={unit} perMinute={perMinute} />
                    )}
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </Section>
      )}
      <Sides answer={answer} onPick={onPick} />
      <StringsAndButtons answer={answer} student={student} onPick={onPick} />
      {keyChanges.length > 0 && (
        <Section title="Where the key changes">
          <ul className={css.list}>
            {keyChanges.map(({ bar, traps }) => (
              <li key={bar}>
                {press(bar)}{' '}
                {traps
                  .map(
                    ({ letter, after, bars }) =>
                      `${letter} ${ALTERED[after] ?? 'altered'}${bars.length === 0 ? ', not played' : `, in ${barWords(answer, bars)}`}`,
                  )
                  .join('; ')}
              </li>
            ))}
          </ul>
        </Section>
      )}
      {loudness.steps.length > 0 && (
        <Section
          title="Loudness"
          end={`loudest in ${barWords(answer, loudness.climax)}${loudness.climax.length > 1 ? ', no single climax' : ''}`}
        >
          <p>{loudness.steps.map((step) => stepWords(answer, step)).join(' · ')}</p>
          {loudness.open.length > 0 && (
            <p className={css.soft}>
              {loudness.open.length === 1 ? 'The hairpin' : 'The hairpins'} at{' '}
              {barWords(answer, loudness.open)} {loudness.open.length === 1 ? 'has' : 'have'} no closing
              dynamic.
            </p>
          )}
        </Section>
      )}
      {widest > 0 && (
        <Section
          title="Reach"
          end={reach === null ? `widest ${widest} semitones` : `${widest} semitones, the hand ${reach}`}
        >
          {student && reach === null && (
            <p className={css.soft}>The reach of {student.name} was not measured.</p>
          )}
          {reach !== null && wide.length === 0 && <p>Every chord is within reach.</p>}
          <ul className={css.list}>
            {wide.slice(0, MOST).map(({ bar, span }) => (
              <li key={bar}>
                {press(bar)} {span} semitones: roll it, break it or leave a note out.
              </li>
            ))}
          </ul>
          {wide.length > MOST && (
            <p className={css.soft}>
              {wide.length - MOST}
              {inTerms(' more bars are wider than the hand.')}
            </p>
          )}
        </Section>
      )}
      {answer.demands.some(({ name }) => name === 'tremolo') && (
        <Section
          title="Rolls"
          end={beats === null ? 'no tempo is given' : inTerms`at ${Math.round(beats)} crotchets a minute`}
        >
          <ul className={css.list}>
            {MOTIONS.map((motions) => (
              <li key={motions}>
                {motions} motions a beat: {rollStrokes(motions)} strokes in one beat
                {beats === null ? '' : `, ${handRate(beats, motions).toFixed(1)} motions a second`}
              </li>
            ))}
          </ul>
        </Section>
      )}
      {odd.length > 0 && (
        <Section title="Ways of counting">
          {odd.map((count) => (
            <p key={count}>
              {count} as{' '}
              {groupingsOf(count)
                .map((groups) => `${groups.join('+')} (${countingOf(groups)})`)
                .join(', ')}
            </p>
          ))}
        </Section>
      )}
    </>
  );
}

const stepWords = (answer: ScoreAnswer, { bar, level, by, gradual }: LoudnessStep) =>
  `${by === 0 ? '' : gradual ? (by > 0 ? 'grows to ' : 'falls to ') : 'at once '}${level} ${barName(answer, bar)}`;

const KINDS = {
  none: { label: 'not asked', sides: ['', ''] },
  bow: { label: 'bows, slurs in one', sides: ['down', 'up'] },
  single: { label: 'single strokes', sides: ['right', 'left'] },
} as const;
type Kind = keyof typeof KINDS;

/** Which bow or hand each bar begins on, going to and fro; bars that come back reversed on a repeat. */
function Sides({ answer, onPick }: { readonly answer: ScoreAnswer; readonly onPick: (bar: number) => void }) {
  const [kind, setKind] = useState<Kind>('none');
  const [start, setStart] = useState(0);
  const { strokes, layout, roadmap, asked } = answer;
  const names = KINDS[kind].sides;
  const sides =
    kind === 'none'
      ? []
      : sidesOf((asked ?? roadmap).order, layout, kind === 'bow' ? strokes.slurred : strokes.single);
  const name = (side: number) => names[(side + start) % 2] ?? '';
  const reversed = sides.flatMap((each, bar) => (new Set(each).size > 1 ? [bar] : []));
  const onOther = sides.flatMap((each, bar) =>
    each.length > 0 && each.every((side) => side === 1) ? [bar] : [],
  );
  return (
    <Section title="Bow or hand" end="strict alternation">
      <div className={css.acts}>
        <SelectField
          label="Counted in"
          value={kind}
          options={(Object.keys(KINDS) as Kind[]).map((value) => ({ value, label: KINDS[value].label }))}
          onChange={(value) => setKind(value as Kind)}
        />
        {kind !== 'none' && (
          <SelectField
            label="Begins"
            value={String(start)}
            options={names.map((label, at) => ({ value: String(at), label }))}
            onChange={(value) => setStart(Number(value))}
          />
        )}
      </div>
      {kind !== 'none' && (
        <>
          <p>
            {onOther.length === 0
              ? inTerms`Every bar begins ${name(0)} the first time.`
              : `Begin ${name(1)}: ${barWords(answer, onOther)}; the others ${name(0)}.`}
          </p>
          {reversed.length > 0 && (
            <p>
              Come back reversed: {barWords(answer, reversed)}.{' '}
              <Button look="quiet" onClick={() => onPick(reversed[0] ?? 0)}>
                {barName(answer, reversed[0] ?? 0)}
              </Button>{' '}
              {sides[reversed[0] ?? 0]?.map(name).join(', then ')}
            </p>
          )}
        </>
      )}
    </Section>
  );
}
