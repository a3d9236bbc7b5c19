import type { HeardNote, Match } from './match';
import type { SoundingRoad } from './road';

/** Fewer right notes than this are no stretch of their own. */
const FEWEST = 3;
/** Past whole bars in less than this share of their time: they were left out. */
const SKIPPED = 0.7;
/** Seconds within which notes sound together. */
const WITH = 0.08;

interface Draft {
  notes: number[];
  /** Whether it began by a jump. */
  jumped: boolean;
}

/** Notes in stretches: cut at jumps and where bars were left out, put together where neither holds. */
export function stretchesOf(
  heard: readonly HeardNote[],
  road: SoundingRoad,
  { steps, factors }: Match,
  isRight: (note: number) => boolean,
): Draft[] {
  const { events, bars } = road;
  let drafts: Draft[] = [];
  let last = -1;
  const before: number[] = [];
  steps.forEach(({ event, how, jumped }, note) => {
    if (event < 0) {
      before.push(note);
      return;
    }
    const draft = drafts.at(-1);
    if (!draft || jumped || (how === 'first' && last >= 0 && leavesOut(last, note)))
      drafts.push({ notes: [...soundingWith(note, draft), note], jumped: draft !== undefined });
    else draft.notes.push(note);
    last = note;
  });
  const count = (draft: Draft) => draft.notes.filter(isRight).length;
  if (drafts.length > 1) {
    const kept = drafts.filter((draft) => count(draft) >= FEWEST);
    drafts = kept.length > 0 ? kept : drafts.slice(0, 1);
  }
  const joined: Draft[] = [];
  for (const draft of drafts) {
    const before = joined.at(-1);
    const [end, start] = [before?.notes.at(-1), draft.notes[0]];
    if (before && end !== undefined && start !== undefined && goesOn(end, start))
      before.notes.push(...draft.notes);
    else joined.push({ ...draft, notes: [...draft.notes] });
  }
  joined[0]?.notes.unshift(...before);
  return joined;

  /** Takes what was read as added just before a jump out of a stretch: it sounds with the note jumped to. */
  function soundingWith(note: number, draft: Draft | undefined): number[] {
    const on = heard[note]?.on ?? 0;
    let first = draft?.notes.length ?? 0;
    const isWith = (other: number | undefined) =>
      other !== undefined && steps[other]?.how === 'added' && on - (heard[other]?.on ?? 0) <= WITH;
    while (isWith(draft?.notes[first - 1])) first -= 1;
    return draft?.notes.splice(first) ?? [];
  }
  /** Whether whole bars between two notes were passed over in less than their time. */
  function leavesOut(one: number, other: number): boolean {
    const [from, to] = [events[steps[one]?.event ?? -1], events[steps[other]?.event ?? -1]];
    if (!from || !to || to.at <= from.at) return false;
    const whole = to.at - from.at >= (bars[from.bar]?.length ?? Infinity) || to.bar - from.bar > 1;
    const next = (steps[other]?.event ?? 0) - (steps[one]?.event ?? 0) === 1;
    if (!whole || next) return false;
    const due = (to.seconds - from.seconds) * ((factors[other] ?? 0) || (factors[one] ?? 0));
    return (heard[other]?.on ?? 0) - (heard[one]?.on ?? 0) < SKIPPED * due;
  }
  /** Whether the music goes forward between two notes, at most with notes left out. */
  function goesOn(one: number, other: number): boolean {
    const [from, to] = [steps[one]?.event ?? -1, steps[other]?.event ?? -1];
    if (to <= from) return false;
    if (leavesOut(one, other)) return false;
    const [a, b] = [events[from], events[to]];
    if (!a || !b) return false;
    const due = (b.seconds - a.seconds) * ((factors[other] ?? 0) || (factors[one] ?? 0));
    return (heard[other]?.on ?? 0) - (heard[one]?.on ?? 0) >= SKIPPED * due || to - from <= 2;
  }
}
