import type { Stage } from '../effort';
import { shownIn, type Reading, type RhythmExtract, type RhythmGate } from '../plan';
import { formatBars } from '../music';
import type { InstrumentFamily } from '../skills';
import { inTerms } from '../terms';
import type { Place } from './places';
import type { Reason } from './walk';

/** How a block is practised, and what is listened for. */
export interface Manner {
  readonly how: string;
  readonly listenFor: string;
  /** Played on the open strings of its notes; left out otherwise. */
  readonly onOpenStrings?: boolean;
}

const manner = (how: string, listenFor: string): Manner => ({
  how: inTerms(how),
  listenFor: inTerms(listenFor),
});

const PREPARE: readonly Manner[] = [
  manner('clap and count', 'an even beat through the bar line'),
  manner('listen to it, reading along', 'where the hardest bars are'),
  manner('tap the beat, say the rhythm', 'every note in its place'),
  manner('read it silently from start to end', 'hearing it before it sounds'),
];

/** The two schools of first reading. */
const READ: Readonly<Record<Reading, readonly Manner[]>> = {
  rhythm: [
    manner('clap and count', 'an even beat through the bar line'),
    manner('tap the beat, say the rhythm', 'every note in its place'),
  ],
  questions: [
    manner('answer the questions on the page', 'what stands there, not what you remember'),
    manner('find the bars that are the same', 'what is a little different in them'),
    manner('point at every sharp and flat, say the note', 'the notes of the key'),
    manner('read it silently from start to end', 'hearing it before it sounds'),
  ],
};

/** What of a rhythm gate is due: of each rhythm its first step that is not shown alone yet; rhythms take turns. */
export function rhythmDue(gate: RhythmGate, before: number): (Manner & { extract: RhythmExtract }) | null {
  const open = gate.extracts.flatMap((extract) => {
    const step = gate.steps.find((each) => shownIn(gate, extract.id, each) !== 'alone');
    return step === undefined ? [] : [{ extract, how: step, listenFor: 'three times in a row, alone' }];
  });
  return open[before % Math.max(1, open.length)] ?? null;
}

const SLOW = manner('slowly, two to four bars at a time', 'right notes and right values');

/** Parts of the playing apart, then together. */
const LEARN: Partial<Record<InstrumentFamily, readonly Manner[]>> = {
  keyboard: [
    manner('left hand alone, then right', 'fingers that know where they go'),
    manner('hands together, slowly', 'both hands on the beat together'),
  ],
  strings: [
    manner('left hand alone, saying the notes', 'fingers down before the note'),
    {
      ...manner('bow alone, on the open strings', 'clean changes from string to string'),
      onOpenStrings: true,
    },
    manner('left hand and bow together, slowly', 'finger first, then bow'),
  ],
  guitar: [
    manner('left hand alone, no sound', 'fingers that land together'),
    {
      ...manner('right hand alone, on open strings', 'the same finger order every time'),
      onOpenStrings: true,
    },
    manner('hands together, slowly', 'each note ringing to the next'),
  ],
  harp: [
    manner('one hand alone, then the other', 'fingers placed before they play'),
    manner('hands together, slowly', 'even sound in both hands'),
  ],
  voice: [
    manner('speak the words in rhythm', 'vowels as long as the notes'),
    manner('sing it on one vowel', 'the middle of each note'),
    manner('sing it with the words, slowly', 'the line carried through the consonants'),
  ],
  percussion: [
    manner('one hand alone, then the other', 'the same stroke in both hands'),
    manner('both hands, counting aloud', 'strokes that fall with the count'),
  ],
  brass: [
    manner('say it, then buzz it', 'the pitch before the note'),
    manner('on the instrument, slowly', 'a clear start to every note'),
  ],
};
const WIND: readonly Manner[] = [
  manner('fingers alone, no sound', 'fingers that move together'),
  manner('the rhythm on one note, tongued', 'a clear start to every note'),
  manner('as written, slowly', 'air that does not stop between notes'),
];

