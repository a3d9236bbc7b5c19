import { seeded } from '../seeded';
import { addDays, calendarDay } from '../time';
import type { HeardMark, Hearer, PastCandidacy } from './candidacy';
import type { Question } from './forecast';

/**
 * Simulated studios for the proof of the forecast. Nothing here is reckoned as the model reckons: students practise
 * hours that run out of effect, weeks fall out, quality is a share between 0 and 1, marks are sums of criteria that
 * each are rounded, assessors are strict or kind in steps, and some performances slip.
 */
export interface Studio {
  readonly regime: Regime;
  readonly past: readonly PastCandidacy[];
  readonly questions: readonly Asked[];
}

export interface Asked {
  readonly question: Question;
  /** What the examiner gave. */
  readonly official: Readonly<Record<string, number>>;
  /** The award aimed at: its total, and the least in each component. */
  readonly aim: { readonly total: number; readonly floor: number };
}

export const REGIMES = ['gentle', 'noisy', 'sparse', 'biased', 'ceiling', 'new'] as const;
export type Regime = (typeof REGIMES)[number];

interface Habits {
  /** Marks in steps of a criterion that an assessor may be off by. */
  readonly blur: number;
  /** Marked lessons on the way, from and to. */
  readonly lessons: readonly [number, number];
  readonly kindness: number;
  readonly ownKindness: number;
  /** Where students begin, as a share. */
  readonly begin: number;
  readonly past: number;
  /** Share of performances in which something goes wrong. */
  readonly slips: number;
}

const HABITS: Readonly<Record<Regime, Habits>> = {
  gentle: { blur: 0.5, lessons: [4, 8], kindness: 0.2, ownKindness: 0.4, begin: 0.55, past: 36, slips: 0.04 },
  noisy: { blur: 1.2, lessons: [3, 7], kindness: 0.1, ownKindness: 0.8, begin: 0.52, past: 40, slips: 0.12 },
  sparse: { blur: 0.7, lessons: [0, 2], kindness: 0.2, ownKindness: 0.5, begin: 0.53, past: 30, slips: 0.06 },
  biased: { blur: 0.6, lessons: [3, 6], kindness: 0.9, ownKindness: 1.6, begin: 0.5, past: 36, slips: 0.06 },
  ceiling: {
    blur: 0.5,
    lessons: [3, 7],
    kindness: 0.3,
    ownKindness: 0.4,
    begin: 0.76,
    past: 36,
    slips: 0.03,
  },
  new: { blur: 0.7, lessons: [2, 6], kindness: 0.3, ownKindness: 0.6, begin: 0.54, past: 2, slips: 0.06 },
};

const FIRST_DAY = calendarDay('2024-01-08');
const WEEKS = 26;

interface Person {
  readonly id: string;
  readonly gift: number;
  /** How fast hours take effect. */
  readonly quick: number;
  readonly diligence: number;
  readonly calm: number;
  readonly pride: number;
}
interface Part {
  readonly id: string;
  readonly criteria: readonly number[];
}

const SHAPES: readonly (readonly Part[])[] = [
  [
    { id: 'a', criteria: [8, 8, 8] },
    { id: 'b', criteria: [8, 8, 8] },
    { id: 'c', criteria: [8, 8, 8] },
    { id: 't', criteria: [8, 8, 8] },
    { id: 'm', criteria: [12, 12] },
  ],
  [
    { id: 'q', criteria: [10, 10, 10] },
    { id: 'r', criteria: [10, 10, 10] },
    { id: 's', criteria: [10, 10] },
  ],
  [
    { id: 'k', criteria: [6, 6, 6] },
    { id: 'l', criteria: [6, 6, 6] },
    { id: 'n', criteria: [5, 5, 5] },
    { id: 'z', criteria: [5, 5] },
  ],
];

const maxOf = ({ criteria }: Part) => criteria.reduce((sum, max) => sum + max, 0);
const clip = (share: number) => Math.max(0, Math.min(1, share));

