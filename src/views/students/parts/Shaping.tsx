import { useState } from 'react';
import { shapingsOfStudent } from '@/core/files';
import { formatBars, parseBars, type BarRange } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import {
  emptyShaping,
  GRADES,
  returnsIn,
  SHAPES,
  shapeWords,
  shapingQuestions,
  type Grade,
  type Shape,
  type ShapingPlan,
} from '@/core/shaping';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { shapeBars, unshapeBars, type ReadyState } from '@/store';
import { Button, LinkButton, Section, SelectField, TextField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { Fingerings } from './Fingerings';
import css from './Shaping.module.css';

/** How the student shapes and fingers each piece that is worked on. */
export function Shaping({
  ready: { studio },
  student,
  instrument,
  pieces,
}: {
  readonly ready: Pick<ReadyState, 'studio'>;
  readonly student: Student;
  readonly instrument: string;
  readonly pieces: readonly Piece[];
}) {
  const plans = shapingsOfStudent(studio, student.id);
  const planOf = (id: string) => plans.find(({ pieceId }) => pieceId === id);
  // What is planned already is what is looked for.
  const [chosen, choose] = useState<string | null>(null);
  const piece =
    pieces.find(({ id }) => id === chosen) ?? pieces.find(({ id }) => planOf(id) !== undefined) ?? pieces[0];
  if (!piece) return null;
  const plan = planOf(piece.id) ?? emptyShaping('', student.id, piece.id);
  const isEmpty = plan.marks.length + plan.fingerings.length === 0;
  return (
    <Section title="Shaping and fingering">
      <div className={css.head}>
        <SelectField
          label="Piece to shape"
          value={piece.id}
          options={pieces.map(({ id, title }) => ({ value: id, label: title }))}
          onChange={choose}
        />
        {!isEmpty && (
          <LinkButton
            look="quiet"
            href={hrefOf('/print', { sheet: 'shaping', student: student.id, piece: piece.id })}
          >
            Sheet for home
          </LinkButton>
        )}
      </div>
      <Shapes key={piece.id} plan={plan} piece={piece} />
      <Fingerings key={`${piece.id} fingers`} plan={plan} instrument={instrument} />
    </Section>
  );
}

function Shapes({ plan, piece }: { readonly plan: ShapingPlan; readonly piece: Piece }) {
  const questions = shapingQuestions(plan, piece);
  const isGraded = (bars: BarRange) =>
    plan.marks.some(({ again, bars: own }) => again && own.from <= bars.to && bars.from <= own.to);
  const offered = piece.work ? returnsIn(piece.work).filter(({ bars }) => !isGraded(bars)) : [];
  return (
    <>
      {plan.marks.length > 0 && (
        <ul aria-label="Shaping plan">
          {plan.marks.map((mark) => (
            <li key={mark.id} className={css.mark}>
              <span>
                <b>{formatBars(mark.bars)}</b> {shapeWords(mark)}
              </span>
              <Button
                look="quiet"
                label={`Remove the shape at ${formatBars(mark.bars)}`}
                onClick={() => void unshapeBars(plan, mark.id)}
              >
                ×
              </Button>
            </li>
          ))}
        </ul>
      )}
      {questions.length > 0 && (
        <div role="status">
          <ul className={css.questions}>
            {questions.map((question) => (
              <li key={question}>{question}</li>
            ))}
          </ul>
        </div>
      )}
      {offered.length > 0 && (
        <details className={css.returns}>
          <summary>
            {offered.length} {offered.length === 1 ? 'return' : 'returns'} in the score without a shape
          </summary>
          <ul>
            {offered.map(({ bars, of }) => (
              <li key={bars.from} className={css.mark}>
                <span>{inTerms`Bars ${formatBars(bars)} are bars ${formatBars(of)} again:`}</span>
                {GRADES.map((grade) => (
                  <Button
                    key={grade}
                    label={`${formatBars(bars)} ${grade} than before`}
                    onClick={() =>
                      void shapeBars(plan, { shape: 'comes again', bars, again: { of, grade }, text: '' })
                    }
                  >
                    {grade}
                  </Button>
                ))}
              </li>
            ))}
          </ul>
        </details>
      )}
      <ShapeForm plan={plan} />
    </>
  );
}

const SHAPE_NAMES = {
  'comes again': 'comes again',
  peak: 'the one peak',
  'swell on purpose': 'swell that leads nowhere, on purpose',
  tempo: 'tempo changes',
} as const satisfies Record<Shape, string>;

const EMPTY = { bars: '', of: '', backTo: '', text: '' };

function ShapeForm({ plan }: { readonly plan: ShapingPlan }) {
  const [shape, setShape] = useState<Shape>('peak');
  const [grade, setGrade] = useState<Grade>('more');
  const [typed, setTyped] = useState(EMPTY);
  const field = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    onChange: (value: string) => setTyped((before) => ({ ...before, [name]: value })),
  });
  const bars = parseBars(typed.bars);
  const of = parseBars(typed.of);
  const backTo = parseBars(typed.backTo);
  const isBack = typed.backTo.trim() === '' || (backTo !== undefined && backTo.from === backTo.to);
  const isReady = bars !== undefined && isBack && (shape !== 'comes again' || of !== undefined);
  return (
    <form
      className={css.form}
      aria-label="Shape a place"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isReady) return;
        void shapeBars(plan, {
          shape,
          bars,
          ...(shape === 'comes again' && of && { again: { of, grade } }),
          ...(shape === 'tempo' && backTo && { backTo: backTo.from }),
          text: typed.text.trim(),
        });
        setTyped(EMPTY);
      }}
    >
      <div className={css.bars}>
        <TextField
          required
          label={inTerms('Bars to shape')}
          {...field('bars')}
          error={typed.bars !== '' && !bars ? 'as 17–20' : undefined}
        />
      </div>
      <SelectField
        label="What happens"
        value={shape}
        options={SHAPES.map((each) => ({ value: each, label: SHAPE_NAMES[each] }))}
        onChange={(value) => setShape(SHAPES.find((each) => each === value) ?? 'peak')}
      />
      {shape === 'comes again' && (
        <>
          <div className={css.bars}>
            <TextField
              required
              label={inTerms('As bars')}
              {...field('of')}
              error={typed.of !== '' && !of ? 'as 1–4' : undefined}
            />
          </div>
          <SelectField
            label="Than the time before"
            value={grade}
            options={GRADES.map((each) => ({ value: each, label: each }))}
            onChange={(value) => setGrade(value === 'less' ? 'less' : 'more')}
          />
        </>
      )}
      {shape === 'tempo' && (
        <div className={css.bars}>
          <TextField
            label={inTerms('Back to bar')}
            {...field('backTo')}
            error={isBack ? undefined : 'one bar, as 1'}
          />
        </div>
      )}
      <TextField label="In words" {...field('text')} />
      <Button type="submit" disabled={!isReady}>
        Shape
      </Button>
    </form>
  );
}
