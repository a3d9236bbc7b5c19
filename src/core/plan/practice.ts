import { inTerms } from '../terms';
import { addDays, daysBetween, daysFrom, type CalendarDay, type Period } from '../time';
import type { HandedCard } from './handed-card';
import type { PracticeEntry } from './practice-entry';

/** One week as it was reported. */
export interface PracticeWeek extends Period {
  /** Null where nobody has said anything: neither done nor undone. */
  readonly minutes: number | null;
  /** Minutes of each day of the week, in order. */
  readonly days: readonly { readonly day: CalendarDay; readonly minutes: number }[];
}

/** The weeks with what was reported in them. */
export function practiceWeeks(
  entries: readonly Pick<PracticeEntry, 'day' | 'minutes'>[],
  weeks: readonly Period[],
): PracticeWeek[] {
  const minutes = new Map<string, number>();
  for (const entry of entries) minutes.set(entry.day, (minutes.get(entry.day) ?? 0) + entry.minutes);
  return weeks.map((week) => {
    const days = daysFrom(week.from, week.to).map((day) => ({ day, minutes: minutes.get(day) ?? 0 }));
    return {
      ...week,
      days,
      minutes: days.some(({ day }) => minutes.has(day))
        ? days.reduce((sum, day) => sum + day.minutes, 0)
        : null,
    };
  });
}

/** Facts for a talk about practising; never a verdict. */
export interface PracticeFacts {
  readonly reported: number;
  /** Days with practice in the weeks that were reported. */
  readonly touched: number;
  /** Most days in a row without any, between two days with some, where every week between was reported; null without two. */
  readonly longestGap: number | null;
  /** Whether every day with practice is that of a lesson or the day before one, over two reported weeks at least. */
  readonly onlyBeforeLesson: boolean;
  /** Days on which a video or a recording was played along with or copied. */
  readonly supported: number;
  /** Minutes of the cards that were handed out for weeks that were reported, and what was reported in these; null without any. */
  readonly againstCards: { readonly asked: number; readonly done: number } | null;
}

/**
 * @param weeks - in order, without gaps between them
 * @param lessons - days of lessons
 */
export function practiceFacts(
  weeks: readonly PracticeWeek[],
  lessons: ReadonlySet<CalendarDay>,
  entries: readonly Pick<PracticeEntry, 'day' | 'support'>[] = [],
  cards: readonly Pick<HandedCard, 'from' | 'to' | 'lines'>[] = [],
): PracticeFacts {
  const touched: CalendarDay[] = [];
  let longestGap: number | null = null;
  let last: CalendarDay | null = null;
  for (const week of weeks) {
    if (week.minutes === null) last = null;
    for (const { day, minutes } of week.days) {
      if (minutes === 0) continue;
      touched.push(day);
      if (last !== null) longestGap = Math.max(longestGap ?? 0, daysBetween(last, day) - 1);
      last = day;
    }
  }
  const reported = weeks.filter(({ minutes }) => minutes !== null).length;
  const isBefore = (day: CalendarDay) => lessons.has(day) || lessons.has(addDays(day, 1));
  return {
    reported,
    touched: touched.length,
    longestGap,
    onlyBeforeLesson: reported > 1 && touched.length > 1 && touched.every(isBefore),
    supported: new Set(entries.flatMap(({ day, support }) => (support && touched.includes(day) ? [day] : [])))
      .size,
    againstCards: againstCards(weeks, cards),
  };
}

function againstCards(
  weeks: readonly PracticeWeek[],
  cards: readonly Pick<HandedCard, 'from' | 'to' | 'lines'>[],
): PracticeFacts['againstCards'] {
  const days = new Map(
    weeks.flatMap((week) => week.days.map(({ day, minutes }) => [day, { week, minutes }] as const)),
  );
  let found = false;
  let asked = 0;
  let done = 0;
  for (const card of cards) {
    const own = daysFrom(card.from, card.to).map((day) => days.get(day));
    if (!own.some((day) => day !== undefined && day.week.minutes !== null)) continue;
    found = true;
    asked += card.lines.reduce((sum, { day, minutes }) => sum + (days.has(day) ? minutes : 0), 0);
    done += own.reduce((sum, day) => sum + (day?.minutes ?? 0), 0);
  }
  return found ? { asked, done } : null;
}

/** Facts in words, for a talk; empty where nothing was reported. */
export function factWords(facts: PracticeFacts): string[] {
  const { reported, touched, longestGap, onlyBeforeLesson, supported, againstCards: cards } = facts;
  if (reported === 0) return [];
  return [
    `practised on ${daysWords(touched)}`,
    ...(longestGap !== null && longestGap > 0 ? [`longest gap ${daysWords(longestGap)}`] : []),
    ...(onlyBeforeLesson ? ['only on the day of the lesson or the day before'] : []),
    ...(supported > 0 ? [`with a video or a recording on ${daysWords(supported)}`] : []),
    ...(cards ? [`${cards.done} minutes reported where the cards asked ${cards.asked}`] : []),
  ];
}
const daysWords = (count: number) => `${count} ${count === 1 ? 'day' : 'days'}`;

/** What to ask, each because of a fact; none of them judges. */
export function talkQuestions(facts: PracticeFacts, weeks: number): string[] {
  const { reported, longestGap, onlyBeforeLesson, supported, againstCards: cards } = facts;
  return [
    ...(reported < weeks
      ? [
          `What happened in the ${weeks - reported === 1 ? 'week' : `${weeks - reported} weeks`} nobody has spoken of?`,
        ]
      : []),
    ...(onlyBeforeLesson ? ['Which day in the middle of the week would be possible?'] : []),
    ...(longestGap !== null && longestGap > 3
      ? [`What was different in the ${longestGap} days without the instrument?`]
      : []),
    ...(supported > 0 ? ['How does it go without the video or the recording?'] : []),
    ...(cards && cards.done * 4 < cards.asked * 3 ? ['What on the card would you leave out?'] : []),
    ...(cards && cards.done > cards.asked ? ['What did you want to go on with?'] : []),
    inTerms('Which bars are easier than a week ago, and how can you tell?'),
    'What do you do when a place goes wrong three times?',
    'What should next week’s card have in it?',
  ];
}
