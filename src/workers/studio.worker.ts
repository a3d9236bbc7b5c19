import { textId, withRecords, type Studio } from '@/core/files';
import { KeptFit, stateWords, type FitColumn, type FitState } from '@/core/fit';
import {
  decisionsOf,
  ENOUGH_RESULTS,
  eveForecast,
  fitGroups,
  fitSettings,
  fitStudentReader,
  goalContext,
  goalForecast,
  hindsight,
  levelsInReach,
  openGoals,
  pastCandidacies,
  rescuedTogether,
  rescueOf,
  unsettledGoals,
  type GoalContext,
  type GoalForecast,
  type Hindsight,
  type Rescue,
} from '@/core/register';
import { fitStudio, type PastCandidacy, type StudioFit } from '@/core/forecast';
import { ok } from '@/core/result';
import { formatDay } from '@/core/time';
import { easierScore } from '@/core/score';
import { breathe } from '@/store/breathe';
import { keepStudioFit, studioFitOf } from '@/store/kept-fit';
import { browserKv } from '@/store/kv';
import { readStudio } from '@/store/read-studio';
import { newId } from '@/store/seed';
import type { StudioFeed } from './studio-feed';
import type {
  afterwards,
  decisions,
  fit,
  FitProgress,
  FitQuestion,
  forecasts,
  ForecastsFound,
  ForecastsQuestion,
  lookBack,
  rescue,
  RescueAsked,
} from './studio.job';
import { serve, type Asked } from './serve';

/** Milliseconds of work between two looks at what the page says. */
const SLICE = 20;
/** Milliseconds between two replies: the first comes soon, the others seldom, so that the page stays free. */
const FIRST = 8;
const BETWEEN = 200;
/** So many rows are worked out before anyone has to be told how far it is. */
const FEW_ROWS = 2;

/** The studio this worker holds. */
let held: { readonly of: string; studio: Studio } | null = null;
let reading: Promise<void> = Promise.resolve();

/** The studio of these databases with every change told until now. */
async function studioOf(of: string): Promise<Studio> {
  await reading;
  if (held?.of !== of) {
    const reads = readStudio(browserKv(of));
    reading = reads.then(
      (studio) => {
        held = { of, studio };
      },
      () => {
        held = null;
      },
    );
    return reads;
  }
  return held.studio;
}

/** Changes wait for the reading, so that they come after what was read. */
function take({ of, records }: StudioFeed): void {
  reading = reading.then(() => {
    if (held?.of !== of) return;
    if (records === 'all') held = null;
    else held.studio = withRecords(held.studio, records);
  });
}

/** The fit of each window asked about. */
const fits = new Map<string, { readonly id: string; readonly fit: KeptFit }>();
/** Windows whose fit is kept: those of the year that the page offers. */
const WINDOWS = 4;

function keptFit({ of, today, window }: FitQuestion) {
  const name = [of, today, window.from, window.to].join(' ');
  const kept = fits.get(name) ?? { id: newId(), fit: new KeptFit() };
  fits.delete(name);
  fits.set(name, kept);
  for (const old of fits.keys()) if (fits.size > WINDOWS) fits.delete(old);
  return kept;
}

async function answerFit(question: FitQuestion, asked: Asked<FitProgress>) {
  const studio = await studioOf(question.of);
  const { today, seen } = question;
  const columns = fitGroups(studio, question.window).flatMap((group) =>
    group.columns.flatMap(({ members }): readonly FitColumn[] => members),
  );
  const read = fitStudentReader(studio, today);
  const students = question.students.flatMap((id) => {
    const student = studio.students.get(id);
    return student ? [read(student)] : [];
  });
  const { id: name, fit: kept } = keptFit(question);
  kept.ask(fitSettings(studio, today), columns, students);
  const known = seen?.fit === name ? seen : null;
  const all = students.length * columns.length;
  let left = kept.left;
  const tell = (rows: FitProgress['rows'], fresh: boolean) =>
    asked.tell({ rows, fresh, done: all - left, all, moment: { fit: name, told: kept.tell() } });
  let rows = new Map<string, [number, FitState][]>();
  let isBegun = false;
  const flush = () => {
    // First what differs from what the page has, with the cells known until now.
    if (isBegun)
      tell(
        [...rows].map(([studentId, cells]) => ({ studentId, cells, anew: false })),
        false,
      );
    else
      tell(
        kept.rowsSince(known?.told ?? -1).map(([studentId, cells]) => ({ studentId, cells, anew: true })),
        known === null,
      );
    isBegun = true;
    rows = new Map();
  };
  // The few rows an edit changes are told whole, so that they are drawn once.
  const isFew = known !== null && left <= FEW_ROWS * columns.length;
  if (!isFew) flush();
  let [since, told, wait] = [performance.now(), performance.now(), isFew ? BETWEEN : FIRST];
  for (const { row, column, state } of kept.work()) {
    const id = students[row]?.student.id ?? '';
    const cells = rows.get(id) ?? [];
    cells.push([column, state]);
    rows.set(id, cells);
    left -= 1;
    const now = performance.now();
    if (now - told >= wait) {
      flush();
      [told, wait] = [now, BETWEEN];
    }
    if (now - since >= SLICE) {
      await breathe();
      if (asked.cancelled) return ok(null);
      since = performance.now();
    }
  }
  flush();
  return ok(null);
}