/** A place that comes back comes back in another way. */
const AGAIN: readonly Manner[] = [
  manner('long–short, then short–long', 'even fingers when it is straight again'),
  manner('from its last bar back, a bar more each time', 'no stop where the bars meet'),
  manner('eyes shut, twice', 'what the hands or the breath do by themselves'),
  manner('sing it, then play it', 'the same shape both times'),
];

const STAGES: Readonly<Record<Exclude<Stage, 'prepare' | 'learn'>, readonly Manner[]>> = {
  secure: [
    manner('joined to the bars around it, without a stop', 'the same tempo at the end as at the start'),
    manner('straight through, going on after a slip', 'going on in tempo'),
  ],
  'up to tempo': [manner('one step faster after three clean times', 'ease: no tighter than before')],
  memorise: [
    manner('from memory, then check the page', 'what you are not sure of'),
    manner('one hand or one line alone, from memory', 'knowing it, not only the fingers'),
    manner('start anywhere in it, from memory', 'starting again anywhere'),
  ],
  perform: [
    manner('once through, as on the day', 'going on after a slip'),
    manner('cold, as the first thing you play', 'the tempo heard before you begin'),
  ],
};

/**
 * How a place is practised in a stage: its parts apart first, then together; each return in another way.
 * @param before - visits there were before this one
 */
export function mannerOf(
  stage: Stage,
  place: Place | null,
  before: number,
  family: InstrumentFamily | null,
  reading?: Reading,
): Manner {
  if (place?.kind === 'drill') return drillManner(place);
  if (place?.kind === 'join') return manner('over the join, five times', 'no gap at the bar line');
  if (stage === 'prepare') return turn(reading ? READ[reading] : PREPARE, before);
  if (stage !== 'learn') return turn(STAGES[stage], before);
  const own = (family && LEARN[family]) ?? (family === null ? [SLOW] : WIND);
  return before < own.length ? turn(own, before) : turn([...AGAIN, own.at(-1) ?? SLOW], before - own.length);
}

const turn = (all: readonly Manner[], at: number): Manner => all[at % all.length] ?? SLOW;

function drillManner({ drill }: Extract<Place, { kind: 'drill' }>): Manner {
  switch (drill.kind) {
    case 'near copy':
      return manner(
        `play ${drill.of}, then ${drill.bar}, then ${drill.of} again`,
        drill.differs === 'pitch' ? 'the one note that is different' : 'what is written differently',
      );
    case 'jump':
      return manner(`from bar ${drill.bar} straight to bar ${drill.to}, five times`, 'the eyes there first');
    case 'key':
      return manner(
        'say the notes of the new key, then play',
        `${drill.letters.join(', ')} as the new key has them`,
      );
    case 'leap':
      return manner('hear the second note, then go there', 'landing without feeling for it');
  }
}

/** Why a block is on the card, for a child to read. */
export function whyOf(reason: Reason, place: Place | null): string {
  switch (reason.kind) {
    case 'asked for':
      return 'your teacher’s choice';
    case 'hottest':
      return inTerms(reason.known ? 'the hardest bars' : 'where the piece begins');
    case 'noted':
      return `noted: ${reason.text.replace(/[.\s]+$/, '')}`;
    case 'drill':
      return place?.kind === 'drill' ? drillWhy(place) : '';
    case 'join':
      return inTerms('where two parts meet');
    case 'back':
      return reason.days === 1 ? 'back after a day' : `back after ${reason.days} days`;
    case 'next':
      return reason.known ? 'the next hardest' : 'next in the piece';
    case 'whole':
      return 'the whole piece';
  }
}

function drillWhy({ drill }: Extract<Place, { kind: 'drill' }>): string {
  switch (drill.kind) {
    case 'near copy':
      return inTerms(`bar ${drill.bar} is nearly bar ${drill.of}`);
    case 'jump':
      return inTerms(`the way goes on in bar ${drill.to}`);
    case 'key':
      return 'a new key';
    case 'leap':
      return 'a wide leap';
  }
}

/** "bars 9–10", "join 8 to 9". */
export function placeWords(place: Place): string {
  if (place.kind === 'join') return `join ${place.bars.from} to ${place.bars.to}`;
  return inTerms(
    place.bars.from === place.bars.to ? `bar ${place.bars.from}` : `bars ${formatBars(place.bars)}`,
  );
}
