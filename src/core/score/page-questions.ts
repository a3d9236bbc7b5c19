import { noteWords } from '../note-words';
import { inTerms } from '../terms';
import type { Layout } from './bars';
import { keyWords } from './demands';
import { soundingBars, type LearnedBar, type PlacedNote } from './learn-once';
import type { ScorePart } from './model';
import type { Roadmap } from './roadmap';

/** A question the page answers, with its answer as computed. */
export interface PageQuestion {
  readonly question: string;
  readonly answer: string;
}

/** As a sentence: "Bars 5, 14.", "Bar 7.". */
const barsSentence = (layout: Layout, bars: readonly number[]) =>
  `${bars.length === 1 ? inTerms('Bar') : inTerms('Bars')} ${barList(layout, bars)}.`;

/** Bars by their numbers: "1, 5, 9"; the pickup by its name. */
const barList = (layout: Layout, bars: readonly number[]) =>
  bars
    .map((at) => (layout.bars[at]?.number === 0 ? 'the pickup' : String(layout.bars[at]?.number ?? '')))
    .join(', ');

/** Questions on a score that a student answers from the page, with the key to them. */
export function pageQuestions(
  part: ScorePart,
  layout: Layout,
  learned: readonly LearnedBar[],
  roadmap: Roadmap,
): PageQuestion[] {
  const first = part.measures[0];
  const counted = layout.bars.filter(({ number }) => number > 0).length;
  const questions: PageQuestion[] = [];
  const ask = (question: string, answer: string) => questions.push({ question, answer });
  const sounding = soundingBars(part, layout);
  let highest: PlacedNote | null = null;
  for (const own of sounding)
    for (const each of own)
      if (!each.note.unpitched && (!highest || each.pitch > highest.pitch)) highest = each;
  const fifths = first?.key?.fifths ?? null;
  const keyAt = (bar: number) => part.measures[layout.bars[bar]?.measures[0] ?? 0]?.key?.fifths ?? null;
  if (fifths !== null && highest) ask('Which sharps or flats stand in the key signature?', keyWords(fifths));
  if (first?.time?.beatType)
    ask('What is the time signature?', `${first.time.groups.join(' + ')} over ${first.time.beatType}`);
  ask(inTerms('How many bars are printed?'), String(counted));
  ask(
    'Does the piece begin on the first beat?',
    layout.bars[0]?.number === 0 ? 'No, with a pickup.' : 'Yes.',
  );
  const performed = roadmap.order.reduce((sum, index) => sum + (layout.counts[index] ?? 0), 0);
  if (performed !== counted) ask(inTerms('How many bars are played, with the repeats?'), String(performed));
  const last = sounding.findLast((own) => own.length > 0)?.at(-1)?.note;
  const firstNote = sounding.find((own) => own.length > 0)?.[0]?.note;
  if (firstNote?.spelling && !firstNote.unpitched)
    ask('What is the first note?', noteWords(firstNote.spelling.letter, firstNote.spelling.alter, fifths));
  if (last?.spelling && !last.unpitched)
    ask(
      'What is the last note?',
      noteWords(last.spelling.letter, last.spelling.alter, keyAt(layout.bars.length - 1)),
    );
  const firstBar = layout.bars.findIndex(({ number }) => number === 1);
  const same = learned
    .filter(({ like }) => like?.how === 'same' && like.bar === firstBar)
    .map(({ bar }) => bar);
  ask(inTerms('Which bars are the same as bar 1?'), same.length > 0 ? barsSentence(layout, same) : 'None.');
  const accidentals = sounding.flatMap((own, at) =>
    own.some(({ note }) => note.accidental !== '') ? [at] : [],
  );
  ask(
    inTerms('In which bars is an accidental printed?'),
    accidentals.length > 0 ? barsSentence(layout, accidentals) : 'In none.',
  );
  if (highest) {
    const { pitch, note } = highest;
    const bars = sounding.flatMap((own, at) => (own.some((each) => each.pitch === pitch) ? [at] : []));
    ask(
      'What is the highest note, and where does it stand?',
      inTerms`${noteWords(note.spelling?.letter ?? 0, note.spelling?.alter ?? 0, keyAt(bars[0] ?? 0))}, bar ${barList(layout, bars)}`,
    );
  }
  const dynamics = layout.bars.flatMap((bar) =>
    bar.measures.flatMap((index) =>
      (part.measures[index]?.marks ?? []).flatMap((mark) => (mark.kind === 'dynamic' ? [mark.name] : [])),
    ),
  );
  if (dynamics.length > 0) ask('Which dynamics are printed?', [...new Set(dynamics)].join(', '));
  return questions;
}
