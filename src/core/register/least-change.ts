import { linesOf, practiceCard } from '../card';
import type { HandedCard, HandedLine, Plan, PlanInput } from '../plan';
import { minutesOn, type CalendarDay } from '../time';
import { cardStillServes } from './since-last-week';

/** A card that was handed out, changed so little that it serves again. */
export interface CardChange {
  /** All its lines; those of days that are over stay as they were. */
  readonly lines: readonly HandedLine[];
  /** What is asked more or less of, in minutes of the days left; never 0. */
  readonly changes: readonly { readonly title: string; readonly minutes: number }[];
  /** The fullest stretch after it, and with the card as it is. */
  readonly peak: number;
  readonly before: number;
}

const keyOf = ({ goalId, componentId, pieceId, skillId }: HandedLine) =>
  JSON.stringify([goalId, componentId, pieceId, skillId ?? null]);
const sumOf = (lines: readonly HandedLine[]) => lines.reduce((sum, { minutes }) => sum + minutes, 0);

/**
 * The least change, on the way from the card to the one the plan would make now, after which the card serves again: as small a
 * part of that way as does it, and none of it that is not needed. No day gets more than it has.
 * @param plan - as it stands, over all goals
 * @returns null where the card serves, or where no card of this week would
 */
export function leastChange(input: PlanInput, card: HandedCard, plan: Plan): CardChange | null {
  const { today } = input;
  const { serves, peak: before } = cardStillServes(input, card);
  if (serves) return null;
  const isLeft = ({ day }: HandedLine) => day >= today && day <= card.to;
  const fresh = plan.weeks
    .flatMap(({ from }, week) => (from <= card.to ? linesOf(practiceCard(plan, week)) : []))
    .filter(isLeft);
  const room = new Map(
    minutesOn({ from: today, to: card.to }, input.student, input.closures).map(({ day, minutes }) => [
      day,
      minutes,
    ]),
  );
  const left = card.lines.filter(isLeft);
  const wanted = new Map<string, number>();
  for (const [lines, sign] of [[fresh, 1] as const, [left, -1] as const])
    for (const line of lines) wanted.set(keyOf(line), (wanted.get(keyOf(line)) ?? 0) + sign * line.minutes);
  const titles = new Map([...left, ...fresh].map((line) => [keyOf(line), line.title]));
  /** The card once `percent` of the way is gone, with these of its items. */
  const gone = (percent: number, keys: ReadonlySet<string>) => {
    const minutes = new Map(
      [...keys].map((key) => [key, Math.round(((wanted.get(key) ?? 0) * percent) / 100)] as const),
    );
    const changed: HandedCard = { ...card, lines: withMinutes(card.lines, minutes, fresh, room, isLeft) };
    return { changed, minutes, ...cardStillServes(input, changed) };
  };
  /** The shortest part of the way that does it; `all` is known to. */
  const shortest = (keys: ReadonlySet<string>) => {
    let [no, yes] = [0, 100];
    while (yes - no > 1) {
      const middle = Math.floor((no + yes) / 2);
      if (gone(middle, keys).serves) yes = middle;
      else no = middle;
    }
    return yes;
  };
  let keys: ReadonlySet<string> = new Set(
    [...wanted].flatMap(([key, minutes]) => (minutes === 0 ? [] : [key])),
  );
  if (!gone(100, keys).serves) return null;
  let percent = shortest(keys);
  const bySize = [...keys].sort((a, b) => Math.abs(wanted.get(a) ?? 0) - Math.abs(wanted.get(b) ?? 0));
  for (const key of bySize) {
    const fewer = new Set([...keys].filter((each) => each !== key));
    if (gone(percent, fewer).serves) keys = fewer;
  }
  percent = gone(100, keys).serves ? shortest(keys) : percent;
  const { changed, peak } = gone(percent, keys);
  const changes = [...keys].flatMap((key) => {
    const of = (lines: readonly HandedLine[]) => sumOf(lines.filter((line) => keyOf(line) === key));
    const minutes = of(changed.lines) - of(card.lines);
    return minutes === 0 ? [] : [{ title: titles.get(key) ?? '', minutes }];
  });
  return { lines: changed.lines, changes, peak, before };
}

/**
 * Lines with so many minutes more or less of each item on the days left: what is taken off goes from the last day back, what is
 * added goes where there is room, first to the days that have the item.
 */
function withMinutes(
  lines: readonly HandedLine[],
  minutes: ReadonlyMap<string, number>,
  fresh: readonly HandedLine[],
  room: ReadonlyMap<CalendarDay, number>,
  isLeft: (line: HandedLine) => boolean,
): HandedLine[] {
  const made = lines.map((line) => ({ ...line }));
  for (const [key, by] of minutes) {
    let over = Math.max(0, -by);
    for (const line of [...made].reverse()) {
      if (over === 0 || keyOf(line) !== key || !isLeft(line)) continue;
      const taken = Math.min(over, line.minutes);
      line.minutes -= taken;
      over -= taken;
    }
  }
  let next = Math.max(0, ...made.map(({ line }) => line));
  for (const [key, by] of minutes) {
    let over = Math.max(0, by);
    const has = (day: CalendarDay) => made.some((line) => line.day === day && keyOf(line) === key);
    const days = [...room.keys()].sort((a, b) => Number(has(b)) - Number(has(a)) || (a < b ? -1 : 1));
    for (const day of days) {
      const free = (room.get(day) ?? 0) - sumOf(made.filter((line) => line.day === day));
      const added = Math.min(over, Math.max(0, free));
      if (added === 0) continue;
      over -= added;
      const there = made.find((line) => line.day === day && keyOf(line) === key);
      const like = there ?? [...fresh, ...lines].find((line) => line.day === day && keyOf(line) === key);
      const other = like ?? [...fresh, ...lines].find((line) => keyOf(line) === key);
      if (there) there.minutes += added;
      else if (other) {
        next += 1;
        made.push({ ...other, line: next, day, minutes: added });
      }
    }
  }
  return made.filter((line) => line.minutes > 0);
}