/** What the forecasts rest on, for the results it was made from. */
let learned: { readonly from: string; readonly fit: StudioFit } | null = null;

/** The fit of the studio: the one there is, the one kept, or a new one where a result has come since. */
async function learnedFrom(of: string, past: readonly PastCandidacy[]): Promise<StudioFit> {
  const from = textId(JSON.stringify(past));
  if (learned?.from === from) return learned.fit;
  // Where the browser keeps nothing, it is made again each time.
  const kept = await studioFitOf(of, from).catch(() => null);
  const fit = kept ?? fitStudio(past);
  if (!kept) void keepStudioFit(of, from, fit).catch(() => undefined);
  learned = { from, fit };
  return fit;
}

async function answerForecasts({ of, today, goals }: ForecastsQuestion, asked: Asked<ForecastsFound>) {
  const studio = await studioOf(of);
  const past = pastCandidacies(studio);
  const fit = await learnedFrom(of, past);
  const some = goals ? goals.flatMap((id) => studio.goals.get(id) ?? []) : openGoals(studio);
  const found: GoalForecast[] = [];
  let [since, told] = [performance.now(), performance.now()];
  for (const [at, goal] of some.entries()) {
    const context = goalContext(studio, goal, today);
    const forecast = context && goalForecast(studio, context, fit, past, today);
    if (forecast) found.push(forecast);
    const now = performance.now();
    if (now - told >= BETWEEN) {
      asked.tell({ forecasts: [...found], left: some.length - at - 1 });
      told = now;
    }
    if (now - since >= SLICE) {
      await breathe();
      if (asked.cancelled) break;
      since = performance.now();
    }
  }
  return ok({ forecasts: found, left: 0 });
}

/** What was worked out last of a goal: it serves until the studio, the day or a score is another. */
let weighed: { readonly studio: Studio; readonly asked: string; readonly rescue: Rescue } | null = null;

async function answerRescue({ of, today, goalId, texts, taken }: RescueAsked) {
  const studio = await studioOf(of);
  const past = pastCandidacies(studio);
  const question = {
    studio,
    goalId,
    today,
    past,
    fit: await learnedFrom(of, past),
    texts: new Map(texts),
  };
  const asked = [goalId, today, ...texts.map(([id, text]) => `${id} ${textId(text)}`)].join(' ');
  const known = weighed?.studio === studio && weighed.asked === asked ? weighed.rescue : null;
  const found = known ?? rescueOf(question);
  if (!found) return ok(null);
  weighed = { studio, asked, rescue: found };
  const together = rescuedTogether(
    question,
    found.options.filter(({ id }) => taken.includes(id)),
  );
  const scores = (together?.changes ?? []).flatMap((change) => {
    const text = 'pieceId' in change ? question.texts.get(change.pieceId) : undefined;
    if (text === undefined || !('as' in change)) return [];
    const { thin, cut = null } = change.as;
    return [[change.pieceId, easierScore(text, { thin, cut }).text] as const];
  });
  return ok({ rescue: found, together, scores });
}

serve<{
  fit: typeof fit;
  decisions: typeof decisions;
  forecasts: typeof forecasts;
  lookBack: typeof lookBack;
  rescue: typeof rescue;
  afterwards: typeof afterwards;
}>(
  {
    fit: answerFit,
    rescue: answerRescue,
    afterwards: async ({ of, today, goalId }) => {
      const studio = await studioOf(of);
      const next = levelsInReach(studio, studio.goals.get(goalId)?.studentId ?? '', today);
      return ok({
        eve: eveForecast(studio, goalId),
        next: next.map(({ column: { set, level, session }, state }) => ({
          name: `${set.name} ${level.name}`,
          session: `${session.name}, ${formatDay(session.day, 'written')}`,
          words: stateWords(state),
        })),
      });
    },
    forecasts: answerForecasts,
    lookBack: async ({ of }, asked) => {
      const found: Hindsight[] = [];
      for (const each of hindsight(await studioOf(of), ENOUGH_RESULTS)) {
        found.push(each);
        await breathe();
        if (asked.cancelled) break;
      }
      return ok(found);
    },
    decisions: async ({ of, today }, asked) => {
      const studio = await studioOf(of);
      const goals = [...openGoals(studio), ...unsettledGoals(studio)];
      const contexts: GoalContext[] = [];
      const found = (left: number) => ({ decisions: decisionsOf(contexts, today), left });
      let [since, told] = [performance.now(), performance.now()];
      for (const [at, goal] of goals.entries()) {
        const context = goalContext(studio, goal, today);
        if (context) contexts.push(context);
        const now = performance.now();
        if (now - told >= BETWEEN) {
          asked.tell(found(goals.length - at - 1));
          told = now;
        }
        if (now - since >= SLICE) {
          await breathe();
          if (asked.cancelled) break;
          since = performance.now();
        }
      }
      return ok(found(0));
    },
  },
  (data) => take(data as StudioFeed),
);
