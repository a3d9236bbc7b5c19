import { useState } from 'react';
import type { Finding, Heard } from '@/core/listening';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import type { CalendarDay } from '@/core/time';
import { noteFault } from '@/store';
import { Button, Glyph, Roving, Section } from '@/ui';
import { say } from '../../shell/say';
import { barsWords, findingWords, letterOf, passWords } from '../listen-model';
import css from './Findings.module.css';

/** What was found, each to keep as a fault at its bars or to drop. */
export function Findings({
  heard,
  findings,
  student,
  piece,
  today,
}: {
  readonly heard: Heard;
  readonly findings: readonly Finding[];
  readonly student: Student;
  readonly piece: Piece;
  readonly today: CalendarDay;
}) {
  const [done, set] = useState<ReadonlyMap<string, 'kept' | 'dropped'>>(new Map());
  const left = findings.filter(({ key }) => !done.has(key)).length;
  const settle = (key: string, what: 'kept' | 'dropped') => set(new Map(done).set(key, what));
  const keep = (finding: Finding) => {
    settle(finding.key, 'kept');
    say('Kept as a fault');
    void noteFault(
      {
        studentId: student.id,
        pieceId: piece.id,
        bars: { from: Math.max(1, finding.bars.from), to: Math.max(1, finding.bars.to) },
        kind: finding.fault,
        text: findingWords(finding, heard),
      },
      today,
    );
  };
  return (
    <Section title="Findings" end={findings.length === 0 ? 'none' : `${left} to keep or drop`}>
      {findings.length === 0 && <p className={css.soft}>{noneWords(heard)}</p>}
      <Roving>
        <ul className={css.list}>
          {findings.map((finding, at) => (
            <li key={finding.key} className={css.row} data-done={done.get(finding.key)}>
              <b className={css.letter}>{letterOf(at)}</b>
              <span className={css.where}>
                {finding.at === null ? 'whole take' : barsWords(finding.bars)}
                {finding.pass !== null && <small>{passWords(finding.pass)}</small>}
              </span>
              <span>{findingWords(finding, heard)}</span>
              <span className={css.acts}>
                {done.has(finding.key) ? (
                  <span>
                    {done.get(finding.key) === 'kept' && <Glyph name="tick" />} {done.get(finding.key)}
                  </span>
                ) : (
                  <>
                    <Button
                      look="quiet"
                      label={inTerms(`Keep as a fault, ${letterOf(at)}: ${findingWords(finding, heard)}`)}
                      onClick={() => keep(finding)}
                    >
                      Keep as a fault
                    </Button>
                    <Button
                      look="quiet"
                      label={inTerms(`Drop ${letterOf(at)}: ${findingWords(finding, heard)}`)}
                      onClick={() => settle(finding.key, 'dropped')}
                    >
                      Drop
                    </Button>
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
      </Roving>
    </Section>
  );
}

const noneWords = ({ input, bars, rhythm }: Heard): string => {
  if (rhythm) return 'No figure can be said to have been tapped as another.';
  if (input === 'many voices') return 'Of many voices only the tempo is heard.';
  if (input === 'taps') return 'Taps tell the tempo, its drift and its spread.';
  if (bars.length === 0) return 'Nothing was heard that could be placed.';
  return inTerms(
    input === 'midi'
      ? 'No slip and no stop in the bars that are sure.'
      : 'No slip and no stop was heard in the bars that are sure.',
  );
};
