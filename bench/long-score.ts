import { noteOf, scoreOf } from '../src/core/score/arbitrary';
import { seeded } from '../src/core/seeded';

/** A score of about so many bytes, as notation programs write them: stems, beams, positions and all. */
export function longScore(bytes: number): string {
  const random = seeded(3);
  const names = ['C4', 'D4', 'E4', 'F#4', 'G4', 'A4', 'B4', 'C5', 'D5', 'E5'];
  const note = () =>
    noteOf(
      names[Math.floor(random() * names.length)] ?? 'C4',
      2,
      '<voice>1</voice><type>eighth</type><stem default-y="-47.5">down</stem><staff>1</staff><beam number="1">begin</beam><notations><slur type="start" number="1" placement="above"/></notations>',
    ).replace('<note>', '<note default-x="80.5" default-y="-20.0">');
  const measures: string[] = [];
  for (let size = 0; size < bytes;) {
    const measure = Array.from({ length: 8 }, note).join('\n');
    measures.push(measure);
    size += measure.length + 40;
  }
  return scoreOf(measures);
}
