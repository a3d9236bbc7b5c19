import { Fragment, useState } from 'react';
import type { Moves, StringInstrument } from '@/core/score';
import type { Student } from '@/core/students';
import { Button, Section, SelectField } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { barName } from '../score-model';
import css from '../ScoreView.module.css';

/** What a sight of the page is drawn from. */
export interface SightProps {
  readonly answer: ScoreAnswer;
  readonly student: Student | null;
  readonly onPick: (bar: number) => void;
}

type Kind = 'none' | 'buttons' | StringInstrument;
const MOST = 8;

/** What can be counted for this part: strings it does not go below, buttons where it has two staves. */
const kindsOf = ({ strings, buttons }: Moves): Kind[] => [
  'none',
  ...(Object.keys(strings) as StringInstrument[]).filter((name) => strings[name] !== null),
  ...(buttons ? (['buttons'] as const) : []),
];
const labelOf = (kind: Kind) =>
  kind === 'none' ? 'not asked' : kind === 'buttons' ? 'left-hand buttons' : `${kind} strings`;

/** How often the bow or hand crosses strings, how far the left hand jumps among buttons; the bars of most moves. */
export function StringsAndButtons({ answer, student, onPick }: SightProps) {
  const { moves } = answer;
  const kinds = kindsOf(moves);
  const [asked, ask] = useState<Kind | null>(null);
  const own = kinds.find((kind) => kind === student?.instrument) ?? 'none';
  const kind = asked !== null && kinds.includes(asked) ? asked : own;
  const sum = (figures: readonly number[]) => figures.reduce((all, each) => all + each, 0);
  const jumps = kind === 'buttons' ? (moves.buttons ?? []) : [];
  const byBar =
    kind === 'none'
      ? []
      : kind === 'buttons'
        ? jumps.map((each) => Math.max(0, ...each))
        : (moves.strings[kind] ?? []);
  const most = byBar
    .map((figure, bar) => ({ figure, bar }))
    .filter(({ figure }) => figure > 1)
    .sort((a, b) => b.figure - a.figure || a.bar - b.bar)
    .slice(0, MOST);
  return (
    <Section title="Strings and buttons" end="first position">
      <div className={css.acts}>
        <SelectField
          label="Moves of"
          value={kind}
          options={kinds.map((value) => ({ value, label: labelOf(value) }))}
          onChange={(value) => ask(value as Kind)}
        />
      </div>
      {kind === 'buttons' && (
        <p>
          {jumps.flat().length} moves of the bass, the widest {Math.max(0, ...byBar)} fifths.
        </p>
      )}
      {kind !== 'none' && kind !== 'buttons' && (
        <p>
          {sum(byBar)} string crossings at least, in {sum(moves.struck)} notes.
        </p>
      )}
      {most.length > 0 && (
        <p>
          Most:{' '}
          {most.map(({ figure, bar }, at) => (
            <Fragment key={bar}>
              <span className={css.figures}>
                <Button look="quiet" onClick={() => onPick(bar)}>
                  {barName(answer, bar)}
                </Button>
                {kind === 'buttons' ? `${figure} fifths` : figure}
                {at < most.length - 1 ? ',' : ''}
              </span>{' '}
            </Fragment>
          ))}
        </p>
      )}
    </Section>
  );
}
