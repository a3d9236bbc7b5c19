import { useState } from 'react';
import {
  fingeringPlace,
  fingeringQuestion,
  hasSideKeys,
  PRINTED_FINGERING,
  sideChain,
  type ShapingPlan,
  type Side,
} from '@/core/shaping';
import { familyOf } from '@/core/skills';
import { inTerms } from '@/core/terms';
import { noteFingering, removeFingering, setPrintedFingering } from '@/store';
import { Button, SelectField, TextField } from '@/ui';
import css from './Shaping.module.css';

const SIGN = { left: 'L', right: 'R' } as const satisfies Record<Side, string>;
const EMPTY = { bar: '', beat: '', hand: '', notes: '', fingers: '' };

/** What the printed fingering is worth, and the student's own at its notes. */
export function Fingerings({
  plan,
  instrument,
}: {
  readonly plan: ShapingPlan;
  readonly instrument: string;
}) {
  const family = familyOf(instrument);
  return (
    <>
      <div className={css.printed}>
        <SelectField
          label="Printed fingering"
          value={plan.printed ?? ''}
          options={[
            { value: '', label: 'not said' },
            ...PRINTED_FINGERING.map((each) => ({ value: each, label: each })),
          ]}
          onChange={(value) =>
            void setPrintedFingering(plan, PRINTED_FINGERING.find((each) => each === value) ?? null)
          }
        />
      </div>
      {plan.fingerings.length > 0 && (
        <ul aria-label="Own fingerings">
          {plan.fingerings.map((each) => {
            const place = fingeringPlace(each);
            const question = fingeringQuestion(each, family);
            return (
              <li key={each.id} className={css.mark}>
                <span>
                  <b>{place}</b> {each.fingers}
                  <small>{[each.notes, question].filter(Boolean).join(' · ')}</small>
                </span>
                <Button
                  look="quiet"
                  label={`Remove the fingering at ${place}`}
                  onClick={() => void removeFingering(plan, each.id)}
                >
                  ×
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      <FingeringForm plan={plan} instrument={instrument} />
    </>
  );
}

function FingeringForm({ plan, instrument }: { readonly plan: ShapingPlan; readonly instrument: string }) {
  const [typed, setTyped] = useState(EMPTY);
  const field = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    onChange: (value: string) => setTyped((before) => ({ ...before, [name]: value })),
  });
  const isBar = /^\s*\d{1,5}\s*$/.test(typed.bar) && Number(typed.bar) > 0;
  const beat = typed.beat.trim() === '' ? undefined : Number(typed.beat.replace(',', '.'));
  const isBeat = beat === undefined || (beat >= 1 && beat <= 64);
  const chain =
    hasSideKeys(instrument) && typed.notes.trim() !== '' ? sideChain(instrument, typed.notes) : null;
  const isReady = isBar && isBeat && typed.fingers.trim() !== '';
  return (
    <form
      className={css.form}
      aria-label="Note a fingering"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isReady) return;
        void noteFingering(plan, {
          bar: Number(typed.bar),
          ...(beat !== undefined && { beat }),
          ...(typed.hand.trim() !== '' && { hand: typed.hand.trim() }),
          notes: typed.notes.trim(),
          fingers: typed.fingers.trim(),
        });
        setTyped(EMPTY);
      }}
    >
      <div className={css.bars}>
        <TextField
          required
          label={inTerms('Fingered bar')}
          {...field('bar')}
          error={typed.bar === '' || isBar ? undefined : 'as 12'}
        />
      </div>
      <div className={css.bars}>
        <TextField label="On beat" {...field('beat')} error={isBeat ? undefined : 'as 3'} />
      </div>
      <TextField label="Notes" placeholder="B4 C#5 D#5" {...field('notes')} />
      <TextField required label="Fingers" placeholder="1 3 2" {...field('fingers')} />
      <Button type="submit" disabled={!isReady}>
        Keep
      </Button>
      {chain && (
        <p className={css.chain} role="status">
          {'wrong' in chain ? (
            `“${chain.wrong}” is not read as a note: write B4, C#5, Eb5.`
          ) : (
            <>
              {chain.slides.length === 0
                ? 'Little fingers, nothing slides: '
                : `Little fingers; onto note ${chain.slides.map((at) => at + 1).join(' and ')} one must slide on this instrument: `}
              <b>{chain.sides.map((side) => side ?? '–').join(', ')}</b>{' '}
              <Button
                look="quiet"
                onClick={() =>
                  setTyped((before) => ({
                    ...before,
                    fingers: chain.sides.map((side) => (side ? SIGN[side] : '–')).join(' '),
                  }))
                }
              >
                Take these
              </Button>
            </>
          )}
        </p>
      )}
    </form>
  );
}