/** One studio of a kind, the same for the same seed. */
export function studio(regime: Regime, seed: number, questions: number): Studio {
  const habits = HABITS[regime];
  const random = seeded(seed);
  for (let round = 0; round < 5; round += 1) random();
  const spin = () => random() + random() + random() + random() - 2;
  const parts = SHAPES[Math.floor(random() * SHAPES.length)] ?? [];
  const kindness = habits.kindness * (0.5 + random());
  const people = Array.from({ length: Math.ceil((habits.past + questions) * 0.7) }, (_, at): Person => ({
    id: `student ${at}`,
    gift: 0.18 * spin(),
    quick: 0.6 + 0.8 * random(),
    diligence: 1 + 4 * random(),
    calm: 0.4 * spin(),
    pride: habits.ownKindness * (0.3 + 1.4 * random()),
  }));
  const sum = (part: Part, quality: number, off: number, blur: number): number =>
    part.criteria.reduce((all, max) => {
      const heard = quality * max + off * (max / 8) + blur * (max / 8) * 1.7 * spin();
      return all + Math.max(0, Math.min(max, Math.round(heard)));
    }, 0);
  const candidacy = (person: Person, examWeek: number, asOfWeeks: number) => {
    const jump = Math.floor(3 * random()) - 2;
    const quality = parts.map(() => clip(habits.begin + person.gift + 0.06 * jump + 0.1 * spin()));
    const reach = quality.map((from) => from + (0.97 - from) * (0.25 + 0.35 * random()));
    const from = examWeek - WEEKS;
    const count = habits.lessons[0] + Math.floor(random() * (habits.lessons[1] - habits.lessons[0] + 1));
    const heardIn = new Set(Array.from({ length: count }, () => Math.floor(WEEKS * Math.sqrt(random()))));
    const marks: HeardMark[] = [];
    let stuck = 0;
    for (let week = 0; week < WEEKS; week += 1) {
      stuck = stuck > 0 ? stuck - 1 : random() < 0.06 ? 3 : 0;
      const mood = 0.025 * spin();
      const hours = stuck > 0 ? 0.2 : person.diligence * (0.5 + random());
      for (const [at, now] of quality.entries()) {
        const gain = 1 - Math.exp((-hours * person.quick) / 45);
        quality[at] = clip(now + Math.max(0, (reach[at] ?? 1) - now) * gain + mood + 0.03 * spin());
      }
      if (!heardIn.has(week)) continue;
      const day = addDays(FIRST_DAY, 7 * (from + week) + Math.floor(3 * random()));
      const give = (assessor: Hearer, off: number, blur: number, share: number) => {
        const today = 0.25 * spin();
        for (const [at, part] of parts.entries())
          if (random() < share)
            marks.push({
              day,
              assessor,
              component: part.id,
              mark: sum(part, quality[at] ?? 0, off + today, blur),
            });
      };
      if (random() < 0.5) give('self', person.pride, 1.4 * habits.blur, 0.9);
      if (random() < 0.9) give('teacher', kindness, habits.blur, 0.8);
      if (random() < 0.15) give('mock', 0, 0.8 * habits.blur, 1);
    }
    const day = 0.6 * spin() + person.calm;
    const official = Object.fromEntries(
      parts.map((part, at) => {
        const slipped = random() < habits.slips ? 0.12 : 0;
        return [part.id, sum(part, clip((quality[at] ?? 0) - slipped), day - 0.1, 0.6 * habits.blur)];
      }),
    );
    const examDay = addDays(FIRST_DAY, 7 * examWeek);
    return {
      candidacy: {
        student: person.id,
        components: parts.map((part) => ({ id: part.id, max: maxOf(part), step: 1 })),
        start: addDays(FIRST_DAY, 7 * from),
        placement: jump,
        marks,
      },
      examDay,
      asOf: addDays(examDay, -7 * asOfWeeks),
      official,
    };
  };
  const someone = () => people[Math.floor(random() * people.length)] as Person;
  const past = Array.from({ length: habits.past }, (_, at) => {
    const made = candidacy(someone(), 30 + Math.floor((60 * at) / habits.past), 0);
    return { ...made.candidacy, examDay: made.examDay, official: made.official };
  });
  const asked = Array.from({ length: questions }, (_, at): Asked => {
    const made = candidacy(someone(), 120 + (at % 5), 1 + Math.floor(random() * 11));
    const max = parts.reduce((all, part) => all + maxOf(part), 0);
    const share = [0.6, 0.7, 0.8, 0.88][Math.floor(random() * 4)] ?? 0.6;
    return {
      question: { ...made.candidacy, asOf: made.asOf, examDay: made.examDay },
      official: made.official,
      aim: {
        total: Math.round(share * max),
        floor: random() < 0.5 ? 0 : Math.round(0.5 * Math.min(...parts.map(maxOf))),
      },
    };
  });
  return { regime, past, questions: asked };
}
