import { demandWords } from '../skills';
import { inTerms } from '../terms';
import { ruleTitle, type Session } from '../requirements';
import { daysBetween, formatDay, type CalendarDay } from '../time';
import type { FitDetail, FitState, NotEligible, Unknown } from './fit-state';
import type { FitColumn } from './ready';

const weeks = (count: number) => `${count} ${count === 1 ? 'week' : 'weeks'}`;

const byItself = ({ alone }: { readonly alone?: true }) => (alone ? ' by itself' : '');
/** What the open goals leave is nothing: said before anything of the level. */
const OVERFULL = 'The open goals already ask for more than there is. For this level by itself: ';
const afterGoals = (state: { readonly alone?: true }, words: string) =>
  state.alone ? OVERFULL + words.charAt(0).toLowerCase() + words.slice(1) : words;

/** A state in a few words, as a cell's name and a line of a table say it. */
export function stateWords(state: FitState): string {
  switch (state.kind) {
    case 'ready now':
      return `ready now${byItself(state)}`;
    case 'reachable':
      return `reachable${byItself(state)}, ${weeks(state.weeks)} needed`;
    case 'beyond':
      if (state.byItself !== undefined)
        return `beyond beside the open goals, ${weeks(state.byItself)} by itself`;
      return state.weeks === null ? 'beyond, a year or more' : `beyond, ${weeks(state.weeks)} needed`;
    case 'held':
      return `held, ${state.award}`;
    case 'already passed':
      return `already passed, ${state.levelName} held`;
    case 'not eligible':
      return state.why.kind === 'instrument' ? `not eligible, for ${state.why.open}` : 'not eligible';
    case 'undecided':
      return 'undecided';
  }
}

/** The same with what it rests on: one or two sentences for the panel. */
export function explainState(detail: FitDetail, { set, level, session }: FitColumn): string {
  const { state, weeksToSession } = detail;
  const titles = (ids: readonly string[]) =>
    ids
      .map((id) => level.rules.find((rule) => rule.id === id))
      .flatMap((rule) => (rule ? [ruleTitle(rule, level)] : []));
  switch (state.kind) {
    case 'ready now':
      return afterGoals(
        state,
        `Ready now: ${weeks(state.weeks)} of work, ${weeksToSession} to ${theDate(session)}, nothing missing.`,
      );
    case 'reachable': {
      const spare = weeksToSession - state.weeks;
      return afterGoals(
        state,
        `Reachable: ${weeks(state.weeks)} needed, ${weeksToSession} to ${theDate(session)}. ${spare === 0 ? 'No week' : weeks(spare)} to spare.`,
      );
    }
    case 'beyond':
      if (state.byItself !== undefined)
        return `Too early: the weeks are too full for it beside the open goals. By itself: ${weeks(state.byItself)} needed, ${weeksToSession} to ${theDate(session)}.`;
      return afterGoals(
        state,
        state.weeks === null
          ? `Too early: a year or more needed, ${weeks(weeksToSession)} to ${theDate(session)}.`
          : `Too early: ${weeks(state.weeks)} needed, ${weeksToSession} to ${theDate(session)}. ${weeks(state.weeks - weeksToSession)} short.`,
      );
    case 'held':
      return `Held: ${state.award}, ${formatDay(state.day, 'written')}.`;
    case 'already passed':
      return `Too late: ${state.levelName} is held already.`;
    case 'not eligible':
      return `Not eligible: ${whyNot(state.why, session, titles)}.`;
    case 'undecided':
      return unknownWords(state.unknown, set.name, titles);
  }
}

const theDate = ({ day, recordingDue }: Session) =>
  recordingDue !== null && recordingDue < day ? 'the recording' : 'the session';

function unknownWords(unknown: Unknown, set: string, titles: (ids: readonly string[]) => string[]): string {
  switch (unknown.kind) {
    case 'rules':
      return `Undecided, something is not known: ${titles(unknown.ruleIds).join('; ')}.`;
    case 'bars':
      return inTerms`Undecided: the bars of ${unknown.pieceIds.length} listed pieces are not counted in ${set}.`;
    case 'demands':
      return `Undecided: no skill is known for ${unknown.names.map((name) => `“${demandWords(name)}”`).join(', ')}. Add it as a skill of your own, or correct the piece.`;
    case 'pieces':
      return `Undecided: ${unknown.pieceIds.length} ${unknown.pieceIds.length === 1 ? 'piece' : 'pieces'} of ${set} ${unknown.pieceIds.length === 1 ? 'is' : 'are'} not in the studio.`;
    case 'own choice':
      return `Undecided: ${[
        unknown.more > 0 &&
          `${unknown.more} more ${unknown.more === 1 ? 'piece' : 'pieces'} could be the own choice`,
        unknown.unsaid > 0 &&
          `${unknown.unsaid} ${unknown.unsaid === 1 ? 'piece does' : 'pieces do'} not say for which instrument`,
      ]
        .filter(Boolean)
        .join('; ')}.`;
    case 'student':
      return 'Undecided: nothing says how far this student is. Enter a level passed, a skill heard or a piece played, or that this is a beginner, in the student’s details.';
    case 'family':
      return `Undecided: which family of instruments does ${unknown.instrument} belong to? Say so in the student’s details.`;
  }
}

function whyNot(why: NotEligible, session: Session, titles: (ids: readonly string[]) => string[]): string {
  switch (why.kind) {
    case 'instrument':
      return `for ${why.open}`;
    case 'session past':
      return `the session was on ${formatDay(session.day, 'written')}`;
    case 'no programme':
      return 'no choice of pieces keeps the rules';
    case 'rules':
      return titles(why.ruleIds).join('; ');
  }
}

/** What the entry date says: how many days are left, what a late entry costs, or that it is too late. */
export function entryWords(
  { session }: FitColumn,
  today: CalendarDay,
): { readonly days: number; readonly words: string } | null {
  const { entryOpens, entryCloses, late } = session;
  if (entryOpens !== null && today < entryOpens)
    return {
      days: daysBetween(today, entryOpens),
      words: `days until entry opens, ${formatDay(entryOpens, 'medium')}`,
    };
  if (entryCloses === null) return null;
  const days = daysBetween(today, entryCloses);
  if (days >= 0)
    return {
      days,
      words: `${days === 1 ? 'day' : 'days'} to the entry date, ${formatDay(entryCloses, 'medium')}${session.fee === '' ? '' : `; ${session.fee}`}`,
    };
  const lateDays = late === null ? -1 : daysBetween(today, late.until);
  return late && lateDays >= 0
    ? {
        days: lateDays,
        words: `days for a late entry, to ${formatDay(late.until, 'medium')}; ${late.fee} more`,
      }
    : { days, words: `too late: entry closed ${formatDay(entryCloses, 'medium')}` };
}
